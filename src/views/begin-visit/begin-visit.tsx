/** A visit begun on a device without a network: opened here, surveyed here, sent once when there is a network again. */
import { useEffect, useState } from "react";
import { v4 as uuid } from "uuid";
import { openingActs, type PresetGroup } from "../../core/opening/index.ts";
import type { VisitTemplate } from "../../core/survey/index.ts";
import type { VisitEvent } from "../../core/visit/index.ts";
import { deferred, OPENING } from "../../ui/deferred.tsx";
import { addWaiting } from "../visit-log/waiting-store.ts";
import type { BegunVisitProps } from "./begun-visit.tsx";
import { ChooseOpening } from "./choose-opening.tsx";
import {
  begunHash,
  type KnownSite,
  type OpeningFields,
  readBegunVisit,
  readOpeningFields,
} from "./opening-fields.ts";

// The page first asks what is to be connected; what follows is the survey.
const BegunVisit = deferred(async () => (await import("./begun-visit.tsx")).BegunVisit, OPENING, "soon");

export interface BeginVisitProps extends Omit<BegunVisitProps, "visitId" | "connectionId"> {
  readonly groups: readonly PresetGroup[];
  readonly templates: readonly VisitTemplate[];
  readonly sites: readonly KnownSite[];
}

const NOT_KEPT = "This device has no room left: the visit was not begun.";

/** Moment a visit is booked for; now where no clock at the site shows what was typed. */
async function startOf({ startsOn, opening }: OpeningFields): Promise<string> {
  const now = new Date().toISOString();
  if (startsOn === "") return now;
  const { momentOf } = await import("../../labels/site-moment.ts");
  return momentOf(startsOn, opening.site.zone) ?? now;
}

/** Keeps the first events of a visit in this browser. Returns its first connection; null where nothing known was chosen. Errors: StoreFull. */
async function begin(
  fields: OpeningFields,
  { tables, actor }: Pick<BeginVisitProps, "tables" | "actor">,
): Promise<string | null> {
  const startsAt = await startOf(fields);
  const opening = openingActs(tables, { ...fields.opening, startsAt }, uuid);
  if (opening === null) return null;
  const typedAt = new Date().toISOString();
  await addWaiting(
    fields.visitId,
    opening.acts.map((act): VisitEvent => ({ id: uuid(), actor, typedAt, ...act })),
  );
  return opening.connection;
}

export function BeginVisit({ groups, templates, sites, ...props }: BeginVisitProps) {
  const [hash, setHash] = useState(location.hash);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    const read = () => setHash(location.hash);
    window.addEventListener("hashchange", read);
    return () => window.removeEventListener("hashchange", read);
  }, []);
  const begun = readBegunVisit(hash);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what the address says opens a visit, and it does so once.
  useEffect(() => {
    const fields = readOpeningFields(hash, { sites, templates });
    if (fields === null) return;
    // At once another address, so that going back or reading the page again opens nothing twice.
    history.replaceState(null, "", location.pathname);
    begin(fields, props).then(
      (connection) => {
        if (connection === null) setTrouble("Choose what is to be connected.");
        else location.hash = begunHash(fields.visitId, connection);
      },
      () => setTrouble(NOT_KEPT),
    );
  }, [hash]);
  if (begun !== null)
    return (
      <BegunVisit key={begun.visitId} {...props} visitId={begun.visitId} connectionId={begun.connection} />
    );
  return (
    <>
      {trouble !== null && (
        <p role="alert" className="fault mb-3">
          {trouble}
        </p>
      )}
      <ChooseOpening groups={groups} templates={templates} sites={sites} />
    </>
  );
}

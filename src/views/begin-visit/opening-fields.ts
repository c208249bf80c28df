/** What a person chose on Today, or on the page itself, when a visit is begun without a network. Carried behind the # of the address. */
import type { Opening } from "../../core/opening/index.ts";
import type { VisitTemplate } from "../../core/survey/index.ts";

/** A site this device knows, with its valves. */
export interface KnownSite {
  readonly siteId: string;
  readonly site: Opening["site"];
  readonly valves: Opening["valves"];
}

export interface OpeningFields {
  readonly visitId: string;
  /** Day and time at the site; empty: now. */
  readonly startsOn: string;
  readonly opening: Omit<Opening, "startsAt">;
}

/** Page that begins a visit on this device alone. */
export const BEGIN_PAGE = "/visits/begin";

/** Longest texts the server takes. */
export const MOST = { title: 200, place: 120, siteName: 200, siteAddress: 300 } as const;

/** Zone of this device, for a site nobody has named one for. */
const ownZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Returns the fields of the form of Today as they stand behind the #; null where they open nothing. */
export function readOpeningFields(
  hash: string,
  {
    sites,
    templates,
  }: { readonly sites: readonly KnownSite[]; readonly templates: readonly VisitTemplate[] },
): OpeningFields | null {
  const form = new URLSearchParams(hash.replace(/^#/, ""));
  const text = (name: string) => (form.get(name) ?? "").trim();
  const short = (name: keyof typeof MOST) => text(name).slice(0, MOST[name]);
  const visitId = text("visit");
  const group = text("preset");
  const template = templates.find(({ id }) => id === text("template")) ?? null;
  if (visitId === "" || (group === "" && template === null)) return null;
  // The place as it is written out wins over a known one, as on Today.
  const known = short("siteName") === "" ? sites.find(({ siteId }) => siteId === text("site")) : undefined;
  return {
    visitId,
    startsOn: text("startsOn"),
    opening: {
      site: known?.site ?? {
        name: short("siteName") || "New site",
        address: short("siteAddress"),
        zone: text("siteZone") || ownZone(),
      },
      title: short("title"),
      place: short("place"),
      group,
      template,
      isTraining: text("training") !== "",
      valves: known?.valves ?? [],
    },
  };
}

/** Returns which visit of this device the address names, and which of its connections; null: none. */
export function readBegunVisit(
  hash: string,
): { readonly visitId: string; readonly connection: string | null } | null {
  const form = new URLSearchParams(hash.replace(/^#/, ""));
  const visitId = form.get("begun");
  return visitId === null ? null : { visitId, connection: form.get("connection") };
}

/** Returns what stands behind the # for a visit that is begun. */
export function begunHash(visitId: string, connection: string): string {
  return `#${new URLSearchParams({ begun: visitId, connection })}`;
}

/** Returns the address a visit that is begun is gone on with. */
export function begunHref(visitId: string, connection: string): string {
  return `${BEGIN_PAGE}${begunHash(visitId, connection)}`;
}

/** A visit as a file, and back. */
import { isDeepStrictEqual } from "node:util";
import type { StepTemplate } from "../core/visit/index.ts";
import { eventsOf, insertEvents, insertVisit, lockVisit, updateVisit } from "../db/visits.ts";
import { VISIT_FORMAT, type VisitFile } from "../schema/visit.ts";
import type { Context } from "./context.ts";
import { eventFromRow, isSameEvent, type KeptEvent, rowFromEvent } from "./event-rows.ts";
import { Problem } from "./problem.ts";
import { keepLibraryOfVisit, stepsOfVisit, withLibrary } from "./step-library.ts";
import { type Added, accept, readVisit, rowOf, unseen } from "./visits.ts";

export interface ExportedVisit {
  readonly format: typeof VISIT_FORMAT;
  readonly visit: string;
  readonly events: readonly KeptEvent[];
  /** The visit's own step library, where it is not the one that ships. */
  readonly steps?: readonly StepTemplate[];
}

export async function exportVisit(
  context: Pick<Context, "sql" | "tables">,
  id: string,
): Promise<ExportedVisit> {
  const { events, libraryVersion } = await readVisit(context, id);
  const steps = await stepsOfVisit(context, libraryVersion);
  const isShipped = isDeepStrictEqual(steps, context.tables.steps);
  return {
    format: VISIT_FORMAT,
    visit: id,
    events: events.map(({ event, receivedAt }) => ({ event, receivedAt })),
    ...(isShipped ? {} : { steps }),
  };
}

/**
 * Reads a visit from its file: a new one is kept as it stands, the same one again changes nothing, and a longer
 * telling of one that is here adds what is new. Exactly what export gave comes back, received times included.
 * Errors: Problem conflict when the two tell different stories, or an event belongs to another visit; refused when an event breaks a rule.
 */
export async function importVisit(context: Context, file: VisitFile): Promise<Added> {
  const told = file.events.map(({ event }) => event);
  return context.sql.begin(async (tx) => {
    const present = await lockVisit(tx, file.visit);
    const here = (await eventsOf(tx, [file.visit])).map((row) => eventFromRow(row).event);
    const isOurs = here.every((event, index) => {
      const other = told[index];
      return other === undefined || isSameEvent(event, other);
    });
    if (!isOurs)
      throw new Problem("conflict", "This visit is here already and its events differ from the file's.", [
        { path: "events", message: "differ" },
      ]);
    const fresh = file.events.slice(here.length);
    if (fresh.length === 0) return { visit: file.visit, version: here.length, added: 0 };
    const news = told.slice(here.length);
    const libraryVersion = present
      ? present.libraryVersion
      : await keepLibraryOfVisit(tx, context.tables, file.steps);
    const kept = accept(here, news, await withLibrary(context, libraryVersion, tx));
    await unseen(tx, file.visit, news);
    const row = { ...rowOf(file.visit, kept, context), libraryVersion };
    if (here.length === 0) await insertVisit(tx, row);
    else await updateVisit(tx, row);
    await insertEvents(
      tx,
      fresh.map(({ event, receivedAt }, index) =>
        rowFromEvent(file.visit, here.length + index + 1, event, receivedAt),
      ),
    );
    return { visit: file.visit, version: kept.length, added: fresh.length };
  });
}

/** A visit as a file, and back. */
import { isDeepStrictEqual } from "node:util";
import type { StepTemplate } from "../../core/step/index.ts";
import { transact } from "../../db/transact.ts";
import {
  eventsAsJson,
  findVisit,
  insertEventRows,
  insertVisit,
  isAnyEventStored,
  lockVisit,
  updateVisit,
  type VisitRow,
} from "../../db/visit.ts";
import { VISIT_FORMAT } from "../../schema/visit.ts";
import type { Context } from "../context.ts";
import { AppError, errorFromFault } from "../http/app-error.ts";
import { shopUpkeep } from "../shop/upkeep.ts";
import { currentLibrary, keepLibraryOfVisit, stepsOfVisit } from "../step/step-library.ts";
import type { KeptEvent } from "./event-rows.ts";
import { writeProjection } from "./projections.ts";
import { keepValves } from "./site-valves.ts";
import { type AddedEvents, readVisit, rowFromSummary } from "./visit.ts";

export interface ExportedVisit {
  readonly format: typeof VISIT_FORMAT;
  readonly visit: string;
  readonly events: readonly KeptEvent[];
  /** The visit's own step library, where it is not the one that ships. */
  readonly steps?: readonly StepTemplate[];
}

/**
 * Exports a visit with its events and, where it is the shop's own, its step library.
 * Errors: AppError not-found, unreadable.
 */
export async function exportVisit(
  context: Pick<Context, "sql" | "tables">,
  id: string,
): Promise<ExportedVisit> {
  const { events, libraryVersion } = await readVisit(context, id);
  const steps = await stepsOfVisit(context, libraryVersion);
  const isShipped = isDeepStrictEqual(steps, context.tables.steps);
  return { format: VISIT_FORMAT, visit: id, events, ...(isShipped ? {} : { steps }) };
}

/** What a file comes to, judged against what is here now. Errors: AppError not-json, invalid. */
async function judgeFile(context: Context, text: string, signal?: AbortSignal) {
  const fileVisit = await context.compute.run("visitInFile", text, signal);
  if ("fault" in fileVisit) throw errorFromFault(fileVisit.fault);
  const present = await findVisit(context.sql, fileVisit.visit);
  const steps = present
    ? await stepsOfVisit(context, present.libraryVersion)
    : (await currentLibrary(context.sql, context.tables)).steps;
  const here = present ? await eventsAsJson(context.sql, fileVisit.visit) : null;
  const mark = { at: context.now().toISOString(), by: await context.actor() };
  return {
    judged: await context.compute.run(
      "judgeImport",
      { text, here, version: present?.version ?? 0, steps, upkeep: await shopUpkeep(context), mark },
      signal,
    ),
    present,
  };
}

type AllowedImport = Extract<Awaited<ReturnType<typeof judgeFile>>["judged"], { outcome: "judged" }>;

/** Errors: AppError invalid, conflict, refused. */
function allowedOrError(judged: Awaited<ReturnType<typeof judgeFile>>["judged"]): AllowedImport {
  switch (judged.outcome) {
    case "judged":
      return judged;
    case "invalid":
      throw errorFromFault(judged.fault);
    case "differs":
      throw new AppError("conflict", "This visit is here already and its events differ from the file's.", [
        { path: "events", message: "differ" },
      ]);
    case "refused":
      throw new AppError("refused", judged.field.message, [judged.field]);
  }
}

async function writeImport(
  context: Context,
  judged: AllowedImport,
  present: VisitRow | undefined,
): Promise<AddedEvents | "changed"> {
  return transact(context.sql, async (tx) => {
    const row = await lockVisit(tx, judged.visit);
    if (row?.version !== present?.version) return "changed";
    const version = (row?.version ?? 0) + judged.added;
    if (judged.added === 0) return { visit: judged.visit, version, added: 0 };
    for (const rows of judged.rows)
      if (await isAnyEventStored(tx, rows))
        throw new AppError("conflict", "An event of this file belongs to another visit.", [
          { path: "events", message: "belong to another visit" },
        ]);
    const libraryVersion = row
      ? row.libraryVersion
      : await keepLibraryOfVisit(tx, context.tables, judged.steps ?? undefined);
    const logBytes = (row?.logBytes ?? 0) + judged.bytes;
    const next = rowFromSummary(judged.visit, judged.summary, { version, libraryVersion, logBytes });
    if (row) await updateVisit(tx, next);
    else await insertVisit(tx, next);
    for (const rows of judged.rows) await insertEventRows(tx, rows);
    await keepValves(tx, judged.visit, judged.valves);
    // What was built elsewhere, or before, did not come from this truck as it stands.
    await writeProjection(tx, judged.visit, judged.projection);
    return { visit: judged.visit, version, added: judged.added };
  });
}

/** Tries before somebody who writes here all the time has won. */
const MOST_IMPORT_TRIES = 3;

/**
 * Reads a visit from its file: a new one is kept as it stands, the same one again changes nothing, and a longer
 * version of one that is here adds what is new. Exactly what export gave comes back, received times included; every
 * event read in is marked with who read it and when.
 * Errors: AppError not-json, invalid; conflict when the two tell different stories, or an event belongs to another visit;
 * refused when an event breaks a rule.
 */
export async function importVisit(
  context: Context,
  text: string,
  signal?: AbortSignal,
): Promise<AddedEvents> {
  for (let left = MOST_IMPORT_TRIES; left > 0; left -= 1) {
    const { judged, present } = await judgeFile(context, text, signal);
    const added = await writeImport(context, allowedOrError(judged), present);
    if (added !== "changed") return added;
  }
  throw new AppError("conflict", "Somebody is writing to this visit at this moment: try again.");
}

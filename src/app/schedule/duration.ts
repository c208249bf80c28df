/** How long a visit takes: from its schedule, worked out once for each number of its events. */
import { LRUCache } from "lru-cache";
import type { VisitRow } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { stepsOfVisit } from "../step/step-library.ts";
import { foldedVisit, isUnreadable } from "../visit/visit-cache.ts";
import { learnedDurations, withLearned } from "./learned-minutes.ts";

/** Durations held in memory at most. */
const MOST_HELD = 2000;
const durations = new LRUCache<string, { readonly minutes: number | null }>({ max: MOST_HELD });

/**
 * Returns the minutes a visit takes with one pair of hands, from what is planned in it; null while nothing is planned, when it
 * cannot be read, or when the machine is too busy to work it out now.
 */
export async function plannedMinutes(
  context: Pick<Context, "sql" | "tables" | "compute" | "now">,
  row: VisitRow,
): Promise<number | null> {
  const key = `${row.visitId} ${row.version}`;
  const known = durations.get(key);
  if (known !== undefined) return known.minutes;
  const visit = await foldedVisit(context.sql, row);
  if (isUnreadable(visit)) return null;
  const connections = visit.state.connections.filter(
    ({ plan, removed, signed }) => plan !== null && removed === null && signed === null,
  );
  let minutes: number | null = null;
  if (connections.length > 0)
    try {
      const library = await stepsOfVisit(context, row.libraryVersion);
      const steps = withLearned(library, await learnedDurations(context));
      const { schedule } = await context.compute.run("scheduleOf", { connections, steps, hands: 1 });
      minutes = Math.ceil(schedule.totalMin);
    } catch {
      return null;
    }
  durations.set(key, { minutes });
  return minutes;
}

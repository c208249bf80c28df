/** How long a visit takes and when its water is off: from its schedule, worked out once for each number of its events. */
import { LRUCache } from "lru-cache";
import { handsOnMin } from "../../core/schedule/index.ts";
import type { VisitRow } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { stepsOfVisit } from "../step/step-library.ts";
import { foldedVisit, isUnreadable } from "../visit/visit-cache.ts";
import { learnedDurations, withLearned } from "./learned-minutes.ts";

/** Durations held in memory at most. */
const MOST_HELD = 2000;
const spans = new LRUCache<string, PlannedSpan>({ max: MOST_HELD });

export interface PlannedSpan {
  /** Null while nothing is planned. */
  readonly minutes: number | null;
  /** Of those, with hands on the work: waits and cycles are no labor. Null as `minutes`. */
  readonly handsOnMin: number | null;
  /** While some zone has no water, minutes from the start of the visit. */
  readonly off: readonly { readonly fromMin: number; readonly toMin: number }[];
}

const NOTHING: PlannedSpan = { minutes: null, handsOnMin: null, off: [] };

/**
 * Returns how long a visit takes with one pair of hands, from what is planned in it; no minutes while nothing is planned, when it
 * cannot be read, or when the machine is too busy to work it out now.
 */
export async function plannedSpan(
  context: Pick<Context, "sql" | "tables" | "compute" | "now">,
  row: VisitRow,
): Promise<PlannedSpan> {
  const key = `${row.visitId} ${row.version}`;
  const known = spans.get(key);
  if (known !== undefined) return known;
  const visit = await foldedVisit(context.sql, row);
  if (isUnreadable(visit)) return NOTHING;
  const connections = visit.state.connections.filter(
    ({ plan, removed, signed }) => plan !== null && removed === null && signed === null,
  );
  let span = NOTHING;
  if (connections.length > 0)
    try {
      const library = await stepsOfVisit(context, row.libraryVersion);
      const steps = withLearned(library, await learnedDurations(context));
      const { schedule, waterOff } = await context.compute.run("scheduleOf", {
        connections,
        steps,
        hands: 1,
      });
      span = {
        minutes: Math.ceil(schedule.totalMin),
        handsOnMin: handsOnMin(schedule),
        off: waterOff.map(({ fromMin, backMin }) => ({ fromMin, toMin: backMin.likely })),
      };
    } catch {
      return NOTHING;
    }
  spans.set(key, span);
  return span;
}

/** Returns the minutes a visit takes; null as in `plannedSpan`. */
export async function plannedMinutes(
  context: Parameters<typeof plannedSpan>[0],
  row: VisitRow,
): Promise<number | null> {
  return (await plannedSpan(context, row)).minutes;
}

/** The order of a day's visits: where a visit that is moved begins, and which visits overlap. */

/** A visit in a day, minutes after midnight at its site. */
export interface DayVisit {
  readonly id: string;
  readonly startMin: number;
  /** Null: nothing is planned in the visit yet. */
  readonly minutes: number | null;
}

/** What a visit without a plan is taken to need, minutes: an hour, judgement. */
export const UNPLANNED_MIN = 60;
/** Between two visits, minutes: packing, driving, finding the door; judgement. */
export const TRAVEL_MIN = 30;
/** Times are set to the quarter of an hour. */
const STEP_MIN = 15;
const DAY_MIN = 24 * 60;

const lengthOf = ({ minutes }: Pick<DayVisit, "minutes">) => minutes ?? UNPLANNED_MIN;

/**
 * Returns when a visit begins that is moved into a day, minutes after midnight: on an empty day as early as before; behind
 * another one once that is done and driven from, but before the one after; first of the day so that it is done before the next one. Never before
 * midnight, never past the last quarter of an hour of the day.
 */
export function startWhenMoved(moved: DayVisit, others: readonly DayVisit[], after: string | null): number {
  const inOrder = others.filter(({ id }) => id !== moved.id).toSorted((a, b) => a.startMin - b.startMin);
  const before = inOrder.find(({ id }) => id === after);
  if (before !== undefined) {
    const free = Math.ceil((before.startMin + lengthOf(before) + TRAVEL_MIN) / STEP_MIN) * STEP_MIN;
    const next = inOrder[inOrder.indexOf(before) + 1];
    // The order that was asked for holds; what then overlaps is told.
    const latest =
      next === undefined || free < next.startMin
        ? free
        : Math.max(before.startMin + 1, Math.floor((next.startMin - 1) / STEP_MIN) * STEP_MIN);
    return Math.min(DAY_MIN - STEP_MIN, latest);
  }
  const [first] = inOrder;
  if (first === undefined) return moved.startMin;
  const latest = first.startMin - TRAVEL_MIN - lengthOf(moved);
  return Math.max(0, Math.floor(latest / STEP_MIN) * STEP_MIN);
}

/** Returns the ids of visits that begin before an earlier one of the day is done. */
export function overlapping(visits: readonly DayVisit[]): ReadonlySet<string> {
  const late = new Set<string>();
  let doneMin = Number.NEGATIVE_INFINITY;
  for (const visit of visits.toSorted((a, b) => a.startMin - b.startMin)) {
    if (visit.startMin < doneMin) late.add(visit.id);
    doneMin = Math.max(doneMin, visit.startMin + lengthOf(visit));
  }
  return late;
}

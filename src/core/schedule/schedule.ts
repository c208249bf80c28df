/** When each step of a visit is done: least time without water, the gravest zone first, then the shortest visit. A good order at once: nothing is proved. */
import type { PlaySetting } from "./moment.ts";
import { compareRows } from "./off-windows.ts";
import { figuresOf, type Schedule, Simulation } from "./simulation.ts";
import type { Job, Pace } from "./task.ts";
import { jobPlan, shuttingsOf } from "./windows.ts";

export type { Schedule };

/** Every order of so many jobs is played; of more jobs, orders by what each has left, and turned ones of those. */
const MOST_JOBS_TRIED_OUT = 5;
const TURNED_ORDERS = 36;
const MOST_PATIENT = 4;

function ordersOf(count: number): readonly (readonly number[])[] {
  const grow = (left: readonly number[]): readonly (readonly number[])[] =>
    left.length === 0
      ? [[]]
      : left.flatMap((at) => grow(left.filter((other) => other !== at)).map((rest) => [at, ...rest]));
  return grow(Array.from({ length: count }, (_, at) => at));
}

/** Orders to play: all of a few jobs; of many, the longest first, the longest wait first, and both begun at other places. */
function someOrders({ plans, pace }: PlaySetting): readonly (readonly number[])[] {
  if (plans.length <= MOST_JOBS_TRIED_OUT) return ordersOf(plans.length);
  const by = (read: (at: number) => number) =>
    [...plans.keys()].toSorted((one, other) => read(other) - read(one) || one - other);
  const lengthOf = (at: number) =>
    (plans[at]?.tasks ?? []).reduce((sum, { handsOnMin, waitMin }) => sum + handsOnMin[pace] + waitMin, 0);
  const waitOf = (at: number) => (plans[at]?.tasks ?? []).reduce((sum, { waitMin }) => sum + waitMin, 0);
  const whole = [by(lengthOf), by(waitOf), by((at) => -lengthOf(at)), [...plans.keys()]];
  const turned = whole.flatMap((order) =>
    order.map((_, from) => [...order.slice(from), ...order.slice(0, from)]),
  );
  const most = Math.floor(TURNED_ORDERS / plans.length);
  return [...whole, ...turned.filter((_, at) => at % Math.ceil(turned.length / most) === 0)];
}

/**
 * Returns the schedule of a visit. Lexicographic: minutes without water of the house, the hot side, a branch, a fixture; then the
 * length of the visit.
 * Units: minutes from the start. `hands`: pairs of hands. Errors: RangeError when two tasks or jobs share an id.
 */
export function scheduleVisit(jobs: readonly Job[], hands: 1 | 2, pace: Pace = "likely"): Schedule {
  const ids = jobs.flatMap(({ tasks }) => tasks.map(({ id }) => id));
  if (new Set(ids).size !== ids.length || new Set(jobs.map(({ id }) => id)).size !== jobs.length)
    throw new RangeError("two tasks or two jobs of a visit have one id");
  const plans = jobs.map(jobPlan);
  const setting: PlaySetting = {
    plans,
    shuttings: shuttingsOf(plans),
    hands,
    pace,
    isPatient: false,
  };
  let best: Schedule | null = null;
  const orders = someOrders(setting);
  // Without valves above there is nothing to be patient about; of many orders the first few are tried patiently too.
  const patient =
    setting.shuttings.length === 0
      ? []
      : orders.slice(0, jobs.length <= MOST_JOBS_TRIED_OUT ? orders.length : MOST_PATIENT);
  const ways = [
    ...orders.map((order) => ({ order, isPatient: false })),
    ...patient.map((order) => ({ order, isPatient: true })),
  ];
  for (const { order, isPatient } of ways) {
    const toBeat = best === null ? null : figuresOf(best);
    const played = new Simulation({ ...setting, isPatient }, order).play(toBeat);
    if (played !== null && (toBeat === null || compareRows(figuresOf(played), toBeat) < 0)) best = played;
  }
  return best ?? { tasks: [], waterOff: [], totalMin: 0, shared: [] };
}

/** Returns the minutes with hands on the work in a schedule, rounded up; what two people do together counts once. */
export function handsOnMin({ tasks }: Pick<Schedule, "tasks">): number {
  return Math.ceil(tasks.reduce((sum, { startMin, endMin }) => sum + endMin - startMin, 0));
}

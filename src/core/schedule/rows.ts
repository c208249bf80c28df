/** Rows of tasks placed in time: one after another with their waits, or several rows on one or two pairs of hands. */
import type { Pace, Task } from "./task.ts";

export interface PlacedTask {
  readonly task: string;
  /** From the block's start, minutes. */
  readonly fromMin: number;
  readonly toMin: number;
  /** Pairs of hands it takes. */
  readonly hands: 1 | 2;
}

export interface PlacedRows {
  readonly placed: readonly PlacedTask[];
  /** When the last task and every wait that others must stand through is over. */
  readonly endMin: number;
  /** When waits beside other work are over. */
  readonly besideMin: readonly number[];
  /** No way of placing these rows is known to be shorter. */
  readonly isShortest: boolean;
}

/** Every way to begin rows is tried up to this many, above it the longest row goes first. */
const MOST_ROWS_TRIED = 4;

interface Ready {
  readonly at: number;
  readonly readyMin: number;
}

/** Places rows by a fixed order of preference: whoever is free takes the first row in it that is ready soonest. */
function placeInOrder(
  rows: readonly (readonly Task[])[],
  order: readonly number[],
  hands: 1 | 2,
  pace: Pace,
  fromMin: number,
): Omit<PlacedRows, "isShortest"> {
  const next = rows.map(() => 0);
  const ready = rows.map(() => fromMin);
  const free = new Array<number>(hands).fill(fromMin);
  const placed: PlacedTask[] = [];
  const besideMin: number[] = [];
  for (;;) {
    const open = order.flatMap((at): readonly Ready[] =>
      (next[at] ?? 0) < (rows[at]?.length ?? 0) ? [{ at, readyMin: ready[at] ?? fromMin }] : [],
    );
    if (open.length === 0) return { placed, endMin: Math.max(fromMin, ...ready), besideMin };
    free.sort((a, b) => a - b);
    const [soonest = fromMin, later = soonest] = free;
    const [chosen] = open.toSorted((a, b) => Math.max(a.readyMin, soonest) - Math.max(b.readyMin, soonest));
    const task = chosen === undefined ? undefined : rows[chosen.at]?.[next[chosen.at] ?? 0];
    if (chosen === undefined || task === undefined)
      return { placed, endMin: Math.max(fromMin, ...ready), besideMin };
    const needs = hands === 2 ? task.hands : 1;
    const start = Math.max(chosen.readyMin, needs === 2 ? later : soonest);
    const end = start + task.handsOnMin[pace];
    placed.push({ task: task.id, fromMin: start, toMin: end, hands: needs });
    if (needs === 2) free.fill(end);
    else free[0] = end;
    if (task.isBeside) besideMin.push(end + task.waitMin);
    ready[chosen.at] = task.isBeside ? end : end + task.waitMin;
    next[chosen.at] = (next[chosen.at] ?? 0) + 1;
  }
}

function ordersOf(count: number): readonly (readonly number[])[] {
  const all = Array.from({ length: count }, (_, at) => at);
  const grow = (left: readonly number[]): readonly (readonly number[])[] =>
    left.length === 0
      ? [[]]
      : left.flatMap((at) => grow(left.filter((other) => other !== at)).map((rest) => [at, ...rest]));
  return grow(all);
}

/** Minutes of a row with every wait that follows stood through. */
const lengthOf = (row: readonly Task[], pace: Pace): number =>
  row.reduce(
    (sum, { handsOnMin, waitMin, isBeside }) => sum + handsOnMin[pace] + (isBeside ? 0 : waitMin),
    0,
  );

/**
 * Returns rows of tasks placed from a moment on, each row in its order, so that all are over as soon as can be. Every order of
 * preference between up to four rows is tried; `isShortest` where none can be shorter.
 */
export function placeRows(
  rows: readonly (readonly Task[])[],
  hands: 1 | 2,
  pace: Pace,
  fromMin = 0,
): PlacedRows {
  const filled = rows.filter((row) => row.length > 0);
  const work = filled
    .flat()
    .reduce((sum, task) => sum + task.handsOnMin[pace] * (hands === 2 ? task.hands : 1), 0);
  const least = fromMin + Math.max(0, work / hands, ...filled.map((row) => lengthOf(row, pace)));
  const byLength = filled
    .map((_, at) => at)
    .sort((a, b) => lengthOf(filled[b] ?? [], pace) - lengthOf(filled[a] ?? [], pace));
  const orders = filled.length <= MOST_ROWS_TRIED ? ordersOf(filled.length) : [byLength];
  let best = placeInOrder(filled, byLength, hands, pace, fromMin);
  for (const order of orders) {
    if (best.endMin <= least + 1e-9) break;
    const tried = placeInOrder(filled, order, hands, pace, fromMin);
    if (tried.endMin < best.endMin - 1e-9) best = tried;
  }
  return { ...best, isShortest: filled.length <= 1 || best.endMin <= least + 1e-9 };
}

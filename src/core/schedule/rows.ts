/** Rows of tasks placed in time: one after another with their waits, or several rows on one or two pairs of hands. */
import { SAME_MIN } from "./minutes.ts";
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

/** States looked at before the best placing of rows so far is taken unproved. */
const MOST_STATES = 1000;

/** Rows placed up to a moment: how far each has come, when its next task may begin, when each pair of hands is free. */
interface RowsState {
  readonly next: readonly number[];
  readonly ready: readonly number[];
  readonly free: readonly number[];
  readonly placed: readonly PlacedTask[];
  readonly besideMin: readonly number[];
}

/** What is left of a row: minutes of hands, and minutes with every wait that follows stood through. */
interface RowRest {
  readonly workMin: number;
  readonly lengthMin: number;
}
const NO_REST: RowRest = { workMin: 0, lengthMin: 0 };

/**
 * Looks for a placing that ends before `beatMin`: every order tasks are begun in, without those that end no sooner or are later in
 * everything than one looked at. Every placing without needless idling is begun in some order.
 */
class RowsSearch {
  readonly #rows: readonly (readonly Task[])[];
  readonly #hands: 1 | 2;
  readonly #pace: Pace;
  /** Of each row, what is left from each of its tasks on. */
  readonly #rest: readonly (readonly RowRest[])[];
  readonly #seen = new Map<string, (readonly number[])[]>();
  #states = 0;
  best: RowsState | null = null;
  beatMin: number;

  constructor(rows: readonly (readonly Task[])[], hands: 1 | 2, pace: Pace, beatMin: number) {
    this.#rows = rows;
    this.#hands = hands;
    this.#pace = pace;
    this.beatMin = beatMin;
    this.#rest = rows.map((row) => {
      const rest: RowRest[] = [NO_REST];
      for (const task of row.toReversed()) {
        const { workMin, lengthMin } = rest[0] ?? NO_REST;
        const minutes = task.handsOnMin[pace];
        rest.unshift({
          workMin: workMin + minutes * this.#handsOf(task),
          lengthMin: lengthMin + lengthOf([task], pace),
        });
      }
      return rest;
    });
  }

  get isTriedOut(): boolean {
    return this.#states <= MOST_STATES;
  }

  #handsOf({ hands }: Task): 1 | 2 {
    return this.#hands === 2 ? hands : 1;
  }

  /** No placing that goes on from a state ends before this. */
  #leastEnd({ next, ready, free }: RowsState): number {
    const soonest = free[0] ?? 0;
    let work = 0;
    let least = 0;
    for (const moment of free) work += moment;
    for (let at = 0; at < ready.length; at += 1) {
      const rest = this.#rest[at]?.[next[at] ?? 0] ?? NO_REST;
      work += rest.workMin;
      const from = ready[at] ?? 0;
      least = Math.max(least, rest.lengthMin === 0 ? from : Math.max(from, soonest) + rest.lengthMin);
    }
    return Math.max(least, work / this.#hands);
  }

  #isDominated({ next, ready, free }: RowsState): boolean {
    const key = next.join(" ");
    const felt = [...free, ...ready];
    const others = this.#seen.get(key) ?? [];
    if (others.some((other) => other.every((at, k) => at <= (felt[k] ?? 0) + SAME_MIN))) return true;
    this.#seen.set(key, [...others, felt]);
    return false;
  }

  #begin({ next, ready, free, placed, besideMin }: RowsState, at: number, task: Task): RowsState {
    const hands = this.#handsOf(task);
    const [soonest = 0] = free;
    const start = Math.max(ready[at] ?? 0, hands === 2 ? Math.max(...free) : soonest);
    const end = start + task.handsOnMin[this.#pace];
    // Nothing that is begun later begins before this.
    const left = free.slice(1).map((each) => (hands === 2 ? end : Math.max(each, start)));
    return {
      next: next.map((each, row) => (row === at ? each + 1 : each)),
      ready: ready.map((each, row) => (row === at ? (task.isBeside ? end : end + task.waitMin) : each)),
      free: [end, ...left].sort((a, b) => a - b),
      placed: [...placed, { task: task.id, fromMin: start, toMin: end, hands }],
      besideMin: task.isBeside ? [...besideMin, end + task.waitMin] : besideMin,
    };
  }

  from(state: RowsState): void {
    this.#states += 1;
    const open = this.#rows.flatMap((row, at) => {
      const task = row[state.next[at] ?? 0];
      return task === undefined ? [] : [this.#begin(state, at, task)];
    });
    if (open.length === 0) {
      this.best = state;
      this.beatMin = Math.max(...state.ready);
      return;
    }
    for (const next of open.sort((a, b) => (a.placed.at(-1)?.fromMin ?? 0) - (b.placed.at(-1)?.fromMin ?? 0)))
      if (this.isTriedOut && this.#leastEnd(next) < this.beatMin - SAME_MIN && !this.#isDominated(next))
        this.from(next);
  }
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
 * preference between up to four rows is tried, then every order of the tasks; `isShortest` where none can be shorter.
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
    if (best.endMin <= least + SAME_MIN) break;
    const tried = placeInOrder(filled, order, hands, pace, fromMin);
    if (tried.endMin < best.endMin - SAME_MIN) best = tried;
  }
  if (filled.length <= 1 || best.endMin <= least + SAME_MIN) return { ...best, isShortest: true };
  const search = new RowsSearch(filled, hands, pace, best.endMin);
  search.from({
    next: filled.map(() => 0),
    ready: filled.map(() => fromMin),
    free: new Array<number>(hands).fill(fromMin),
    placed: [],
    besideMin: [],
  });
  const found = search.best === null ? best : { ...search.best, endMin: search.beatMin };
  return {
    placed: found.placed,
    endMin: found.endMin,
    besideMin: found.besideMin,
    isShortest: search.isTriedOut,
  };
}

/**
 * How short a schedule of blocks can be at the least: lengths are refuted one after the other. A length is refuted when the windows in
 * which blocks may begin, narrowed by what must come before what, leave no room. Source: destructive lower bounds as in Klein and
 * Scholl (1999); disjunctive pairs as in Carlier and Pinson (1989); energetic reasoning as in Baptiste, Le Pape and Nuijten (1999).
 */

import { leastBesideBoth, leastLength } from "./least-work.ts";
import { SAME_MIN } from "./minutes.ts";
import { type Network, type Stretch, stretchesOf } from "./network.ts";

/** Steps that all times of a schedule are multiples of, the coarsest first, minutes. */
const GRIDS = [1, 0.5, 0.25] as const;

/** Returns the step all minutes of a network are multiples of; null: they follow none. A schedule without idling begins and ends its blocks on that step. */
export function gridOf({ blocks, before, uses }: Network): number | null {
  const minutes = [
    ...blocks.flatMap(({ minutes: own, waitMin }) => [own, waitMin]),
    ...before.flat().map(({ fromStartMin }) => fromStartMin),
    ...uses.flat().flatMap(({ fromMin, toMin }) => [fromMin, toMin]),
  ];
  const isOn = (grid: number) =>
    minutes.every((each) => Math.abs(each / grid - Math.round(each / grid)) <= SAME_MIN);
  return GRIDS.find(isOn) ?? null;
}

/** Windows in which blocks may begin so that a schedule ends by a length, narrowed until nothing follows any more. */
class Windows {
  readonly #network: Network;
  readonly #stretches: readonly Stretch[];
  /** Pairs of stretches of which both cannot be done at once. */
  readonly #pairs: readonly (readonly [Stretch, Stretch])[];
  readonly #early: number[];
  readonly #late: number[];
  #isRefuted = false;
  #hasChanged = false;

  constructor(
    network: Network,
    stretches: readonly Stretch[],
    pairs: readonly (readonly [Stretch, Stretch])[],
    lengthMin: number,
  ) {
    this.#network = network;
    this.#stretches = stretches;
    this.#pairs = pairs;
    this.#early = [...network.heads];
    this.#late = network.tails.map((tail) => lengthMin - tail);
  }

  #notBefore(at: number, startMin: number): void {
    if (startMin <= (this.#early[at] ?? 0) + SAME_MIN) return;
    this.#early[at] = startMin;
    this.#hasChanged = true;
    if (startMin > (this.#late[at] ?? 0) + SAME_MIN) this.#isRefuted = true;
  }

  #notAfter(at: number, startMin: number): void {
    if (startMin >= (this.#late[at] ?? 0) - SAME_MIN) return;
    this.#late[at] = startMin;
    this.#hasChanged = true;
    if (startMin < (this.#early[at] ?? 0) - SAME_MIN) this.#isRefuted = true;
  }

  /** `first` is done before `second` begins. */
  #inOrder(first: Stretch, second: Stretch): void {
    const lag = first.toMin - second.fromMin;
    this.#notBefore(second.at, (this.#early[first.at] ?? 0) + lag);
    this.#notAfter(first.at, (this.#late[second.at] ?? 0) - lag);
  }

  #canPrecede(first: Stretch, second: Stretch): boolean {
    return (
      (this.#early[first.at] ?? 0) + first.toMin <= (this.#late[second.at] ?? 0) + second.fromMin + SAME_MIN
    );
  }

  #followLinks(): void {
    for (const [at, lags] of this.#network.before.entries())
      for (const lag of lags) {
        this.#notBefore(at, (this.#early[lag.at] ?? 0) + lag.fromStartMin);
        this.#notAfter(lag.at, (this.#late[at] ?? 0) - lag.fromStartMin);
      }
  }

  #orderPairs(): void {
    for (const [one, other] of this.#pairs) {
      const [oneFirst, otherFirst] = [this.#canPrecede(one, other), this.#canPrecede(other, one)];
      if (!oneFirst && !otherFirst) this.#isRefuted = true;
      else if (!otherFirst) this.#inOrder(one, other);
      else if (!oneFirst) this.#inOrder(other, one);
      if (this.#isRefuted) return;
    }
  }

  /** More work must lie between two moments than the hands can do there. */
  #isOverfull(hands: 1 | 2): boolean {
    const rows = this.#stretches.map(({ at, fromMin, toMin, hands: taken }) => ({
      from: (this.#early[at] ?? 0) + fromMin,
      until: (this.#late[at] ?? 0) + toMin,
      minutes: toMin - fromMin,
      taken,
    }));
    const starts = [...new Set(rows.map(({ from }) => from))];
    const ends = [...new Set(rows.map(({ until }) => until))];
    for (const start of starts)
      for (const end of ends) {
        const span = end - start;
        if (span <= SAME_MIN) continue;
        let work = 0;
        for (const { from, until, minutes, taken } of rows)
          work += taken * Math.max(0, Math.min(minutes, span, from + minutes - start, end - until + minutes));
        if (work > hands * span + SAME_MIN) return true;
      }
    return false;
  }

  /** Narrows the windows as far as it goes; true: no schedule fits into them. */
  isRefutedOn(hands: 1 | 2): boolean {
    for (let round = 0; round < MOST_ROUNDS && !this.#isRefuted; round += 1) {
      this.#hasChanged = false;
      this.#followLinks();
      if (!this.#isRefuted) this.#orderPairs();
      if (!this.#hasChanged) break;
    }
    return this.#isRefuted || this.#isOverfull(hands);
  }
}

/** Rounds of narrowing before what is known then is taken: windows are right after every round. */
const MOST_ROUNDS = 40;
/** Lengths between which the bound is looked for are halved so often. */
const HALVINGS = 6;

/** Returns the first step of the grid at or after some minutes. */
const onGrid = (minutes: number, grid: number | null) =>
  grid === null ? minutes : Math.ceil(minutes / grid - SAME_MIN) * grid;

/** Returns a length no schedule of the blocks is below, by the ways through them and the work on them; on the step their minutes follow. */
export function quickLeastLength(network: Network, hands: 1 | 2): number {
  const byWork = leastLength(network, hands);
  return onGrid(hands === 1 ? byWork : Math.max(byWork, leastBesideBoth(network)), gridOf(network));
}

/**
 * Returns a length no schedule of the blocks is below: the longest that is refuted between `leastMin`, which nothing is below, and
 * `foundMin`, the length of a schedule that is there.
 */
export function leastLengthBelow(network: Network, hands: 1 | 2, leastMin: number, foundMin: number): number {
  if (hands === 1 || foundMin <= leastMin + SAME_MIN) return leastMin;
  const stretches = stretchesOf(network);
  const pairs = stretches.flatMap((one, k) =>
    stretches
      .slice(k + 1)
      .filter((other) => other.at !== one.at && one.hands + other.hands > hands)
      .map((other) => [one, other] as const),
  );
  const grid = gridOf(network);
  const step = grid ?? (foundMin - leastMin) / 2 ** HALVINGS;
  // So many steps above the least length are refuted; at `high` nothing is.
  let [refuted, high] = [0, Math.round((foundMin - leastMin) / step)];
  while (refuted < high) {
    const middle = (refuted + high) >> 1;
    const windows = new Windows(network, stretches, pairs, leastMin + middle * step);
    if (windows.isRefutedOn(hands)) refuted = middle + 1;
    else high = middle;
  }
  // Between two steps of a grid no schedule ends; without one the last refuted length is all that is known.
  return leastMin + (grid === null ? Math.max(0, refuted - 1) : refuted) * step;
}

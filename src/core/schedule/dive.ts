/** Schedules built block by block: each block at the first moment its hands are free, in the gaps of others too. */

import type { Block } from "./blocks.ts";
import { SAME_MIN } from "./minutes.ts";
import { type HandsUsed, type Network, reversed } from "./network.ts";

export interface PlacedBlock {
  readonly block: Block;
  readonly startMin: number;
}

/** Hands in use over time: pieces one after another, nothing before the first and after the last. */
class HandsInUse {
  /** Starts of pieces; the last piece never ends and uses nothing. */
  readonly #from: number[] = [0];
  readonly #used: number[] = [0];
  readonly #most: number;

  constructor(most: number) {
    this.#most = most;
  }

  /** The first moment from `earliest` on at which the block's tasks find their hands. */
  firstFit(uses: readonly HandsUsed[], earliest: number): number {
    let start = earliest;
    for (let isFree = false; !isFree; ) {
      isFree = true;
      for (const { fromMin, toMin, hands } of uses) {
        const clash = this.#clashEnd(start + fromMin, start + toMin, hands);
        if (clash === null) continue;
        start = clash - fromMin;
        isFree = false;
        break;
      }
    }
    return start;
  }

  /** End of the first piece within the span that leaves too few hands; null: there is none. */
  #clashEnd(from: number, to: number, hands: number): number | null {
    for (let at = this.#pieceAt(from); at < this.#from.length; at += 1) {
      if ((this.#from[at] ?? 0) >= to - SAME_MIN) return null;
      const end = this.#from[at + 1] ?? Number.POSITIVE_INFINITY;
      if (end <= from + SAME_MIN) continue;
      if ((this.#used[at] ?? 0) + hands > this.#most) return end;
    }
    return null;
  }

  #pieceAt(moment: number): number {
    let [low, high] = [0, this.#from.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.#from[middle] ?? 0) <= moment) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** Index of the piece that starts at a moment, cut there where none does. */
  #cutAt(moment: number): number {
    const at = this.#pieceAt(moment);
    if (Math.abs((this.#from[at] ?? 0) - moment) <= SAME_MIN) return at;
    const next = this.#from[at + 1];
    if (next !== undefined && Math.abs(next - moment) <= SAME_MIN) return at + 1;
    this.#from.splice(at + 1, 0, moment);
    this.#used.splice(at + 1, 0, this.#used[at] ?? 0);
    return at + 1;
  }

  take(uses: readonly HandsUsed[], start: number): void {
    for (const { fromMin, toMin, hands } of uses) {
      if (toMin - fromMin <= SAME_MIN) continue;
      const first = this.#cutAt(start + fromMin);
      const last = this.#cutAt(start + toMin);
      for (let at = first; at < last; at += 1) this.#used[at] = (this.#used[at] ?? 0) + hands;
      this.#joinAt(last);
      this.#joinAt(first);
    }
  }

  /** Joins a piece with the one before where both use the same. */
  #joinAt(at: number): void {
    if (at === 0 || this.#used[at] !== this.#used[at - 1]) return;
    this.#from.splice(at, 1);
    this.#used.splice(at, 1);
  }
}

/** A schedule as the starts of its blocks. */
interface Dive {
  readonly starts: readonly number[];
  readonly endMin: number;
}

/** Returns the schedule in which, of the blocks that may begin, the one with the highest weight is placed next. `waits`: after each block's end. */
function dive(
  { blocks, before, followers, uses, releases }: Network,
  hands: 1 | 2,
  weights: readonly number[],
  waits: readonly number[],
): Dive {
  const use = new HandsInUse(hands);
  const starts = new Array<number>(blocks.length).fill(Number.NaN);
  const left = before.map((lags) => lags.length);
  const open = left.flatMap((count, at) => (count === 0 ? [at] : []));
  let endMin = 0;
  while (open.length > 0) {
    let place = 0;
    for (let k = 1; k < open.length; k += 1)
      if ((weights[open[k] ?? 0] ?? 0) > (weights[open[place] ?? 0] ?? 0)) place = k;
    const chosen = open[place] ?? 0;
    open[place] = open.at(-1) ?? 0;
    open.pop();
    let ready = releases[chosen] ?? 0;
    for (const { at, fromStartMin } of before[chosen] ?? [])
      ready = Math.max(ready, (starts[at] ?? 0) + fromStartMin);
    const startMin = use.firstFit(uses[chosen] ?? [], ready);
    use.take(uses[chosen] ?? [], startMin);
    starts[chosen] = startMin;
    endMin = Math.max(endMin, startMin + (blocks[chosen]?.minutes ?? 0) + (waits[chosen] ?? 0));
    for (const { at } of followers[chosen] ?? []) {
      left[at] = (left[at] ?? 0) - 1;
      if (left[at] === 0) open.push(at);
    }
  }
  return { starts, endMin };
}

/** A row of numbers between 0 and 1 that looks like chance and is the same every time. */
function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** How far the weights of a fresh start are shaken, of the longest way. */
const SHAKES = [0.05, 0.15, 0.3, 0.6] as const;
/** How long a stretch of a schedule is shaken at a time, of its length. */
const STRETCHES = [0.15, 0.3, 0.6, 1.2] as const;
/** A try that is longer by less than this share is worked on too, less and less so (threshold accepting). */
const MOST_LOSS = 0.005;
/** Fresh starts before the best of them is worked on. */
const FIRST_STARTS = 8;
/** Tries without a gain after which the work goes on from a fresh start. */
const PATIENCE = 150;

/** Most times a schedule is pushed late and early again. */
const MOST_PUSHES = 6;

/** Dives, each then pushed: all blocks as late as they can be, then as early, which closes gaps (forward and backward improvement). */
class Diver {
  readonly #network: Network;
  readonly #backwards: Network;
  readonly #hands: 1 | 2;
  readonly #waits: readonly number[];
  readonly #none: readonly number[];
  /** Blocks placed so far. */
  placings = 0;

  constructor(network: Network, hands: 1 | 2) {
    this.#network = network;
    this.#backwards = reversed(network);
    this.#hands = hands;
    this.#waits = network.blocks.map(({ waitMin }) => waitMin);
    this.#none = network.blocks.map(() => 0);
  }

  /** The schedule that follows from weights, pushed late and early while that shortens it. */
  from(weights: readonly number[], leastMin: number): Dive {
    let best = this.#dive(this.#network, weights, this.#waits);
    for (let push = 0; push < MOST_PUSHES && best.endMin > leastMin + SAME_MIN; push += 1) {
      const late = this.#dive(this.#backwards, this.#ends(best), this.#none);
      const early = this.#dive(this.#network, this.#ends(late), this.#waits);
      if (early.endMin >= best.endMin - SAME_MIN) break;
      best = early;
    }
    return best;
  }

  #ends({ starts }: Dive): readonly number[] {
    return starts.map((start, at) => start + (this.#network.blocks[at]?.minutes ?? 0));
  }

  #dive(network: Network, weights: readonly number[], waits: readonly number[]): Dive {
    this.placings += network.blocks.length;
    return dive(network, this.#hands, weights, waits);
  }
}

export interface PlacedBlocks {
  readonly placed: readonly PlacedBlock[];
  readonly endMin: number;
}

/**
 * Returns the shortest of many schedules. Fresh starts place by the longest way behind a block or by the one before it, shaken; the best of
 * them is worked on: its own order with the blocks of one stretch shaken, kept where hardly longer (iterated local search). Ends at
 * `leastMin`, which nothing is below, or after `most` placings of a block.
 */
export function bestDive(network: Network, hands: 1 | 2, leastMin: number, most: number): PlacedBlocks {
  const { tails, heads, blocks } = network;
  const next = chance(blocks.length);
  const diver = new Diver(network, hands);
  const early = heads.map((head) => -head);
  const longestWay = Math.max(1, ...tails);
  let best = diver.from(tails, leastMin);
  const freshStart = (tries: number): Dive => {
    const spread = longestWay * (SHAKES[tries % SHAKES.length] ?? 0);
    const base = tries % 2 === 0 ? early : tails;
    return diver.from(
      base.map((weight) => weight + (next() - 0.5) * spread),
      leastMin,
    );
  };
  const shaken = ({ starts, endMin }: Dive, tries: number): Dive => {
    const stretch = endMin * (STRETCHES[tries % STRETCHES.length] ?? 1);
    const from = next() * (endMin + stretch) - stretch;
    const weights = starts.map((start) =>
      start >= from && start < from + stretch ? (next() - 0.5) * stretch - start : -start,
    );
    return diver.from(weights, leastMin);
  };
  /** The schedule that is worked on. */
  let now = best;
  let idleTries = 0;
  for (let tries = 0; best.endMin > leastMin + SAME_MIN && diver.placings < most; tries += 1) {
    const isFresh = tries < FIRST_STARTS || idleTries >= PATIENCE;
    const tried = isFresh ? freshStart(tries) : shaken(now, tries);
    const gainMin = now.endMin - tried.endMin;
    idleTries = isFresh || gainMin > SAME_MIN ? 0 : idleTries + 1;
    const mayLoseMin = now.endMin * MOST_LOSS * (1 - diver.placings / most) * next();
    if (tries < FIRST_STARTS ? gainMin > SAME_MIN : isFresh || gainMin >= -SAME_MIN - mayLoseMin) now = tried;
    if (now.endMin < best.endMin - SAME_MIN) best = now;
  }
  return {
    placed: blocks
      .map((block, at): PlacedBlock => ({ block, startMin: best.starts[at] ?? 0 }))
      .toSorted((a, b) => a.startMin - b.startMin),
    endMin: best.endMin,
  };
}

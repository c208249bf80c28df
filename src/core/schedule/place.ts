/**
 * Shortest placing of blocks on one or two pairs of hands. Dives find good schedules and use the waits inside blocks; where every block
 * is one solid piece, branch and bound over the orders blocks are begun in proves the best, with states that are later in everything
 * dropped. Every schedule of solid pieces without needless idling is some order.
 */

import type { Block } from "./blocks.ts";
import { bestDive, type PlacedBlock } from "./dive.ts";
import { leastLengthBelow, quickLeastLength } from "./least-length.ts";
import { SAME_MIN } from "./minutes.ts";
import { type Network, networkOf } from "./network.ts";

export interface Placement {
  readonly placed: readonly PlacedBlock[];
  readonly totalMin: number;
  /** No schedule of these blocks is shorter than this. */
  readonly leastMin: number;
  readonly isProved: boolean;
}

/** Blocks placed in dives before the best so far is taken: fewer where there are many, because each costs more. */
const MOST_DIVE_PLACINGS = 120_000;
const PLACINGS_TIMES_BLOCKS = 2_400_000;
/** States of the branch and bound looked at before the best so far is taken with its gap. */
const MOST_STATES = 3_000;
/** More blocks than this are not searched through: the dives are as good, and the search would not end. */
const MOST_BLOCKS_SEARCHED = 64;
interface Node {
  readonly done: bigint;
  /** When each pair of hands is free, the earlier first. */
  readonly free: readonly number[];
  /** Start of each block that was begun; NaN: not begun. */
  readonly starts: readonly number[];
  readonly placed: readonly PlacedBlock[];
  readonly end: number;
}

/** Pairs of hands of a block that is one solid piece, task after task; null: hands come and go in it. */
function solidHands({ placed, minutes }: Block): 1 | 2 | null {
  const row = placed.toSorted((a, b) => a.fromMin - b.fromMin || a.toMin - b.toMin);
  let at = 0;
  for (const { fromMin, toMin, hands } of row) {
    if (hands !== row[0]?.hands || Math.abs(fromMin - at) > SAME_MIN) return null;
    at = toMin;
  }
  return Math.abs(at - minutes) <= SAME_MIN ? (row[0]?.hands ?? 1) : null;
}

/** The search over orders; `best` is the length to beat. Null: nothing shorter was found. */
class OrderSearch {
  readonly #network: Network;
  readonly #hands: 1 | 2;
  readonly #solid: readonly (1 | 2)[];
  readonly #leastMin: number;
  readonly #seen = new Map<bigint, (readonly number[])[]>();
  #best: Node | null = null;
  #bestEnd: number;
  #states = 0;

  constructor(network: Network, hands: 1 | 2, solid: readonly (1 | 2)[], leastMin: number, bestEnd: number) {
    this.#network = network;
    this.#hands = hands;
    this.#solid = solid;
    this.#leastMin = leastMin;
    this.#bestEnd = bestEnd;
  }

  run(): {
    readonly placed: readonly PlacedBlock[] | null;
    readonly endMin: number;
    readonly isTriedOut: boolean;
  } {
    this.#search({
      done: 0n,
      free: new Array<number>(this.#hands).fill(0),
      starts: this.#network.blocks.map(() => Number.NaN),
      placed: [],
      end: 0,
    });
    return {
      placed: this.#best?.placed ?? null,
      endMin: this.#bestEnd,
      isTriedOut: this.#states <= MOST_STATES,
    };
  }

  #isBegun(done: bigint, at: number): boolean {
    return ((done >> BigInt(at)) & 1n) === 1n;
  }

  #readyAt(at: number, starts: readonly number[]): number {
    return Math.max(
      0,
      ...(this.#network.before[at] ?? []).map((lag) => (starts[lag.at] ?? 0) + lag.fromStartMin),
    );
  }

  #open({ done }: Node): readonly number[] {
    return this.#network.blocks.map((_, at) => at).filter((at) => !this.#isBegun(done, at));
  }

  #mayBegin({ done }: Node, at: number): boolean {
    return (this.#network.before[at] ?? []).every((lag) => this.#isBegun(done, lag.at));
  }

  #leastFrom(node: Node): number {
    const { blocks, tails, work } = this.#network;
    const open = this.#open(node);
    if (open.length === 0) return node.end;
    const earliest = node.free[0] ?? 0;
    // Begun predecessors bound a chain's head from below; the rest of the chain follows.
    const byChain = open
      .filter((at) => this.#mayBegin(node, at))
      .map((at) => Math.max(earliest, this.#readyAt(at, node.starts)) + (tails[at] ?? 0));
    const byWork =
      (node.free.reduce((sum, at) => sum + at, 0) + open.reduce((sum, at) => sum + (work[at] ?? 0), 0)) /
        this.#hands +
      Math.min(...open.map((at) => blocks[at]?.waitMin ?? 0));
    return Math.max(node.end, byWork, ...byChain);
  }

  /** Figures of a state that later blocks depend on: when hands are free, and the starts of what is still waited for. */
  #isDominated(node: Node): boolean {
    const felt = [
      ...node.free,
      ...node.starts.map((start, at) =>
        Number.isNaN(start) ||
        (this.#network.followers[at] ?? []).every((lag) => this.#isBegun(node.done, lag.at))
          ? 0
          : start,
      ),
      node.end,
    ];
    const earlier = this.#seen.get(node.done) ?? [];
    if (earlier.some((other) => other.every((at, k) => at <= (felt[k] ?? 0) + SAME_MIN))) return true;
    this.#seen.set(node.done, [
      ...earlier.filter((other) => !felt.every((at, k) => at <= (other[k] ?? 0))),
      felt,
    ]);
    return false;
  }

  #begin(node: Node, at: number, block: Block): Node {
    const takesBoth = this.#solid[at] === 2;
    const handFree = takesBoth ? Math.max(...node.free) : (node.free[0] ?? 0);
    const startMin = Math.max(handFree, this.#readyAt(at, node.starts));
    const stopMin = startMin + block.minutes;
    return {
      done: node.done | (1n << BigInt(at)),
      free: takesBoth ? node.free.map(() => stopMin) : [stopMin, ...node.free.slice(1)].sort((a, b) => a - b),
      starts: node.starts.map((start, k) => (k === at ? startMin : start)),
      placed: [...node.placed, { block, startMin }],
      end: Math.max(node.end, stopMin + block.waitMin),
    };
  }

  #search(node: Node): void {
    const { blocks, tails } = this.#network;
    this.#states += 1;
    if (node.placed.length === blocks.length) {
      if (node.end < this.#bestEnd - SAME_MIN) [this.#best, this.#bestEnd] = [node, node.end];
      return;
    }
    if (this.#isDominated(node)) return;
    const next = this.#open(node)
      .filter((at) => this.#mayBegin(node, at))
      .flatMap((at) => {
        const block = blocks[at];
        if (block === undefined) return [];
        const child = this.#begin(node, at, block);
        return [{ child, start: child.placed.at(-1)?.startMin ?? 0, tail: tails[at] ?? 0 }];
      })
      // Earliest start first, then the longest chain behind it.
      .sort((a, b) => a.start - b.start || b.tail - a.tail);
    for (const { child } of next) {
      if (this.#bestEnd <= this.#leastMin + SAME_MIN || this.#states > MOST_STATES) return;
      if (this.#leastFrom(child) >= this.#bestEnd - SAME_MIN) continue;
      this.#search(child);
    }
  }
}

/**
 * Places blocks in time for one or two pairs of hands; tells the gap where the best could not be proved. `effort`: how many times the usual
 * number of dives is tried at most. Null where no placing can be shorter than `beatMin`.
 */
export function placeBlocks(
  blocks: readonly Block[],
  hands: 1 | 2,
  effort: number,
  beatMin = Number.POSITIVE_INFINITY,
): Placement | null {
  if (blocks.length === 0) return { placed: [], totalMin: 0, leastMin: 0, isProved: true };
  const network = networkOf(blocks);
  const quickLeastMin = quickLeastLength(network, hands);
  if (quickLeastMin >= beatMin - SAME_MIN) return null;
  const most = effort * Math.min(MOST_DIVE_PLACINGS, PLACINGS_TIMES_BLOCKS / blocks.length);
  const found = bestDive(network, hands, quickLeastMin, most);
  const leastMin = leastLengthBelow(network, hands, { leastMin: quickLeastMin, foundMin: found.endMin });
  const ends = (placed: readonly PlacedBlock[], totalMin: number, isProved: boolean): Placement => ({
    placed,
    totalMin,
    leastMin: isProved ? totalMin : leastMin,
    isProved,
  });
  if (found.endMin <= leastMin + SAME_MIN) return ends(found.placed, found.endMin, true);
  const solid = blocks.map(solidHands);
  const isSolid = (each: readonly (1 | 2 | null)[]): each is readonly (1 | 2)[] => !each.includes(null);
  if (!isSolid(solid) || blocks.length > MOST_BLOCKS_SEARCHED) return ends(found.placed, found.endMin, false);
  const searched = new OrderSearch(network, hands, solid, leastMin, found.endMin).run();
  return ends(
    searched.placed ?? found.placed,
    searched.endMin,
    searched.isTriedOut || searched.endMin <= leastMin + SAME_MIN,
  );
}

/**
 * Shortest placing of blocks on one or two pairs of hands: branch and bound over the orders blocks are begun in, with
 * states that are later in everything dropped. Every schedule without needless idling is some order.
 */
import type { Block } from "./blocks.ts";

export interface PlacedBlock {
  readonly block: Block;
  readonly startMin: number;
}

export interface Placement {
  readonly placed: readonly PlacedBlock[];
  readonly totalMin: number;
  /** No schedule of these blocks is shorter than this. */
  readonly leastMin: number;
  readonly isProved: boolean;
}

/** States looked at before the best so far is taken with its gap. */
const MOST_STATES = 3_000;
const SAME_MIN = 1e-9;

interface Node {
  readonly done: bigint;
  /** When each pair of hands is free, the earlier first. */
  readonly free: readonly number[];
  /** End, with its wait, of each block that was begun; NaN: not begun. */
  readonly until: readonly number[];
  readonly placed: readonly PlacedBlock[];
  readonly end: number;
}

/** Places blocks in time for one or two pairs of hands, by branch and bound; tells the gap where the bound on states was reached. */
export function placeBlocks(blocks: readonly Block[], hands: 1 | 2): Placement {
  const index = new Map(blocks.map(({ id }, at) => [id, at]));
  const before = blocks.map(({ after }) => after.map((id) => index.get(id) ?? -1));
  const followers = blocks.map((_, at) =>
    blocks.flatMap((_, other) => (before[other]?.includes(at) ? [other] : [])),
  );
  /** From a block's start to the end of the longest chain it heads, last waits included. */
  const tails = new Array<number>(blocks.length).fill(Number.NaN);
  const tailOf = (at: number): number => {
    const cached = tails[at];
    if (cached !== undefined && !Number.isNaN(cached)) return cached;
    const block = blocks[at];
    if (block === undefined) return 0;
    const tail = block.minutes + block.waitMin + Math.max(0, ...(followers[at] ?? []).map(tailOf));
    tails[at] = tail;
    return tail;
  };
  for (const at of blocks.keys()) tailOf(at);
  const work = (at: number) => (blocks[at]?.minutes ?? 0) * (blocks[at]?.hands ?? 1);
  const all = blocks.map((_, at) => at);
  const readyAt = (at: number, until: readonly number[]) =>
    Math.max(0, ...(before[at] ?? []).map((each) => until[each] ?? 0));
  const isBegun = (done: bigint, at: number) => ((done >> BigInt(at)) & 1n) === 1n;

  const leastFrom = ({ done, free, until, end }: Node): number => {
    const open = all.filter((at) => !isBegun(done, at));
    if (open.length === 0) return end;
    const earliest = free[0] ?? 0;
    // Begun predecessors bound a chain's head from below; the rest of the chain follows.
    const byChain = open
      .filter((at) => (before[at] ?? []).every((each) => isBegun(done, each)))
      .map((at) => Math.max(earliest, readyAt(at, until)) + tailOf(at));
    const byWork =
      (free.reduce((sum, at) => sum + at, 0) + open.reduce((sum, at) => sum + work(at), 0)) / hands +
      Math.min(...open.map((at) => blocks[at]?.waitMin ?? 0));
    return Math.max(end, byWork, ...byChain);
  };

  const root: Node = {
    done: 0n,
    free: new Array<number>(hands).fill(0),
    until: blocks.map(() => Number.NaN),
    placed: [],
    end: 0,
  };
  const leastMin = leastFrom(root);
  let best: Node | null = null;
  let states = 0;
  const seen = new Map<bigint, (readonly number[])[]>();

  /** Returns the figures of a state that later blocks depend on: when hands are free, and when what they wait for ends. */
  const dominanceKey = ({ done, free, until, end }: Node): readonly number[] => [
    ...free,
    ...until.map((at, k) =>
      Number.isNaN(at) || (followers[k] ?? []).every((each) => isBegun(done, each)) ? 0 : at,
    ),
    end,
  ];
  const isDominated = (node: Node): boolean => {
    const felt = dominanceKey(node);
    const earlierStates = seen.get(node.done) ?? [];
    if (earlierStates.some((other) => other.every((at, k) => at <= (felt[k] ?? 0) + SAME_MIN))) return true;
    seen.set(node.done, [
      ...earlierStates.filter((other) => !felt.every((at, k) => at <= (other[k] ?? 0))),
      felt,
    ]);
    return false;
  };
  const begin = (node: Node, at: number): Node => {
    const block = blocks[at] as Block;
    const handFree = block.hands === 2 ? Math.max(...node.free) : (node.free[0] ?? 0);
    const startMin = Math.max(handFree, readyAt(at, node.until));
    const stopMin = startMin + block.minutes;
    const free =
      block.hands === 2
        ? node.free.map(() => stopMin)
        : [stopMin, ...node.free.slice(1)].sort((a, b) => a - b);
    const untilMin = stopMin + block.waitMin;
    return {
      done: node.done | (1n << BigInt(at)),
      free,
      until: node.until.map((held, k) => (k === at ? untilMin : held)),
      placed: [...node.placed, { block, startMin }],
      end: Math.max(node.end, untilMin),
    };
  };
  const search = (node: Node): void => {
    states += 1;
    if (node.placed.length === blocks.length) {
      if (best === null || node.end < best.end - SAME_MIN) best = node;
      return;
    }
    if (isDominated(node)) return;
    const next = all
      .filter((at) => !isBegun(node.done, at) && (before[at] ?? []).every((each) => isBegun(node.done, each)))
      .map((at) => {
        const child = begin(node, at);
        return { child, start: child.placed.at(-1)?.startMin ?? 0, tail: tailOf(at) };
      })
      // Earliest start first, then the longest chain behind it: the first dive is a good schedule.
      .sort((a, b) => a.start - b.start || b.tail - a.tail);
    for (const { child } of next) {
      if (best !== null && (best.end <= leastMin + SAME_MIN || states > MOST_STATES)) return;
      if (best !== null && leastFrom(child) >= best.end - SAME_MIN) continue;
      search(child);
    }
  };
  search(root);
  const bestNode = best as Node | null;
  if (bestNode === null) return { placed: [], totalMin: 0, leastMin: 0, isProved: true };
  const isProved = states <= MOST_STATES || bestNode.end <= leastMin + SAME_MIN;
  return {
    placed: bestNode.placed,
    totalMin: bestNode.end,
    leastMin: isProved ? bestNode.end : leastMin,
    isProved,
  };
}

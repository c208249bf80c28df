/** How short a schedule of blocks can be at the least by the ways through them and the work on them. */
import { SAME_MIN } from "./minutes.ts";
import { type Lag, type Network, stretchesOf } from "./network.ts";

/** One task as a pair of hands does it: it starts no earlier than its head, and its end lies so far before the schedule's at least. */
interface HandTask {
  readonly headMin: number;
  readonly minutes: number;
  readonly tailMin: number;
}

/** The tasks of all blocks, one for each pair of hands they take. */
function handTasks({ blocks, heads, tails }: Network): readonly HandTask[] {
  return blocks.flatMap(({ placed }, at) =>
    placed.flatMap(({ fromMin, toMin, hands }) =>
      new Array<HandTask>(toMin > fromMin ? hands : 0).fill({
        headMin: (heads[at] ?? 0) + fromMin,
        minutes: toMin - fromMin,
        tailMin: (tails[at] ?? 0) - toMin,
      }),
    ),
  );
}

/**
 * The least length of some tasks, however they are ordered: of all that start no earlier than a moment and have to be done by some time
 * before the end, the work shared by all hands. Of so many tasks each pair of hands begins with another one and ends with another one, so
 * the earliest heads and the shortest tails are shared too.
 * Source: Jackson's bound for one machine, for several as in Carlier (1987).
 */
function leastByWork(tasks: readonly HandTask[], hands: 1 | 2): number {
  const byTail = tasks.toSorted((a, b) => b.tailMin - a.tailMin);
  let least = 0;
  for (const fromMin of new Set(tasks.map(({ headMin }) => headMin))) {
    let work = 0;
    // The two earliest heads and the two shortest tails so far; tails come in falling order, so that the last two are the shortest.
    let [head, secondHead] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    let [tail, secondTail] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const { headMin, minutes, tailMin } of byTail) {
      if (headMin < fromMin) continue;
      work += minutes;
      if (headMin < head) [head, secondHead] = [headMin, head];
      else if (headMin < secondHead) secondHead = headMin;
      [tail, secondTail] = [tailMin, tail];
      if (hands === 1) least = Math.max(least, head + work + tail);
      else if (secondHead < Number.POSITIVE_INFINITY)
        least = Math.max(least, (head + secondHead + work + tail + secondTail) / 2);
    }
  }
  return least;
}

/** Returns a length no schedule of the blocks is below: the longest way through them, and the work of all their tasks. */
export function leastLength(network: Network, hands: 1 | 2): number {
  const { blocks, heads, tails } = network;
  const longestWay = Math.max(0, ...blocks.map((_, at) => (heads[at] ?? 0) + (tails[at] ?? 0)));
  return Math.max(longestWay, leastByWork(handTasks(network), hands));
}

/** Blocks one after another with the most hands-on work among those that lead to, or from, each block; each block of a way ends before the next begins. */
function busiestWays(
  { blocks, uses }: Network,
  links: readonly (readonly Lag[])[],
  isAfter: boolean,
): readonly (readonly number[])[] {
  const busy = uses.map((each) => each.reduce((sum, { fromMin, toMin }) => sum + toMin - fromMin, 0));
  const found: { readonly way: readonly number[]; readonly busyMin: number }[] = [];
  const of = (at: number): { readonly way: readonly number[]; readonly busyMin: number } => {
    const cached = found[at];
    if (cached !== undefined) return cached;
    let best: { readonly way: readonly number[]; readonly busyMin: number } = { way: [], busyMin: 0 };
    for (const link of links[at] ?? []) {
      const first = blocks[isAfter ? at : link.at];
      if (link.fromStartMin < (first?.minutes ?? 0) - SAME_MIN) continue;
      const other = of(link.at);
      if (other.busyMin > best.busyMin) best = other;
    }
    const own = { way: [...best.way, at], busyMin: best.busyMin + (busy[at] ?? 0) };
    found[at] = own;
    return own;
  };
  return blocks.map((_, at) => of(at).way);
}

/**
 * Returns a length no schedule on two pairs of hands is below: the hands-on work of blocks that follow one another, and all work elsewhere
 * that takes both pairs of hands, is done at one time each, so it is bound as on one machine.
 */
export function leastBesideBoth(network: Network): number {
  const { blocks, before, followers, heads, tails } = network;
  const stretches = stretchesOf(network).map(({ at, fromMin, toMin, hands }) => ({
    at,
    hands,
    headMin: (heads[at] ?? 0) + fromMin,
    minutes: toMin - fromMin,
    tailMin: (tails[at] ?? 0) - toMin,
  }));
  const toEach = busiestWays(network, before, false);
  const fromEach = busiestWays(network, followers, true);
  return Math.max(
    0,
    ...blocks.map((_, at) => {
      const way = new Set([...(toEach[at] ?? []), ...(fromEach[at] ?? [])]);
      const inARow = stretches.filter((each) => each.hands === 2 || way.has(each.at));
      return leastByWork(inARow, 1);
    }),
  );
}

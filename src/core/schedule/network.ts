/** Blocks as a network: what each waits for, what follows, the longest way before and behind each, and how short any schedule can be. */
import type { Block } from "./blocks.ts";

export interface Lag {
  readonly at: number;
  readonly fromStartMin: number;
}

export interface Network {
  readonly blocks: readonly Block[];
  readonly before: readonly (readonly Lag[])[];
  readonly followers: readonly (readonly Lag[])[];
  /** Earliest start of each block by what stands before it. */
  readonly heads: readonly number[];
  /** From each block's start to the end of the longest way it heads, last waits included. */
  readonly tails: readonly number[];
  /** Minutes of hands each block takes. */
  readonly work: readonly number[];
  /** Hands each block takes over time, from its start. */
  readonly uses: readonly (readonly HandsUsed[])[];
  /** No block starts earlier than this. */
  readonly releases: readonly number[];
}

/** A stretch of a block in which so many pairs of hands are busy. */
export interface HandsUsed {
  readonly fromMin: number;
  readonly toMin: number;
  readonly hands: number;
}

/** A stretch in which hands are busy, by the block it belongs to. */
export interface Stretch extends HandsUsed {
  readonly at: number;
}

/** Returns every stretch of every block. */
export const stretchesOf = ({ uses }: Pick<Network, "uses">): readonly Stretch[] =>
  uses.flatMap((each, at) => each.map((use): Stretch => ({ ...use, at })));

/** The hands a block takes over time: its tasks side by side. */
function usesOf({ placed }: Block): readonly HandsUsed[] {
  const moments = [...new Set(placed.flatMap(({ fromMin, toMin }) => [fromMin, toMin]))].sort(
    (a, b) => a - b,
  );
  const uses: HandsUsed[] = [];
  for (const [at, fromMin] of moments.slice(0, -1).entries()) {
    const toMin = moments[at + 1] ?? fromMin;
    const hands = placed
      .filter((each) => each.fromMin <= fromMin && each.toMin >= toMin)
      .reduce((sum, each) => sum + each.hands, 0);
    const last = uses.at(-1);
    if (hands === 0) continue;
    if (last !== undefined && last.toMin === fromMin && last.hands === hands)
      uses[uses.length - 1] = { ...last, toMin };
    else uses.push({ fromMin, toMin, hands });
  }
  return uses;
}

/** Longest ways through a network without circles, from the given ends. */
function longest(
  count: number,
  links: readonly (readonly Lag[])[],
  lengthAt: (at: number, link: Lag | null, rest: number) => number,
): readonly number[] {
  const found = new Array<number>(count).fill(Number.NaN);
  const of = (at: number): number => {
    const cached = found[at] ?? Number.NaN;
    if (!Number.isNaN(cached)) return cached;
    const value = Math.max(
      lengthAt(at, null, 0),
      ...(links[at] ?? []).map((link) => lengthAt(at, link, of(link.at))),
    );
    found[at] = value;
    return value;
  };
  return Array.from({ length: count }, (_, at) => of(at));
}

/** Returns the network of blocks. Errors: RangeError for a block that waits for none of them. */
export function networkOf(blocks: readonly Block[]): Network {
  const index = new Map(blocks.map(({ id }, at) => [id, at]));
  const before = blocks.map(({ after }) =>
    after.map(({ block, fromStartMin }): Lag => {
      const at = index.get(block);
      if (at === undefined) throw new RangeError(`no block ${block}`);
      return { at, fromStartMin };
    }),
  );
  const followers = blocks.map((_, at) =>
    before.flatMap((lags, other) =>
      lags.filter((lag) => lag.at === at).map(({ fromStartMin }): Lag => ({ at: other, fromStartMin })),
    ),
  );
  return {
    blocks,
    before,
    followers,
    heads: longest(blocks.length, before, (_, link, rest) => (link === null ? 0 : rest + link.fromStartMin)),
    tails: longest(blocks.length, followers, (at, link, rest) =>
      link === null ? (blocks[at]?.minutes ?? 0) + (blocks[at]?.waitMin ?? 0) : link.fromStartMin + rest,
    ),
    uses: blocks.map(usesOf),
    releases: blocks.map(() => 0),
    work: blocks.map(({ placed }) =>
      placed.reduce((sum, { fromMin, toMin, hands }) => sum + (toMin - fromMin) * hands, 0),
    ),
  };
}

/**
 * Returns the network with time turned round: what came last comes first. A schedule of one, read backwards, is a schedule of the
 * other, of the same length; waits after a block's end become waits before its start.
 */
export function reversed(network: Network): Network {
  const { blocks, before, followers } = network;
  const minutes = (at: number) => blocks[at]?.minutes ?? 0;
  const turned = (from: number, { at, fromStartMin }: Lag, isFollower: boolean): Lag => ({
    at,
    fromStartMin: fromStartMin + (isFollower ? minutes(at) - minutes(from) : minutes(from) - minutes(at)),
  });
  return {
    ...network,
    before: followers.map((lags, from) => lags.map((lag) => turned(from, lag, true))),
    followers: before.map((lags, from) => lags.map((lag) => turned(from, lag, false))),
    uses: network.uses.map((uses, at) =>
      uses
        .map(({ fromMin, toMin, hands }) => ({
          fromMin: minutes(at) - toMin,
          toMin: minutes(at) - fromMin,
          hands,
        }))
        .toReversed(),
    ),
    releases: blocks.map(({ waitMin }) => waitMin),
  };
}

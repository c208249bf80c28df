/** Another part in a plan's place: one of the same role that both neighbours meet and that does all the plan asks of it. */
import { ADAPTER_KINDS, LENGTH_KINDS, type Part } from "../part/index.ts";
import { type Bill, billWith, EMPTY_BILL, REST_FT, unitsOf } from "./bill.ts";
import { bringsPieces, type PlannerIndex } from "./planner-index.ts";
import { functionsOf, lengthServes } from "./search-label.ts";
import {
  type Chain,
  faultsOfLink,
  type Link,
  pieceChoices,
  piecesOf,
  type SearchTask,
} from "./search-task.ts";

/** SKU in the plan to the SKU that takes its place. */
export type Swaps = Readonly<Record<string, string>>;

function hasSameEnds(one: Part, other: Part): boolean {
  return (
    one.ports.length === other.ports.length &&
    one.ports.every(({ id, end }) => other.ports.find((port) => port.id === id)?.end === end)
  );
}

function withPart(link: Link, part: Part): Link | null {
  const portOf = (id: string) => part.ports.find((port) => port.id === id);
  const [into, out] = [portOf(link.passage.into.id), portOf(link.passage.out.id)];
  const side = link.branch === null ? null : portOf(link.branch.side.id);
  if (!into || !out || side === undefined) return null;
  return {
    passage: { part, into, out },
    piece: link.piece,
    ...(link.continues ? { continues: true as const } : {}),
    branch: link.branch === null || side === null ? null : { ...link.branch, side },
  };
}

/** What a part is in a run for: parts of one role stand in for each other. */
function roleOf({ kind }: Part): string {
  if (LENGTH_KINDS.includes(kind)) return "length";
  return ADAPTER_KINDS.includes(kind) ? "adapter" : kind;
}

/** A part that could stand in a link's place, and the chain with it there. */
export interface Replacement {
  readonly part: Part;
  readonly chain: Chain;
}

/** The same place taken by a part with the same ends: nothing else of the chain changes. */
function withSameEnds(
  index: PlannerIndex,
  chain: Chain,
  link: Link,
): readonly Pick<Replacement, "part" | "chain">[] {
  return index.tables.parts
    .filter((part) => hasSameEnds(link.passage.part, part))
    .filter((part) => !part.oneWay || link.passage.into.id === "a")
    .flatMap((part) => {
      const swapped = withPart(link, part);
      if (swapped === null) return [];
      return [
        { part, chain: { ...chain, links: chain.links.map((each) => (each === link ? swapped : each)) } },
      ];
    });
}

/** The same place taken by a part with other ends that its neighbours meet too; the pieces of both joints change with it. */
function withOtherEnds(
  index: PlannerIndex,
  task: SearchTask,
  chain: Chain,
  at: number,
): readonly Replacement[] {
  const before = chain.links[at - 1]?.passage.out.end ?? task.from;
  const next = chain.links[at + 1];
  return index.passagesFrom(before).flatMap(({ passage, meeting }) => {
    const after = next
      ? index.meet(passage.out, next.passage.into, bringsPieces(next.passage))
      : index.meet(passage.out, task.to, bringsPieces(passage));
    const [piece] = byPrice(pieceChoices(meeting, task.admits));
    const [pieceAfter] = after === null ? [] : byPrice(pieceChoices(after, task.admits));
    if (piece === undefined || pieceAfter === undefined) return [];
    const links = chain.links.map((link, index) =>
      index === at
        ? { passage, piece, branch: null, ...(link.continues ? { continues: true as const } : {}) }
        : index === at + 1
          ? { ...link, piece: pieceAfter }
          : link,
    );
    return [{ part: passage.part, chain: { ...chain, links, lastKit: next ? chain.lastPiece : pieceAfter } }];
  });
}

const byPrice = (pieces: readonly (Part | null)[]) =>
  [...pieces].sort((a, b) => (a?.priceCents ?? 0) - (b?.priceCents ?? 0));

/**
 * Returns the parts that could stand in a link's place, cheapest first; the present one is not among them. Same role, both
 * neighbours met, every function kept that the plan asks of this place. A fork, and a run that is closed in, keep
 * their ends: what branches off or is hidden was chosen by them.
 */
export function alternativesFor(
  index: PlannerIndex,
  task: SearchTask,
  chain: Chain,
  at: number,
): readonly Replacement[] {
  const link = chain.links[at];
  if (link === undefined) return [];
  const { part } = link.passage;
  const hasBranched = task.kept === null || chain.links.slice(0, at).some(({ branch }) => branch !== null);
  const hasLength =
    task.lengthIn === null ||
    chain.links.slice(0, at).some(({ passage }) => LENGTH_KINDS.includes(passage.part.kind));
  const neededFunctions = functionsOf(link, { hasBranched, hasLength }, task).filter((each) =>
    task.needs.includes(each),
  );
  const { lengthIn } = task;
  const keepsEnds = link.branch !== null || task.hidden !== null;
  const replacements = [
    ...withSameEnds(index, chain, link),
    ...(keepsEnds ? [] : withOtherEnds(index, task, chain, at)),
  ].filter(({ part: other, chain: changed }) => {
    const swapped = changed.links[at];
    if (swapped === undefined || other === part || roleOf(other) !== roleOf(part) || !task.admits(other))
      return false;
    if (LENGTH_KINDS.includes(other.kind) && (lengthIn === null || !lengthServes(other, lengthIn)))
      return false;
    const gives = functionsOf(swapped, { hasBranched, hasLength }, task);
    return neededFunctions.every((each) => gives.includes(each));
  });
  const seen = new Set<Part>();
  return replacements
    .filter((each) => !seen.has(each.part) && seen.add(each.part))
    .sort((a, b) => a.part.priceCents - b.part.priceCents);
}

/** Returns what the links of a chain cost and take from stock, with what every chain takes besides. */
export function billOf(links: readonly Link[], lastKit: Part | null, task: SearchTask): Bill {
  const longestIn = task.lengthIn?.max ?? 0;
  const whole = links.reduce((sum, link) => {
    const pieces = piecesOf(link).reduce((bill, piece) => billWith(bill, piece, 1, task), sum);
    const { part } = link.passage;
    return billWith(pieces, part, link.continues ? REST_FT : unitsOf(part, longestIn), task);
  }, EMPTY_BILL);
  const last = [...(lastKit === null ? [] : [lastKit]), ...(task.extras ?? [])];
  return last.reduce((bill, part) => billWith(bill, part, 1, task), whole);
}

/** Returns the chain with every wanted swap that can be made, from the wall on; a swap that cannot is left out. */
export function applySwaps(index: PlannerIndex, task: SearchTask, chain: Chain, swaps: Swaps): Chain {
  const swapped = chain.links.reduce((now, link, at) => {
    const sku = swaps[link.passage.part.sku];
    return alternativesFor(index, task, now, at).find(({ part }) => part.sku === sku)?.chain ?? now;
  }, chain);
  return {
    ...swapped,
    bill: billOf(swapped.links, swapped.lastPiece, task),
    faults: swapped.links.reduce((sum, link) => sum + faultsOfLink(link, task), 0),
  };
}

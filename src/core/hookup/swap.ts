/** Another part in a plan's place: one with the same ends, of the same kind, that does all the plan asks of it. */
import { LENGTH_KINDS, type Part } from "../parts/index.ts";
import { type Bill, billWith, EMPTY_BILL, unitsOf } from "./bill.ts";
import { type Chain, functionsOf, type Link, lengthServes, type SearchTask } from "./label.ts";
import { piecesOf } from "./links.ts";
import type { Shop } from "./shop.ts";

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
    kit: link.kit,
    branch: link.branch === null || side === null ? null : { ...link.branch, side },
  };
}

/** Parts that could stand in a link's place, cheapest first; the present one is not among them. */
export function alternativesFor(shop: Shop, task: SearchTask, chain: Chain, at: number): readonly Part[] {
  const link = chain.links[at];
  if (link === undefined) return [];
  const { part } = link.passage;
  const hasBranched = task.kept === null || chain.links.slice(0, at).some(({ branch }) => branch !== null);
  const wanted = functionsOf(link, hasBranched, task).filter((each) => task.needs.includes(each));
  const { lengthIn } = task;
  return shop.tables.parts
    .filter((other) => other !== part && other.kind === part.kind && hasSameEnds(part, other))
    .filter((other) => task.admits(other) && (!other.oneWay || link.passage.into.id === "a"))
    .filter(
      (other) => !LENGTH_KINDS.includes(other.kind) || (lengthIn !== null && lengthServes(other, lengthIn)),
    )
    .filter((other) => {
      const swapped = withPart(link, other);
      if (swapped === null) return false;
      const gives = functionsOf(swapped, hasBranched, task);
      return wanted.every((each) => gives.includes(each));
    })
    .sort((a, b) => a.priceCents - b.priceCents);
}

function billOf(links: readonly Link[], lastKit: Part | null, task: SearchTask): Bill {
  const longestIn = task.lengthIn?.max ?? 0;
  const whole = links.reduce(
    (sum, link) =>
      billWith(
        piecesOf(link).reduce((bill, piece) => billWith(bill, piece, 1, task.stock), sum),
        link.passage.part,
        unitsOf(link.passage.part, longestIn),
        task.stock,
      ),
    EMPTY_BILL,
  );
  return lastKit === null ? whole : billWith(whole, lastKit, 1, task.stock);
}

/** The chain with every wanted swap that can be made; a swap that cannot is left out. */
export function applySwaps(shop: Shop, task: SearchTask, chain: Chain, swaps: Swaps): Chain {
  const links = chain.links.map((link, at) => {
    const sku = swaps[link.passage.part.sku];
    const other = alternativesFor(shop, task, chain, at).find((each) => each.sku === sku);
    return (other && withPart(link, other)) ?? link;
  });
  return { links, lastKit: chain.lastKit, bill: billOf(links, chain.lastKit, task) };
}

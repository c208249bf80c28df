/** Which nodes of a chain touch which sides: who joins, who leaves, and how far a touching node is off its side. */

import { at } from "../numerics/index.ts";
import type { HalfSpace } from "./chain-state.ts";

export interface Contact {
  readonly node: number;
  readonly side: number;
  push: number;
}

/** A node this far past a side, in lengths of the line, is through it. */
const THROUGH = 1e-9;

/**
 * Returns the contacts of the next step. Of each stretch that is through a side the deepest node joins; nodes that are pulled
 * instead of pushed leave. A stretch that joined as a whole would let go again of a node at each end, step after step.
 * `isOneByOne`: only the node that is pulled hardest leaves, and the deepest of all joins only where none leaves, so that the
 * same few sets cannot follow each other in a circle.
 * Shape: rising by side and node. `isSame` is true where nothing had to join or leave.
 */
export function changedContacts(
  contacts: readonly Contact[],
  tangents: Float64Array,
  sides: readonly HalfSpace[],
  isOneByOne: boolean,
): { readonly contacts: readonly Contact[]; readonly isSame: boolean } {
  if (sides.length === 0) return { contacts, isSame: true };
  const hardest = Math.min(0, ...contacts.map(({ push }) => push));
  const stay = contacts.filter(({ push }) => push > (isOneByOne ? hardest : 0));
  const leaves = stay.length < contacts.length;
  const through = deepestThrough(contacts, tangents, sides);
  const deepest = Math.min(...through.map(({ height }) => height));
  const join = isOneByOne ? through.filter(({ height }) => !leaves && height === deepest) : through;
  return {
    contacts: [...stay, ...join.map(({ node, side }) => ({ node, side, push: 0 }))].sort(
      (one, other) => one.side - other.side || one.node - other.node,
    ),
    isSame: !leaves && through.length === 0,
  };
}

/** Returns the deepest node of each stretch that is through a side and does not touch it yet. */
function deepestThrough(
  contacts: readonly Contact[],
  tangents: Float64Array,
  sides: readonly HalfSpace[],
): readonly { readonly node: number; readonly side: number; readonly height: number }[] {
  const count = tangents.length / 3;
  return sides.flatMap(({ normal, least }, side) => {
    const touching = new Set(contacts.flatMap((each) => (each.side === side ? each.node : [])));
    const deepest: { node: number; side: number; height: number }[] = [];
    let [low, lowest, height] = [-1, -THROUGH, -least];
    for (let node = 0; node <= count - 2; node += 1) {
      height +=
        (normal[0] * at(tangents, 3 * node) +
          normal[1] * at(tangents, 3 * node + 1) +
          normal[2] * at(tangents, 3 * node + 2)) /
        count;
      const isThrough = height < -THROUGH && !touching.has(node);
      if (isThrough && height < lowest) [low, lowest] = [node, height];
      if (low < 0 || (isThrough && node < count - 2)) continue;
      deepest.push({ node: low, side, height: lowest });
      [low, lowest] = [-1, -THROUGH];
    }
    return deepest;
  });
}

/** Returns how far a touching node lies on the open side of its side, in lengths of the line; negative: behind it. */
export function contactMiss(
  { node, side }: Contact,
  tangents: Float64Array,
  sides: readonly HalfSpace[],
): number {
  const touched = sides[side];
  if (touched === undefined) return 0;
  const { normal, least } = touched;
  let [x, y, z] = [0, 0, 0];
  for (let t = 0; t <= 3 * node; t += 3) {
    x += at(tangents, t);
    y += at(tangents, t + 1);
    z += at(tangents, t + 2);
  }
  return (3 * (normal[0] * x + normal[1] * y + normal[2] * z)) / tangents.length - least;
}

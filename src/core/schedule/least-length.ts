/**
 * How short a schedule of blocks can be at the least: lengths are refuted one after the other. A length is refuted when the windows in
 * which blocks may begin, narrowed by what must come before what, leave no room. Source: destructive lower bounds as in Klein and
 * Scholl (1999).
 */

import { leastBesideBoth, leastLength } from "./least-work.ts";
import { SAME_MIN } from "./minutes.ts";
import type { Network } from "./network.ts";
import { Windows } from "./windows.ts";

/** Shortest step that is taken for one, minutes: 3 seconds. Figures with a shorter one follow none. */
const LEAST_STEP_MIN = 0.05;

/** The longest step two lengths are both multiples of. Euclid's, to the nearest multiple because figures are rounded. */
function commonStep(one: number, other: number): number {
  let [long, short] = [Math.max(one, other), Math.min(one, other)];
  while (short > SAME_MIN) [long, short] = [short, Math.abs(long - Math.round(long / short) * short)];
  return long;
}

/**
 * Returns the longest step all minutes of a network are multiples of; null: they follow none. A schedule without idling begins and ends
 * its blocks on that step.
 */
export function gridOf({ blocks, before, uses }: Network): number | null {
  const minutes = [
    ...blocks.flatMap(({ minutes: own, waitMin }) => [own, waitMin]),
    ...before.flat().map(({ fromStartMin }) => Math.abs(fromStartMin)),
    ...uses.flat().flatMap(({ fromMin, toMin }) => [fromMin, toMin]),
  ];
  const step = minutes.reduce(commonStep, 0);
  return step < LEAST_STEP_MIN ? null : step;
}

/** Returns the first step of the grid at or after some minutes. */
const onGrid = (minutes: number, grid: number | null) =>
  grid === null ? minutes : Math.ceil(minutes / grid - SAME_MIN) * grid;

/** Returns a length no schedule of the blocks is below, by the ways through them and the work on them; on the step their minutes follow. */
export function quickLeastLength(network: Network, hands: 1 | 2): number {
  const byWork = leastLength(network, hands);
  return onGrid(hands === 1 ? byWork : Math.max(byWork, leastBesideBoth(network)), gridOf(network));
}

/**
 * Returns a length no schedule of the blocks is below: the first that is not refuted from `leastMin` on, which nothing is below, up to
 * `foundMin`, the length of a schedule that is there. `mostNarrowings`: how often windows are narrowed to try parts of them; 0: parts
 * are not tried.
 */
export function leastLengthBelow(
  network: Network,
  hands: 1 | 2,
  {
    leastMin,
    foundMin,
    mostNarrowings = 0,
  }: {
    readonly leastMin: number;
    readonly foundMin: number;
    readonly mostNarrowings?: number;
  },
): number {
  const grid = gridOf(network);
  if (hands === 1 || grid === null || foundMin <= leastMin + SAME_MIN) return leastMin;
  const windows = new Windows(network, hands, grid);
  // Lengths below `low` are refuted; at `high` nothing is.
  let [low, high] = [Math.round(leastMin / grid), Math.round(foundMin / grid)];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (windows.isRefuted(middle, mostNarrowings)) low = middle + 1;
    else high = middle;
  }
  return Math.max(leastMin, low * grid);
}

/** Whether a figure is firm: how much the bend changes when an end sits a little elsewhere than it was measured. */

import { add, type Vector } from "../geometry/index.ts";
import { curveOf, type LineCurve } from "./curve.ts";
import type { LineSetup } from "./line-setup.ts";

/** How far an end is taken to be off: what a tape in a cabinet is good for, inches. */
export const MEASURED_TO_IN = 1 / 8;
/** A radius that moves by more than this share is sensitive. */
export const SENSITIVE_SHARE = 0.15;

export interface Sensitivity {
  readonly isSensitive: boolean;
  /** Smallest and largest radius met among the moved ends, inches. */
  readonly radiusIn: readonly [least: number, most: number];
}

const MOVES: readonly Vector[] = [
  [MEASURED_TO_IN, 0, 0],
  [-MEASURED_TO_IN, 0, 0],
  [0, MEASURED_TO_IN, 0],
  [0, -MEASURED_TO_IN, 0],
  [0, 0, MEASURED_TO_IN],
  [0, 0, -MEASURED_TO_IN],
];

/**
 * Moves end b an eighth of an inch each way and solves again; along walls from the line as it lies. A line with a rival shape
 * is sensitive too.
 * Units: inches. A move after which the line does not reach counts as radius 0.
 */
export function sensitivityOf(setup: LineSetup, curve: LineCurve): Sensitivity {
  const { lengthIn, minRadiusIn, rivalRadiusIn } = curve;
  const radii = MOVES.map((move) => {
    const moved = { ...setup, b: { ...setup.b, at: add(setup.b.at, move) } };
    return curveOf(moved, lengthIn, curve)?.minRadiusIn ?? 0;
  });
  const all = [minRadiusIn, ...radii, ...(rivalRadiusIn === null ? [] : [rivalRadiusIn])];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const isStraight = least > 20 * setup.minBendRadiusIn;
  const off = Math.max(minRadiusIn - least, most - minRadiusIn) / minRadiusIn;
  return { isSensitive: !isStraight && off > SENSITIVE_SHARE, radiusIn: [least, most] };
}

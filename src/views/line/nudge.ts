import type { Flat } from "./projection.ts";

/** One press of an arrow key, inches: an eighth; with Shift a whole inch. */
const NUDGE_IN = 1 / 8;
const LARGE_NUDGE_IN = 1;

/** Returns how far one press of an arrow key moves an end, in the drawing's inches. */
export const nudgeOf = (step: Flat, isLarge: boolean): Flat => {
  const size = isLarge ? LARGE_NUDGE_IN : NUDGE_IN;
  return [step[0] * size, step[1] * size];
};

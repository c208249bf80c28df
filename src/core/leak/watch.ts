/**
 * What a look or a dry tissue over a time can have seen. Rates in mL/min at 60 psi, windows in minutes.
 * The figures are engineering estimates, not measured; the product says so beside them.
 */
import type { CheckMethod } from "./stage.ts";

/** Volume of one drip, mL. Engineering estimate. */
export const DRIP_ML = 0.05;
/** Least water that is felt on a dry tissue, mL. Engineering estimate. */
export const TISSUE_ML = 0.02;
/** Spread (coefficient of variation) of both volumes. Engineering estimate. */
export const SPREAD = 0.25;
/** What evaporates unseen, mL/min: 0.02 mL an hour, an assumption. */
export const EVAPORATION_ML_PER_MIN = 0.02 / 60;
/** One-sided 95 % point of the normal distribution. */
const Z95 = 1.645;
const MINUTES_PER_DAY = 1440;

/**
 * Smallest leak that shows with 95 % probability on a wiped joint watched for `windowMin` minutes.
 * Returns mL/min. Errors: RangeError when the window is not above zero.
 * Source: volume needed v (1 + 1.645 cv) over the window, plus the evaporation floor; table in watch.test.ts.
 */
export function detectableMlPerMin(method: CheckMethod, windowMin: number): number {
  if (!(windowMin > 0)) throw new RangeError(`windowMin must be > 0 min, got ${windowMin}`);
  const neededMl = (method === "look" ? DRIP_ML : TISSUE_ML) * (1 + Z95 * SPREAD);
  return neededMl / windowMin + EVAPORATION_ML_PER_MIN;
}

/** A rate as what it comes to in a day, mL. */
export function mlPerDay(rateMlPerMin: number): number {
  return rateMlPerMin * MINUTES_PER_DAY;
}

/** All samples fitted to the points of one hold. */

import { complianceAt, storedMl } from "../water/index.ts";
import { columnsFor, type ModelBasis } from "./explanations.ts";
import type { ParameterSample } from "./hold-model.ts";
import { type LeakFit, regress } from "./regression.ts";

/** What the model itself may be off by, as a share of how far the pressure has come. Judgement: real lines are not this simple. */
const MODEL_SHARE = 0.006;

/** Returns the stored volume against that at the first point, mL, and how far off each may be. Written as one loop: it runs thousands of times a test. */
export function storedChange(
  { points, warmthSd }: ModelBasis,
  { yielding }: ParameterSample,
  inflate: number,
): { readonly y: Float64Array; readonly sigma: Float64Array } {
  const first = points[0]?.psi ?? 0;
  const start = storedMl(yielding, first);
  const y = new Float64Array(points.length);
  const sigma = new Float64Array(points.length);
  let at = 0;
  for (const { psi, sigmaPsi } of points) {
    const model = MODEL_SHARE * (psi - first);
    y[at] = storedMl(yielding, psi) - start;
    const reading = Math.sqrt(sigmaPsi * sigmaPsi + model * model) * complianceAt(yielding, psi);
    sigma[at] = inflate * Math.hypot(reading, warmthSd[at] ?? 0);
    at += 1;
  }
  return { y, sigma };
}

/** Fits the model once for every sample. `inflate` multiplies every reading's sigma: above 1 where the model leaves more than the readings' own error. */
export function fitAll(
  basis: ModelBasis,
  samples: readonly ParameterSample[],
  inflate = 1,
): readonly LeakFit[] {
  return samples.map((sample) => {
    const { y, sigma } = storedChange(basis, sample, inflate);
    return regress(sample, y, sigma, columnsFor(basis, sample), basis.minutes(sample.exponent).leak);
  });
}

/** Returns the coefficients of a fit when the leak is so large. */
export const coefficientsAt = (
  { meanAtZeroLeak: at0, meanPerLeak: perLeak }: LeakFit,
  leak: number,
): Float64Array => at0.map((value, i) => value + leak * (perLeak[i] ?? 0));

/** Returns what everything but the leak comes to at a point, mL. */
export function otherMl({ columns }: LeakFit, coefficients: Float64Array, at: number): number {
  return columns.reduce((sum, { effect }, i) => sum + (coefficients[i] ?? 0) * (effect[at] ?? 0), 0);
}

/** Returns the leftover of a fit at its points, in sigmas. */
export function leftover(basis: ModelBasis, fit: LeakFit, leak: number): readonly number[] {
  const { y, sigma } = storedChange(basis, fit.guess, 1);
  const coefficients = coefficientsAt(fit, leak);
  const { leak: minutes } = basis.minutes(fit.guess.exponent);
  return basis.points.map(
    (_, at) => ((y[at] ?? 0) - otherMl(fit, coefficients, at) + leak * (minutes[at] ?? 0)) / (sigma[at] ?? 1),
  );
}

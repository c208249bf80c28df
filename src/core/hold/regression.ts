/** Bayesian linear regression in closed form, with the leak kept apart from everything else. */

import { cholesky, solveCholesky } from "../numerics/index.ts";
import type { Column, ParameterSample } from "./hold-model.ts";

export interface LeakFit {
  readonly guess: ParameterSample;
  /** Log likelihood of the readings with leak L, everything else integrated out: c + b L - a L^2 / 2, L in mL/min at 60 psi. */
  readonly constant: number;
  readonly linear: number;
  readonly quadratic: number;
  /** Expected coefficients at no leak, and how each moves with the leak. */
  readonly meanAtZeroLeak: Float64Array;
  readonly meanPerLeak: Float64Array;
  /** Cholesky factor of the coefficients' posterior precision, lower triangle row by row. */
  readonly precisionFactor: Float64Array;
  readonly columns: readonly Column[];
}

/** Returns a draw of the coefficients round their mean: solves L' x = z for the factor L. */
export function scatterCoefficients(factor: Float64Array, z: readonly number[]): Float64Array {
  const size = z.length;
  const x = Float64Array.from(z);
  for (let row = size - 1; row >= 0; row -= 1) {
    let sum = x[row] ?? 0;
    for (let k = row + 1; k < size; k += 1) sum -= (factor[k * size + row] ?? 0) * (x[k] ?? 0);
    x[row] = sum / (factor[row * size + row] ?? 1);
  }
  return x;
}

/**
 * Regresses the change of stored volume on everything that may explain it.
 * `y` and `sigma` in mL at each point; `leak` is G, minutes at 60 psi: the leak's effect is -L G.
 * The likelihood is that of the pressures: samples may be compared (the Jacobian of volume against pressure cancels the scale of sigma).
 * Source: conjugate normal regression; each coefficient with its own normal prior.
 */
export function regress(
  sample: ParameterSample,
  y: Float64Array,
  sigma: Float64Array,
  columns: readonly Column[],
  leak: Float64Array,
): LeakFit {
  const size = columns.length;
  const count = y.length;
  const matrix = new Float64Array(size * size);
  const toResidual = new Float64Array(size);
  const toLeak = new Float64Array(size);
  const weight = new Float64Array(count);
  const residual = Float64Array.from(y);
  for (let at = 0; at < count; at += 1) weight[at] = 1 / (sigma[at] as number) ** 2;
  for (const { mean, effect } of columns)
    if (mean !== 0)
      for (let at = 0; at < count; at += 1)
        residual[at] = (residual[at] as number) - mean * (effect[at] as number);
  let [rr, rg, gg, logPrior] = [0, 0, 0, 0];
  for (let at = 0; at < count; at += 1) {
    const [w, r, g] = [weight[at] as number, residual[at] as number, leak[at] as number];
    rr += w * r * r;
    rg -= w * r * g;
    gg += w * g * g;
  }
  const weighted = new Float64Array(count);
  for (let i = 0; i < size; i += 1) {
    const { effect } = columns[i] as Column;
    let [r, g] = [0, 0];
    for (let at = 0; at < count; at += 1) {
      const each = (weight[at] as number) * (effect[at] as number);
      weighted[at] = each;
      r += each * (residual[at] as number);
      g -= each * (leak[at] as number);
    }
    toResidual[i] = r;
    toLeak[i] = g;
    for (let j = 0; j <= i; j += 1) {
      const other = (columns[j] as Column).effect;
      let sum = 0;
      for (let at = 0; at < count; at += 1) sum += (weighted[at] as number) * (other[at] as number);
      matrix[i * size + j] = sum;
    }
  }
  for (let i = 0; i < size; i += 1) {
    const sd = columns[i]?.sd ?? 1;
    matrix[i * size + i] = (matrix[i * size + i] ?? 0) + 1 / (sd * sd);
    logPrior -= Math.log(sd);
  }
  const low = cholesky(matrix, size);
  let logDet = 0;
  for (let i = 0; i < size; i += 1) logDet += Math.log(low[i * size + i] ?? 1);
  const shift = solveCholesky(low, toResidual);
  const byLeak = solveCholesky(low, toLeak);
  const dot = (left: Float64Array, right: Float64Array) =>
    left.reduce((sum, each, i) => sum + each * (right[i] ?? 0), 0);
  return {
    guess: sample,
    constant: sample.logWeight - 0.5 * (rr - dot(toResidual, shift)) - logDet + logPrior,
    linear: rg - dot(toLeak, shift),
    quadratic: gg - dot(toLeak, byLeak),
    meanAtZeroLeak: Float64Array.from({ length: size }, (_, i) => (columns[i]?.mean ?? 0) + (shift[i] ?? 0)),
    meanPerLeak: Float64Array.from({ length: size }, (_, i) => -(byLeak[i] ?? 0)),
    precisionFactor: low,
    columns,
  };
}

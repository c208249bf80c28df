/** The normal distribution and points that fill a cube evenly: chance without a generator. */

/** Returns the distribution function of the standard normal. Abramowitz and Stegun 7.1.26 refined to 1e-12 by a series and a continued fraction. */
export function normalCdf(x: number): number {
  const size = Math.abs(x);
  if (size > 38) return x > 0 ? 1 : 0;
  const density = Math.exp((-size * size) / 2) / Math.sqrt(2 * Math.PI);
  if (size < 4) {
    let term = size;
    let sum = size;
    for (let n = 1; Math.abs(term) > 1e-16 * Math.abs(sum) && n < 200; n += 1) {
      term *= (size * size) / (2 * n + 1);
      sum += term;
    }
    const half = density * sum;
    return x >= 0 ? 0.5 + half : 0.5 - half;
  }
  let fraction = size;
  for (let n = 60; n >= 1; n -= 1) fraction = size + n / fraction;
  const tail = density / fraction;
  return x > 0 ? 1 - tail : tail;
}

/** Returns the quantile of the standard normal, 0 < p < 1: Acklam's rational estimate, polished by one step of Halley. */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`a share between 0 and 1 is needed, got ${p}`);
  const estimate = acklam(p);
  const error = normalCdf(estimate) - p;
  const step = error * Math.sqrt(2 * Math.PI) * Math.exp((estimate * estimate) / 2);
  return estimate - step / (1 + (estimate * step) / 2);
}

const A = [
  -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
  2.506628277459239,
];
const B = [
  -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572, 1,
];
const C = [
  -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
  2.938163982698783,
];
const D = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1];
const TAIL = 0.02425;

const polynomial = (coefficients: readonly number[], x: number) =>
  coefficients.reduce((sum, each) => sum * x + each, 0);

function acklam(p: number): number {
  if (p < TAIL) {
    const q = Math.sqrt(-2 * Math.log(p));
    return polynomial(C, q) / polynomial(D, q);
  }
  if (p > 1 - TAIL) return -acklam(1 - p);
  const q = p - 0.5;
  return (polynomial(A, q * q) * q) / polynomial(B, q * q);
}

const BASES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37] as const;

function radicalInverse(index: number, base: number): number {
  let left = index;
  let share = 1 / base;
  let sum = 0;
  while (left > 0) {
    sum += (left % base) * share;
    left = Math.floor(left / base);
    share /= base;
  }
  return sum;
}

/** Returns the point `index` (0, 1, 2, ...) of Halton's sequence in `dimensions` <= 12, each coordinate within (0, 1). */
export function halton(index: number, dimensions: number): readonly number[] {
  return BASES.slice(0, dimensions).map((base) => radicalInverse(index + 1, base));
}

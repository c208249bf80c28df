/** The gamma distribution: what counts of drips leave open. */

/** Returns the logarithm of the gamma function, x > 0. Lanczos, g = 7, nine terms: within 1e-13. */
export function logGamma(x: number): number {
  const terms = [
    676.5203681218851, -1259.1392167224028, 771.3234287776531, -176.6150291621406, 12.507343278686905,
    -0.13857109526572012, 9.984369578019572e-6, 1.5056327351493116e-7,
  ];
  const z = x - 1;
  const sum = terms.reduce((all, term, at) => all + term / (z + at + 1), 0.9999999999998099);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Returns the distribution function of the gamma distribution of this shape and unit scale. Series below shape + 1, continued fraction (Lentz) above. */
export function gammaCdf(shape: number, x: number): number {
  if (x <= 0) return 0;
  const front = Math.exp(shape * Math.log(x) - x - logGamma(shape));
  if (x < shape + 1) {
    let term = 1 / shape;
    let sum = term;
    for (let n = 1; n < 1000 && term > 1e-16 * sum; n += 1) {
      term *= x / (shape + n);
      sum += term;
    }
    return front * sum;
  }
  const tiny = 1e-300;
  let b = x + 1 - shape;
  let c = 1 / tiny;
  let d = 1 / b;
  let fraction = d;
  for (let n = 1; n < 1000; n += 1) {
    const a = -n * (n - shape);
    b += 2;
    d = 1 / Math.max(tiny, a * d + b);
    c = Math.max(tiny, b + a / c);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) break;
  }
  return 1 - front * fraction;
}

/** Returns the quantile of the same, by halving. Errors: RangeError unless 0 < share < 1 and shape > 0. */
export function gammaQuantile(shape: number, share: number): number {
  if (!(share > 0 && share < 1 && shape > 0))
    throw new RangeError(`no quantile of ${share} with shape ${shape}`);
  let [low, high] = [0, shape + 10];
  while (gammaCdf(shape, high) < share) high *= 2;
  for (let turn = 0; turn < 200 && high - low > 1e-13 * high; turn += 1) {
    const middle = (low + high) / 2;
    if (gammaCdf(shape, middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Returns the quantile of chi-square with so many degrees of freedom. */
export const chiSquareQuantile = (degrees: number, share: number): number =>
  2 * gammaQuantile(degrees / 2, share);

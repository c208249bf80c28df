/** Closed forms of the planar elastica, for tests: complete elliptic integrals by the arithmetic-geometric mean. */

/** K(k) and E(k), modulus k in [0, 1). Source: Abramowitz and Stegun 17.6. */
export function elliptic(k: number): { readonly K: number; readonly E: number } {
  let [a, b, c] = [1, Math.sqrt(1 - k * k), k];
  let sum = (c * c) / 2;
  for (let power = 1; Math.abs(c) > 1e-16; power *= 2) {
    [a, b, c] = [(a + b) / 2, Math.sqrt(a * b), (a - b) / 2];
    sum += power * c * c;
  }
  const K = Math.PI / (2 * a);
  return { K, E: K * (1 - sum) };
}

/**
 * A line of length 1 clamped along one axis at both ends, the ends `span` apart: the first buckled form.
 * span = 2 E / K - 1; greatest curvature 8 k K, at the clamps and in the middle (inflections at the quarters);
 * energy 8 K^2 (E / K - 1 + k^2), half the integral of curvature squared.
 * Source: Euler's inflexional elastica, curvature 2 k q cn(q s), q = 4 K.
 */
export function buckled(span: number): { readonly curvature: number; readonly energy: number } {
  let [low, high] = [0, 0.999999];
  for (let step = 0; step < 80; step += 1) {
    const k = (low + high) / 2;
    const { K, E } = elliptic(k);
    if ((2 * E) / K - 1 > span) low = k;
    else high = k;
  }
  const { K, E } = elliptic(low);
  return { curvature: 8 * low * K, energy: 32 * K * K * (E / K - 1 + low * low) };
}

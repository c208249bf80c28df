/**
 * Symmetric block-tridiagonal systems of 2 x 2 blocks, factored as L D L^T without pivoting between blocks. The signs of
 * the eigenvalues of D are those of the matrix (Sylvester's law of inertia).
 */
import { at } from "./typed-array.ts";

/** Blocks closer to singular than this, against their own size, are nudged off it. */
const SINGULAR = 1e-13;

export class BlockTridiagonal {
  /** a, b, c of each symmetric diagonal block [[a, b], [b, c]]. */
  readonly diagonal: Float64Array;
  /** Row by row, the block right of the diagonal in each block row but the last. */
  readonly beside: Float64Array;
  /** Inverses of D's blocks, as `diagonal`. */
  readonly #inverse: Float64Array;
  readonly count: number;

  constructor(count: number) {
    this.count = count;
    this.diagonal = new Float64Array(3 * count);
    this.beside = new Float64Array(4 * count);
    this.#inverse = new Float64Array(3 * count);
  }

  /** Factors the matrix with `lift` added to its diagonal. Returns the number of negative eigenvalues. */
  factor(lift: number): number {
    const { diagonal, beside, count } = this;
    const inverse = this.#inverse;
    let negatives = 0;
    for (let index = 0; index < count; index += 1) {
      let a = at(diagonal, 3 * index) + lift;
      let b = at(diagonal, 3 * index + 1);
      let c = at(diagonal, 3 * index + 2) + lift;
      if (index > 0) {
        const m = 4 * (index - 1);
        const p = at(beside, m);
        const q = at(beside, m + 1);
        const r = at(beside, m + 2);
        const s = at(beside, m + 3);
        const ia = at(inverse, 3 * (index - 1));
        const ib = at(inverse, 3 * (index - 1) + 1);
        const ic = at(inverse, 3 * (index - 1) + 2);
        // B^T I B for B = [[p, q], [r, s]].
        const tp = ia * p + ib * r;
        const tq = ia * q + ib * s;
        const tr = ib * p + ic * r;
        const ts = ib * q + ic * s;
        a -= p * tp + r * tr;
        b -= p * tq + r * ts;
        c -= q * tq + s * ts;
      }
      let determinant = a * c - b * b;
      const size = a * a + c * c + 2 * b * b;
      if (Math.abs(determinant) <= SINGULAR * size) determinant = SINGULAR * size || SINGULAR;
      if (determinant < 0) negatives += 1;
      else if (a + c < 0) negatives += 2;
      inverse[3 * index] = c / determinant;
      inverse[3 * index + 1] = -b / determinant;
      inverse[3 * index + 2] = a / determinant;
    }
    return negatives;
  }

  /**
   * Solves for several right-hand sides at once, in place. Needs `factor` first.
   * Shape: values[(block * columns + column) * 2 + row of the block].
   */
  solve(values: Float64Array, columns: number): void {
    const { beside, count } = this;
    const inverse = this.#inverse;
    const width = 2 * columns;
    for (let index = 1; index < count; index += 1) {
      const k = 3 * (index - 1);
      const a = at(inverse, k);
      const b = at(inverse, k + 1);
      const c = at(inverse, k + 2);
      const m = 4 * (index - 1);
      const p = at(beside, m);
      const q = at(beside, m + 1);
      const r = at(beside, m + 2);
      const s = at(beside, m + 3);
      // B^T D^-1 of the block before.
      const pu = p * a + r * b;
      const pv = p * b + r * c;
      const qu = q * a + s * b;
      const qv = q * b + s * c;
      const end = (index + 1) * width;
      for (let here = index * width; here < end; here += 2) {
        const x = at(values, here - width);
        const y = at(values, here - width + 1);
        values[here] = at(values, here) - (pu * x + pv * y);
        values[here + 1] = at(values, here + 1) - (qu * x + qv * y);
      }
    }
    for (let index = count - 1; index >= 0; index -= 1) {
      const k = 3 * index;
      const a = at(inverse, k);
      const b = at(inverse, k + 1);
      const c = at(inverse, k + 2);
      const isLast = index === count - 1;
      const m = 4 * index;
      const p = isLast ? 0 : at(beside, m);
      const q = isLast ? 0 : at(beside, m + 1);
      const r = isLast ? 0 : at(beside, m + 2);
      const s = isLast ? 0 : at(beside, m + 3);
      const next = isLast ? 0 : width;
      const end = (index + 1) * width;
      for (let here = index * width; here < end; here += 2) {
        const u = at(values, here + next);
        const v = at(values, here + next + 1);
        const x = at(values, here) - (p * u + q * v);
        const y = at(values, here + 1) - (r * u + s * v);
        values[here] = a * x + b * y;
        values[here + 1] = b * x + c * y;
      }
    }
  }
}

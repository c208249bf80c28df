/** Small dense symmetric systems, for the border of a big one. */
import { at } from "./typed-array.ts";

/** A pivot this small against the largest is none. */
const NO_PIVOT = 1e-14;

/**
 * Solves matrix . x = right in place of `right`. Returns how many eigenvalues of the matrix are positive, or null when it
 * is singular.
 * Shapes: matrix n x n, symmetric, destroyed; right n.
 * Source: L D L^T with symmetric diagonal pivoting; Sylvester's law of inertia.
 */
export function factorSmall(matrix: Float64Array, right: Float64Array): number | null {
  const n = right.length;
  const order = new Float64Array(n);
  for (let row = 0; row < n; row += 1) order[row] = row;
  let positives = 0;
  let largest = 0;
  for (let step = 0; step < n; step += 1) {
    let best = step;
    for (let row = step + 1; row < n; row += 1)
      if (Math.abs(at(matrix, at(order, row) * (n + 1))) > Math.abs(at(matrix, at(order, best) * (n + 1))))
        best = row;
    const swapped = at(order, step);
    order[step] = at(order, best);
    order[best] = swapped;
    const here = at(order, step);
    const pivot = at(matrix, here * (n + 1));
    largest = Math.max(largest, Math.abs(pivot));
    if (Math.abs(pivot) <= NO_PIVOT * largest || pivot === 0) return null;
    if (pivot > 0) positives += 1;
    for (let row = step + 1; row < n; row += 1) {
      const r = at(order, row);
      const ratio = at(matrix, r * n + here) / pivot;
      for (let column = step + 1; column < n; column += 1) {
        const k = r * n + at(order, column);
        matrix[k] = at(matrix, k) - ratio * at(matrix, here * n + at(order, column));
      }
      right[r] = at(right, r) - ratio * at(right, here);
    }
  }
  for (let row = n - 1; row >= 0; row -= 1) {
    const r = at(order, row);
    let sum = at(right, r);
    for (let column = row + 1; column < n; column += 1)
      sum -= at(matrix, r * n + at(order, column)) * at(right, at(order, column));
    right[r] = sum / at(matrix, r * (n + 1));
  }
  return positives;
}

/**
 * Solves a square system in place of `right` by elimination with row pivoting. False when the matrix is singular.
 * Shapes: matrix n x n, destroyed; right n.
 */
export function factorSquare(matrix: Float64Array, right: Float64Array): boolean {
  const n = right.length;
  for (let step = 0; step < n; step += 1) {
    let best = step;
    for (let row = step + 1; row < n; row += 1)
      if (Math.abs(at(matrix, row * n + step)) > Math.abs(at(matrix, best * n + step))) best = row;
    const pivot = at(matrix, best * n + step);
    if (!(Math.abs(pivot) > 0)) return false;
    if (best !== step) {
      for (let column = step; column < n; column += 1) {
        const held = at(matrix, step * n + column);
        matrix[step * n + column] = at(matrix, best * n + column);
        matrix[best * n + column] = held;
      }
      const held = at(right, step);
      right[step] = at(right, best);
      right[best] = held;
    }
    for (let row = step + 1; row < n; row += 1) {
      const ratio = at(matrix, row * n + step) / pivot;
      for (let column = step; column < n; column += 1)
        matrix[row * n + column] = at(matrix, row * n + column) - ratio * at(matrix, step * n + column);
      right[row] = at(right, row) - ratio * at(right, step);
    }
  }
  for (let row = n - 1; row >= 0; row -= 1) {
    let sum = at(right, row);
    for (let column = row + 1; column < n; column += 1)
      sum -= at(matrix, row * n + column) * at(right, column);
    right[row] = sum / at(matrix, row * n + row);
  }
  return true;
}

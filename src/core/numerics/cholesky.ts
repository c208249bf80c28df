/** Symmetric positive-definite systems by their Cholesky factor. */

/** Returns the lower triangle of the Cholesky factor of a symmetric matrix, row by row. Errors: RangeError when it is not positive definite. */
export function cholesky(matrix: Float64Array, size: number): Float64Array {
  const low = new Float64Array(size * size);
  for (let row = 0; row < size; row += 1)
    for (let column = 0; column <= row; column += 1) {
      let sum = matrix[row * size + column] ?? 0;
      for (let k = 0; k < column; k += 1) sum -= (low[row * size + k] ?? 0) * (low[column * size + k] ?? 0);
      if (row === column) {
        if (!(sum > 0)) throw new RangeError("the matrix is not positive definite");
        low[row * size + row] = Math.sqrt(sum);
      } else low[row * size + column] = sum / (low[column * size + column] ?? 1);
    }
  return low;
}

/** Solves (L L') x = right for the Cholesky factor L. */
export function solveCholesky(low: Float64Array, right: Float64Array): Float64Array {
  const size = right.length;
  const x = Float64Array.from(right);
  for (let row = 0; row < size; row += 1) {
    let sum = x[row] ?? 0;
    for (let k = 0; k < row; k += 1) sum -= (low[row * size + k] ?? 0) * (x[k] ?? 0);
    x[row] = sum / (low[row * size + row] ?? 1);
  }
  for (let row = size - 1; row >= 0; row -= 1) {
    let sum = x[row] ?? 0;
    for (let k = row + 1; k < size; k += 1) sum -= (low[k * size + row] ?? 0) * (x[k] ?? 0);
    x[row] = sum / (low[row * size + row] ?? 1);
  }
  return x;
}

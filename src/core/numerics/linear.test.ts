import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { factorSmall, factorSquare } from "./dense-solve.ts";
import { BlockTridiagonal } from "./tridiagonal.ts";

const entry = fc.double({ min: -2, max: 2, noNaN: true });

/** Sign changes of the leading minors by plain elimination: negative eigenvalues, where no minor is near nothing. */
function negativesOf(matrix: readonly (readonly number[])[]): number | null {
  const rows = matrix.map((row) => [...row]);
  let negatives = 0;
  for (let step = 0; step < rows.length; step += 1) {
    const pivot = rows[step]?.[step] ?? 0;
    if (Math.abs(pivot) < 1e-3) return null;
    if (pivot < 0) negatives += 1;
    for (let row = step + 1; row < rows.length; row += 1) {
      const ratio = (rows[row]?.[step] ?? 0) / pivot;
      rows[row] = (rows[row] ?? []).map((value, column) => value - ratio * (rows[step]?.[column] ?? 0));
    }
  }
  return negatives;
}

const times = (matrix: readonly (readonly number[])[], x: readonly number[]) =>
  matrix.map((row) => row.reduce((sum, value, column) => sum + value * (x[column] ?? 0), 0));

const near = (one: readonly number[], other: readonly number[], within: number) =>
  one.every((value, index) => Math.abs(value - (other[index] ?? 0)) <= within * (1 + Math.abs(value)));

describe("block-tridiagonal systems", () => {
  it("solve as the dense matrix does and count its negative eigenvalues", () => {
    let counted = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }).chain((count) =>
          fc.record({
            diagonal: fc.array(entry, { minLength: 3 * count, maxLength: 3 * count }),
            beside: fc.array(entry, { minLength: 4 * count, maxLength: 4 * count }),
            right: fc.array(entry, { minLength: 2 * count, maxLength: 2 * count }),
          }),
        ),
        fc.constantFrom(0, 1, 5),
        ({ diagonal, beside, right }, lift) => {
          const count = diagonal.length / 3;
          const system = new BlockTridiagonal(count);
          system.diagonal.set(diagonal);
          system.beside.set(beside);
          const dense = Array.from({ length: 2 * count }, (_, row) =>
            Array.from({ length: 2 * count }, (_, column) => {
              const [i, j] = [Math.floor(row / 2), Math.floor(column / 2)];
              const [r, c] = [row % 2, column % 2];
              if (i === j) return (diagonal[3 * i + r + c] ?? 0) + (r === c ? lift : 0);
              if (j === i + 1) return beside[4 * i + 2 * r + c] ?? 0;
              return i === j + 1 ? (beside[4 * j + 2 * c + r] ?? 0) : 0;
            }),
          );
          const expected = negativesOf(dense);
          const negatives = system.factor(lift);
          if (expected === null) return;
          counted += 1;
          assert.equal(negatives, expected);
          const values = Float64Array.from(
            right.flatMap((_, k) => (k % 2 ? [] : [right[k] ?? 0, right[k + 1] ?? 0])),
          );
          system.solve(values, 1);
          assert.ok(near(times(dense, [...values]), right, 1e-6));
        },
      ),
      { numRuns: 200 },
    );
    assert.ok(counted > 60, `${counted} counted`);
  });
});

describe("small systems", () => {
  it("solve and count positive eigenvalues", () => {
    const matrix = [4, 1, 0, 1, -3, 2, 0, 2, 1];
    const right = Float64Array.from([1, 2, 3]);
    // Characteristic signs: one negative pivot (-3 - 1/4).
    assert.equal(factorSmall(Float64Array.from(matrix), right), 2);
    const rows = [matrix.slice(0, 3), matrix.slice(3, 6), matrix.slice(6)];
    assert.ok(near(times(rows, [...right]), [1, 2, 3], 1e-12));
  });

  it("say when there is no solution", () => {
    assert.equal(factorSmall(Float64Array.from([0, 0, 0, 0]), Float64Array.from([1, 1])), null);
    assert.equal(factorSquare(Float64Array.from([1, 2, 2, 4]), Float64Array.from([1, 1])), false);
  });

  it("solve square systems that need their rows changed round", () => {
    const right = Float64Array.from([2, 3]);
    assert.ok(factorSquare(Float64Array.from([0, 1, 1, 1]), right));
    assert.deepEqual([...right], [1, 2]);
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { chiSquareQuantile, gammaCdf, gammaQuantile, logGamma } from "./gamma.ts";

describe("the gamma distribution", () => {
  it("knows factorials", () => {
    for (const [n, factorial] of [
      [1, 1],
      [5, 24],
      [11, 3628800],
    ] as const)
      assert.ok(Math.abs(logGamma(n) - Math.log(factorial)) < 1e-11);
  });
  it("is the Poisson sum for whole shapes: the chance of at least n events", () => {
    for (const shape of [1, 2, 7])
      for (const x of [0.3, 2, 9, 25]) {
        let term = Math.exp(-x);
        let below = 0;
        for (let k = 0; k < shape; k += 1) {
          below += term;
          term *= x / (k + 1);
        }
        assert.ok(Math.abs(gammaCdf(shape, x) - (1 - below)) < 1e-12);
      }
  });
  it("gives the printed quantiles of chi-square", () => {
    for (const [degrees, share, value] of [
      [2, 0.95, 5.991],
      [10, 0.025, 3.247],
      [10, 0.975, 20.483],
      [30, 0.05, 18.493],
    ] as const)
      assert.ok(Math.abs(chiSquareQuantile(degrees, share) - value) < 6e-4);
  });
  it("has quantiles that undo it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 200, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (shape, share) => Math.abs(gammaCdf(shape, gammaQuantile(shape, share)) - share) < 1e-9,
      ),
    );
    assert.throws(() => gammaQuantile(1, 1), RangeError);
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { halton, normalCdf, normalQuantile } from "./normal.ts";

describe("the normal distribution", () => {
  it("has its tabulated values, to 1e-9", () => {
    for (const [x, p] of [
      [0, 0.5],
      [1, 0.841344746068543],
      [1.959963984540054, 0.975],
      [-2.326347874040841, 0.01],
      [4.5, 0.999996602326875],
    ] as const)
      assert.ok(Math.abs(normalCdf(x) - p) < 1e-9, `${x}: ${normalCdf(x)}`);
  });
  it("is undone by its quantile", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }),
        (x) => Math.abs(normalQuantile(normalCdf(x)) - x) < 1e-6,
      ),
    );
  });
  it("has no quantile of 0 or 1", () => {
    for (const p of [0, 1, Number.NaN]) assert.throws(() => normalQuantile(p), RangeError);
  });
});

describe("Halton's points", () => {
  it("begin as they are printed", () =>
    assert.deepEqual(
      [0, 1, 2, 3].map((index) => halton(index, 2)[0]),
      [0.5, 0.25, 0.75, 0.125],
    ));
  it("fill each direction evenly", () => {
    const points = Array.from({ length: 2000 }, (_, index) => halton(index, 7));
    for (let axis = 0; axis < 7; axis += 1)
      for (const share of [0.1, 0.5, 0.9]) {
        const below = points.filter((point) => (point[axis] ?? 0) < share).length / points.length;
        assert.ok(Math.abs(below - share) < 0.01, `axis ${axis}: ${below} below ${share}`);
      }
  });
});

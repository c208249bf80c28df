import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { waterDensity, waterGrowth } from "./expansion.ts";

describe("water's density", () => {
  // Kell 1975, table of densities at one atmosphere, kg/m3.
  for (const [celsius, density] of [
    [0, 999.84],
    [4, 999.972],
    [10, 999.7],
    [20, 998.204],
    [40, 992.215],
    [60, 983.196],
    [80, 971.799],
  ] as const)
    it(`is ${density} at ${celsius} C, within 0.005`, () =>
      assert.ok(Math.abs(waterDensity(32 + 1.8 * celsius) - density) < 0.005));

  it("shrinks on warming below 39 F and grows above, and steps add up", () => {
    assert.ok(waterGrowth(33, 38) < 0);
    assert.ok(waterGrowth(60, 70) > 0);
    assert.ok(Math.abs(waterGrowth(50, 60) + waterGrowth(60, 80) - waterGrowth(50, 80)) < 1e-12);
  });
});

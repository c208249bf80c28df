/** The transient on its usual grid against a fine one, on many branches. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { arbitraryHammer } from "../../../tests/oracles/arbitrary-hammer.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { runToEnd } from "../numerics/index.ts";
import { setupAt } from "./hammer.ts";
import { transient } from "./transient.ts";

/** Fewer than a hundred would not tell one in a hundred. */
const BRANCHES = setSize(100, 500);

describe("transient", () => {
  it("agrees with a grid four times as fine on random branches: 98 in 100 within 1.5 % of the highest rise, 99 within 5 %", () => {
    const pairs = fc.sample(arbitraryHammer, { numRuns: BRANCHES, seed: 19 }).map((branch) => {
      const setup = setupAt(branch, "likely");
      return { coarse: runToEnd(transient(setup)), fine: runToEnd(transient(setup, 96)) };
    });
    // Where only one grid sees the water just boil, the other's figures go on and there is nothing to compare.
    const comparable = pairs.filter(
      ({ coarse, fine }) => (coarse.partsAtMs === null) === (fine.partsAtMs === null),
    );
    assert.ok(comparable.length >= 0.96 * BRANCHES, `${comparable.length}`);
    const errors = comparable.map(
      ({ coarse, fine }) =>
        Math.abs(coarse.peakPsi - fine.peakPsi) / Math.max(fine.highestPsi - fine.flowingPsi, 1),
    );
    const close = errors.filter((error) => error <= 0.015).length;
    assert.ok(close >= 0.98 * errors.length, `${close} of ${errors.length}`);
    // What is left over: a piston that strikes its stop a moment sooner on one grid.
    const far = errors.filter((error) => error > 0.05).length;
    assert.ok(far <= 0.01 * errors.length, `${far} of ${errors.length}`);
  });
});

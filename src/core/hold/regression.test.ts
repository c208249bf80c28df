import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { randomFrom } from "../../simulators/chance.ts";
import { cholesky, solveCholesky } from "../numerics/cholesky.ts";
import type { ParameterSample } from "./hold-model.ts";
import { regress } from "./regression.ts";

const GUESS: ParameterSample = {
  x: [],
  yielding: { water: 1, wall: 0, hose: 0, airMl: 0 },
  exponent: 1,
  settleSec: 100,
  heldSec: 0,
  logWeight: 0,
};

describe("Cholesky", () => {
  it("solves what it factors", () => {
    const matrix = Float64Array.from([4, 2, 0.4, 2, 5, 1, 0.4, 1, 3]);
    const x = solveCholesky(cholesky(matrix, 3), Float64Array.from([1, -2, 0.5]));
    const back = [0, 1, 2].map((row) =>
      [0, 1, 2].reduce((sum, column) => sum + (matrix[row * 3 + column] ?? 0) * (x[column] ?? 0), 0),
    );
    for (const [at, value] of [1, -2, 0.5].entries()) assert.ok(Math.abs((back[at] ?? 0) - value) < 1e-12);
  });
  it("refuses what is not positive definite", () =>
    assert.throws(() => cholesky(Float64Array.from([1, 2, 2, 1]), 2), RangeError));
});

describe("the regression", () => {
  const chance = randomFrom(713);
  const size = 7;
  const times = Float64Array.from({ length: size }, (_, at) => at);
  const y = Float64Array.from(times, (t) => -0.3 * t + 0.2 + chance.normal(0, 0.1));
  const sigma = new Float64Array(size).fill(0.1);
  const columns = [
    { cause: "offset" as const, mean: 0, sd: 1, effect: new Float64Array(size).fill(1) },
    { cause: "drift" as const, mean: 0.1, sd: 0.2, effect: Float64Array.from(times, (t) => Math.sqrt(t)) },
  ];
  const fit = regress(GUESS, y, sigma, columns, times);

  /** Log likelihood with everything else integrated over a fine grid: no algebra shared. */
  function byGrid(leak: number): number {
    let sum = 0;
    const step = 0.004;
    for (let offset = -1.6; offset <= 1.6; offset += step)
      for (let drift = -1; drift <= 1.2; drift += step) {
        let log = -(offset ** 2) / 2 - ((drift - 0.1) / 0.2) ** 2 / 2 - Math.log(0.2);
        for (const [at, t] of times.entries())
          log -= (((y[at] ?? 0) - offset - drift * Math.sqrt(t) + leak * t) / 0.1) ** 2 / 2;
        sum += Math.exp(log) * step * step;
      }
    return Math.log(sum / (2 * Math.PI));
  }

  it("gives the likelihood of a leak as brute force does, within 1e-4", () => {
    for (const leak of [0, 0.2, 0.35])
      assert.ok(
        Math.abs(fit.constant + fit.linear * leak - (fit.quadratic * leak ** 2) / 2 - byGrid(leak)) < 1e-4,
        `${leak}: ${fit.constant + fit.linear * leak - (fit.quadratic * leak ** 2) / 2} against ${byGrid(leak)}`,
      );
  });

  it("moves the other coefficients with the leak as a fresh regression would", () => {
    const leak = 0.25;
    const moved = regress(
      GUESS,
      y.map((value, at) => value + leak * (times[at] ?? 0)),
      sigma,
      columns,
      times,
    );
    for (const i of [0, 1])
      assert.ok(
        Math.abs(
          (fit.meanAtZeroLeak[i] ?? 0) + leak * (fit.meanPerLeak[i] ?? 0) - (moved.meanAtZeroLeak[i] ?? 0),
        ) < 1e-9,
      );
  });
});

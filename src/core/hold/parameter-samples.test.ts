import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { holdCase } from "../../../tests/oracles/hold-cases.ts";
import { storedMl } from "../water/index.ts";
import { buildBasis } from "./explanations.ts";
import { analyseHold } from "./hold.ts";
import { bestLog, fitSamples } from "./infer-leak.ts";
import {
  effectiveSampleSize,
  initialSamples,
  MIN_EFFECTIVE_SAMPLES,
  resample,
  weightsOf,
} from "./parameter-samples.ts";
import { readTrace } from "./trace.ts";

/** Seeds of the tests only; the bench draws its own. */
const SEED = 77_000;

describe("each weighing of the samples", () => {
  const { test, truth } = holdCase(SEED + 900, { leakMlPerMin: 0.05, confounder: null });
  const { points } = readTrace(test.samples, test.gauge);
  const basis = buildBasis(points, {
    section: test.section,
    startPsi: test.startPsi,
    supplyPsi: test.supplyPsi ?? test.startPsi,
    stopChecked: true,
    isAmbientKnown: true,
    steps: [],
  });
  const input = { section: test.section, heldSec: test.heldSec, drawOff: null, readingPsi: 0.03 };

  it("lets at least so many samples count, however sharply the readings speak", () => {
    // Readings said to be a hundred times as sharp leave one sample, unless the others are let in.
    for (const inflate of [0.01, 0.1, 1]) {
      const fits = fitSamples(basis, input, inflate, initialSamples(input));
      assert.ok(effectiveSampleSize(fits.map(bestLog)) >= MIN_EFFECTIVE_SAMPLES - 1e-6);
    }
  });

  it("weighs drawn samples so that they stand for the section, not for where they were drawn", () => {
    // Drawn round one side, where nothing has been read: the weights bring back the whole section's mean.
    const first = initialSamples(input);
    const oneSide = first.map(({ x }) => -3 * Math.abs((x[0] ?? 0) - 0.8));
    const drawn = resample(input, first, oneSide, 1);
    const weights = weightsOf(
      drawn.map(({ logWeight }) => logWeight),
      1,
    );
    const mean = (weigh: (at: number) => number) =>
      drawn.reduce((sum, { x }, at) => sum + weigh(at) * (x[0] ?? 0), 0);
    assert.ok(mean(() => 1 / drawn.length) > 0.4, "drawn on one side");
    assert.ok(Math.abs(mean((at) => weights[at] ?? 0)) < 0.25, `${mean((at) => weights[at] ?? 0)}`);
  });

  it("begins with the sections that a draw-off fits", () => {
    const { yielding } = initialSamples(input)[5] ?? assert.fail();
    const ml = storedMl(yielding, 60) - storedMl(yielding, 40);
    const near = initialSamples({ ...input, drawOff: { ml, psiBefore: 60, psiAfter: 40, mlSd: 0.02 * ml } });
    const off = (samples: typeof near) =>
      samples.reduce(
        (sum, { yielding: each }) =>
          sum + Math.abs(storedMl(each, 60) - storedMl(each, 40) - ml) / ml / samples.length,
        0,
      );
    assert.ok(
      off(near) < 0.3 * off(initialSamples(input)),
      `${off(near)} against ${off(initialSamples(input))}`,
    );
  });

  it("counts readings for less that scatter more than the gauge explains", () => {
    const scattered = test.samples.map((each, at) => ({
      ...each,
      psi: each.psi + (at % 2 === 0 ? 0.8 : -0.8),
    }));
    const width = (answer: ReturnType<typeof analyseHold>) =>
      answer.fit.reduce((sum, { low, high }) => sum + high - low, 0) / answer.fit.length;
    assert.ok(width(analyseHold({ ...test, samples: scattered })) > 3 * width(analyseHold(test)));
    assert.ok(truth.leakMlPerMin > 0);
  });
});

describe("weights", () => {
  it("add up to one and let at least so many count", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -400, max: 0, noNaN: true }), { minLength: 40, maxLength: 64 }),
        (logs) => {
          const weights = weightsOf(logs, 14);
          const sum = weights.reduce((all, each) => all + each, 0);
          return Math.abs(sum - 1) < 1e-9 && effectiveSampleSize(weights.map(Math.log)) > 13.9;
        },
      ),
    );
  });
});

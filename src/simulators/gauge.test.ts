import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { holdCase } from "../../tests/oracles/hold-cases.ts";
import type { Section } from "../core/water/index.ts";
import { randomFrom } from "./chance.ts";
import { type HiddenTruth, openSection, readHold, type SimulatedTest } from "./gauge.ts";

const SECTION: Section = { volumeMl: 200, hoseFt: 0, hoseType: null, material: "copper" };
const SETTING: SimulatedTest = {
  section: SECTION,
  startPsi: 60,
  supplyPsi: 60,
  heldSec: 60,
  minutes: 10,
  everySec: 10,
  gauge: { resolutionPsi: 0.1, type: "digital", noisePsi: 0 },
  warmth: null,
  logsTempSd: null,
  bump: null,
  lost: null,
};
const TRUTH: HiddenTruth = {
  leakMlPerMin: 0,
  exponent: 1,
  airMl: 0,
  hoseMlPerPsiFt: 0,
  wallPsi: 1e6,
  hoseCreep: 0,
  wallCreep: 0,
  settleMl: 0,
  settleSec: 100,
  seepMlPerMin: 0,
  volumeShare: 1,
};
const psiAfter = (setting: Partial<SimulatedTest>, truth: Partial<HiddenTruth>, seconds = 600) =>
  openSection({ ...SETTING, ...setting }, { ...TRUTH, ...truth }).at(seconds).psi;

describe("the simulated section", () => {
  it("keeps its pressure when nothing happens", () => assert.ok(Math.abs(psiAfter({}, {}) - 60) < 1e-5));

  it("falls exponentially with a weep in a section that yields evenly, within 0.5 %", () => {
    const compliance = 200 / 316_000 + 200 / 1e6;
    const leak = 0.002;
    const expected = 60 * Math.exp((-leak / 60 / 60 / compliance) * 600);
    assert.ok(Math.abs(psiAfter({}, { leakMlPerMin: leak }) / expected - 1) < 0.005);
  });

  it("is fed by a stop that passes, up to the pressure before it", () => {
    const psi = psiAfter({ supplyPsi: 75 }, { seepMlPerMin: 0.1 });
    assert.ok(psi > 60 && psi <= 75.01);
  });

  it("loses nothing to creep twice as fast as once", () => {
    const drop = (creep: number) =>
      60 -
      psiAfter(
        { section: { ...SECTION, hoseFt: 5, hoseType: "braided" } },
        { hoseMlPerPsiFt: 0.01, hoseCreep: creep },
      );
    assert.ok(drop(0.04) > 1.6 * drop(0.02) && drop(0.02) > 0.1);
  });

  it("jumps when it is bumped, and warms as it is told", () => {
    assert.ok(Math.abs(psiAfter({ bump: { atSec: 300, psi: -5 } }, {}) - 55) < 1e-3);
    assert.ok(psiAfter({ warmth: { startF: 68, roomF: 72, seconds: 300 } }, {}) > 80);
  });
});

describe("the simulated gauge", () => {
  it("reads in whole marks, and the same again from the same seed", () => {
    const read = () =>
      readHold({ ...SETTING, gauge: { ...SETTING.gauge, noisePsi: 0.05 } }, TRUTH, randomFrom(3));
    assert.deepEqual(read(), read());
    for (const { psi } of read()) assert.ok(Math.abs(psi * 10 - Math.round(psi * 10)) < 1e-9);
  });
  it("makes cases of every kind, times ascending", () => {
    for (const confounder of ["dropouts", "dial", "air", null] as const) {
      const { test, truth } = holdCase(31, { leakMlPerMin: 0.05, confounder });
      assert.equal(truth.leakMlPerMin, 0.05);
      assert.ok(test.samples.length > 20);
      assert.ok(test.samples.every(({ t }, at) => at === 0 || t > (test.samples[at - 1]?.t ?? 0)));
    }
  });
});

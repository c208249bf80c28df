import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { randomFrom } from "../../simulators/chance.ts";
import { type Gauge, readingRuns, readTrace, type Sample } from "./trace.ts";

const DIGITAL: Gauge = { resolutionPsi: 0.1, type: "digital" };

/** Readings every 5 s of a pressure that is a function of time. */
function readings(psiAt: (t: number) => number, { count = 120, noise = 0.03, seed = 5 } = {}): Sample[] {
  const chance = randomFrom(seed);
  return Array.from({ length: count }, (_, at) => ({
    t: at * 5,
    psi: Math.max(0, Number((Math.round((psiAt(at * 5) + chance.normal(0, noise)) * 10) / 10).toFixed(1))),
  }));
}

describe("a gauge's readings", () => {
  it("are drawn together without losing their mean, and their error shrinks", () => {
    const samples = readings(() => 60);
    const { points, steps, dropouts, emptied } = readTrace(samples, DIGITAL);
    assert.ok(points.length <= 40 && points.length >= 16, `${points.length} points, steps ${steps}`);
    assert.deepEqual([steps, dropouts, emptied], [[], 0, null]);
    for (const { psi, sigmaPsi } of points) {
      assert.ok(Math.abs(psi - 60) < 0.25);
      assert.ok(sigmaPsi < 0.06 && sigmaPsi > 0.003);
    }
  });

  it("are not split where the logger goes over to another rate", () => {
    const fine = Array.from({ length: 60 }, (_, at) => ({ t: at * 2, psi: 60 }));
    const coarse = Array.from({ length: 30 }, (_, at) => ({ t: 120 + at * 60, psi: 60 }));
    const { gapShare } = readTrace([...fine, ...coarse], DIGITAL);
    assert.equal(gapShare, 0);
    assert.equal(readingRuns([...fine, ...coarse]).length, 1);
    const paused = [...fine, ...coarse.slice(0, 10), ...coarse.slice(18)];
    assert.equal(readingRuns(paused).length, 2);
  });

  it("are split where nobody read, and only there", () => {
    const at = (...seconds: readonly number[]) => seconds.map((t) => ({ t, psi: 60 }));
    const times = (samples: readonly Sample[]) => readingRuns(samples).map((run) => run.map(({ t }) => t));
    assert.deepEqual(times(at(0, 5, 10, 60, 65)), [
      [0, 5, 10],
      [60, 65],
    ]);
    assert.deepEqual(times(at(0, 5, 10, 27, 32)), [[0, 5, 10, 27, 32]], "17 s are within 3.5 times 5 s");
    assert.deepEqual(times(at(0)), [[0]]);
    assert.deepEqual(times([]), []);
  });

  it("that fall fast and smoothly are no jumps and no scatter", () => {
    const { steps, scatterPsi } = readTrace(
      readings((t) => 60 * Math.exp(-t / 120)),
      DIGITAL,
    );
    assert.deepEqual(steps, []);
    assert.ok(scatterPsi < 0.09, `${scatterPsi}`);
  });

  for (const jump of [-5, 2, 8])
    it(`that jump by ${jump} psi say when`, () => {
      const { steps } = readTrace(
        readings((t) => 60 - t / 400 + (t > 301 ? jump : 0)),
        DIGITAL,
      );
      assert.equal(steps.length, 1);
      assert.ok(Math.abs((steps[0] ?? 0) - 302.5) <= 5);
    });

  it("of nothing in between are dropouts, and a pause is a gap", () => {
    const samples = readings(() => 60).map((sample, at) =>
      at > 40 && at < 44 ? { ...sample, psi: 0 } : sample,
    );
    const { dropouts, points } = readTrace(samples, DIGITAL);
    assert.equal(dropouts, 3);
    assert.ok(points.every(({ psi }) => psi > 59));
    const paused = readings(() => 60).filter(({ t }) => t < 200 || t > 350);
    assert.ok(Math.abs(readTrace(paused, DIGITAL).gapShare - 155 / 595) < 0.02);
  });

  it("of a section that ran empty stop where it did", () => {
    const { emptied, points } = readTrace(
      readings((t) => (t < 101 ? 60 - t / 20 : 0)),
      DIGITAL,
    );
    assert.equal(emptied?.fromT, 100);
    assert.equal(emptied?.byT, 105);
    assert.ok(points.every(({ t }) => t <= 100));
  });

  it("are smoothed in their temperature", () => {
    const chance = randomFrom(9);
    const samples = readings(() => 60).map((sample) => ({
      ...sample,
      tempF: 60 + sample.t / 200 + chance.normal(0, 0.3),
    }));
    for (const { t, tempF } of readTrace(samples, DIGITAL).points)
      assert.ok(Math.abs((tempF ?? 0) - (60 + t / 200)) < 0.6, `${t}: ${tempF}`);
  });

  it("may be one or two", () => {
    assert.equal(readTrace([{ t: 0, psi: 60 }], DIGITAL).points.length, 1);
    assert.equal(
      readTrace(
        [
          { t: 0, psi: 60 },
          { t: 60, psi: 59 },
        ],
        DIGITAL,
      ).points.length,
      2,
    );
  });
});

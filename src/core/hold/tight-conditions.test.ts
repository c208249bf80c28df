import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { type CaseWish, holdCase } from "../../../tests/oracles/hold-cases.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { analyseHold } from "./hold.ts";
import type { HoldTest } from "./hold-test.ts";
import { planHold } from "./plan-hold.ts";

const BRAIDED = { volumeMl: 120, hoseFt: 4, hoseType: "braided", material: "copper" } as const;
const STUB = { volumeMl: 120, hoseFt: 0, hoseType: null, material: "copper" } as const;

/** A hold read every half minute by a digital gauge; `psiAt` minutes to psi. */
function holdOf(
  psiAt: (minutes: number) => number,
  change: Partial<HoldTest> = {},
  { minutes = 20, everyMin = 0.5 } = {},
): HoldTest {
  const samples = Array.from({ length: Math.floor(minutes / everyMin) + 1 }, (_, at) => ({
    t: at * everyMin * 60,
    psi: Number(psiAt(at * everyMin).toFixed(1)),
  }));
  return {
    section: BRAIDED,
    startPsi: 60,
    supplyPsi: 60,
    heldSec: 600,
    ambientF: 70,
    stopChecked: true,
    gauge: { resolutionPsi: 0.1, type: "digital" },
    drawOff: null,
    samples,
    ...change,
  };
}
const flat = () => 60;
const judged = (test: HoldTest) => analyseHold(test);

describe("a flat hold that is tight by every condition", () => {
  it("is called tight, and says when working pressure is not known", () => {
    const answer = judged(holdOf(flat));
    assert.deepEqual([answer.verdict, answer.doubts], ["tight", []]);
    assert.doesNotMatch(answer.advice, /not known/);
    const unsaid = judged(holdOf(flat, { supplyPsi: null }));
    assert.equal(unsaid.verdict, "tight");
    assert.match(unsaid.advice, /start of 60 psi is taken for the working pressure, which is not known/);
  });
});

describe("a flat hold that misses one condition is inconclusive, and says the one thing to do next", () => {
  const cases: readonly [string, HoldTest, string, RegExp][] = [
    ["a stop nobody proved", holdOf(flat, { stopChecked: null }), "stop-not-proved", /Prove the stop/],
    ["a stop that failed", holdOf(flat, { stopChecked: false }), "stop-not-proved", /Prove the stop/],
    ["two readings", holdOf(flat, {}, { everyMin: 20 }), "too-few-readings", /at least 5 readings/],
    ["three minutes", holdOf(flat, {}, { minutes: 3 }), "too-short", /at least 5 minutes/],
    [
      "a start far under the supply's pressure",
      holdOf(() => 2, { startPsi: 2 }),
      "below-working-pressure",
      /at least 0.8 of the static/,
    ],
    [
      "a first reading far under the pressure it was brought to",
      holdOf(() => 40),
      "below-working-pressure",
      /supply's pressure/,
    ],
    [
      "a hot line that has just run, without a log",
      holdOf(flat, { water: "hot" }),
      "not-rested",
      /Let the hot line stand/,
    ],
  ];
  for (const [name, test, doubt, advice] of cases)
    it(name, () => {
      const answer = judged(test);
      assert.equal(answer.verdict, "inconclusive");
      assert.ok(
        answer.doubts.some((each) => each === doubt),
        answer.doubts.join(),
      );
      assert.match(answer.advice, advice);
    });

  it("and a hot line that has rested two hours, or is logged, is judged like any other", () => {
    assert.equal(judged(holdOf(flat, { water: "hot", restedMin: 120 })).verdict, "tight");
    const logged = holdOf(flat, { water: "hot", restedMin: 0 });
    const warm = { ...logged, samples: logged.samples.map((each) => ({ ...each, tempF: 70 })) };
    assert.ok(!judged(warm).doubts.includes("not-rested"));
  });
});

describe("a gauge that rises", () => {
  for (const psi of [4, 10, 20])
    for (const stopChecked of [null, true] as const)
      it(`by ${psi} psi is never tight and never creep, ${stopChecked ? "with the stop proved" : "stop not proved"}`, () => {
        const answer = judged(holdOf((minutes) => 60 + (psi * minutes) / 20, { supplyPsi: 85, stopChecked }));
        assert.notEqual(answer.verdict, "tight");
        assert.ok(answer.suspected.includes("stop-seep") && answer.suspected.includes("temperature"));
        assert.ok(!answer.suspected.includes("creep"));
      });
  it("by what its logged warmth explains is no rise", () => {
    const test = holdOf(flat, { section: STUB });
    // A stiff stub moves about 21 psi for each F near 68 F.
    const samples = test.samples.map(({ t }) => {
      const warmedF = 0.4 * (1 - Math.exp(-t / 600));
      return { t, psi: Number((60 + 21 * warmedF).toFixed(1)), tempF: 68 + warmedF };
    });
    assert.ok(!judged({ ...test, samples }).doubts.includes("rise"));
    const unlogged = samples.map(({ t, psi }) => ({ t, psi }));
    assert.ok(judged({ ...test, samples: unlogged }).doubts.includes("rise"));
  });
});

describe("a fall", () => {
  it("between two readings alone is no leak", () => {
    const test = holdOf(() => 60);
    const samples = [
      { t: 0, psi: 60 },
      { t: 900, psi: 44 },
    ];
    assert.equal(judged({ ...test, samples }).verdict, "inconclusive");
  });
  it("of a hot line that has just run is inconclusive at cooling's pace, and a leak well beyond it", () => {
    const cooling = (minutes: number) => 60 - 25 * (1 - Math.exp(-minutes / 15));
    assert.equal(judged(holdOf(cooling, { water: "hot" })).verdict, "inconclusive");
    // More water than any cooling of this section takes.
    const empties = (minutes: number) => Math.max(0, 60 - 20 * minutes);
    const hose = { ...BRAIDED, hoseFt: 20 };
    assert.equal(judged(holdOf(empties, { water: "hot", section: hose })).verdict, "leak");
  });
});

describe("the smallest leak a hold is said to tell", () => {
  it("is told by nobody while the stop is not proved, nor by fewer than five readings: what passes may feed any leak", () => {
    assert.ok((judged(holdOf(flat)).minimumDetectableMlPerMin ?? 0) > 0);
    for (const stopChecked of [null, false] as const) {
      const { minimumDetectableMlPerMin, leakMlPerMin } = judged(holdOf(flat, { stopChecked }));
      assert.deepEqual([minimumDetectableMlPerMin, leakMlPerMin.high], [null, null]);
      const falling = judged(holdOf((minutes) => 60 - minutes, { stopChecked }));
      assert.deepEqual([falling.minimumDetectableMlPerMin, falling.leakMlPerMin.high], [null, null]);
    }
    for (const readings of [2, 3, 4])
      assert.equal(
        judged(holdOf(flat, {}, { everyMin: 20 / (readings - 1) })).minimumDetectableMlPerMin,
        null,
        `${readings} readings`,
      );
  });
  it("is larger where nobody said how long the cold water stood", () => {
    const smallest = (change: Partial<HoldTest>) =>
      judged(holdOf(flat, { section: STUB, ...change })).minimumDetectableMlPerMin ?? 0;
    assert.ok(smallest({ water: "cold" }) > 1.5 * smallest({ water: "cold", restedMin: 120 }));
    assert.ok(smallest({}) > 1.5 * smallest({ water: "cold", restedMin: 120 }));
  });
  it("is planned for no length that could not be called tight", () => {
    const gauge = { resolutionPsi: 0.1, type: "digital" } as const;
    const plan = { section: BRAIDED, startPsi: 60, stopChecked: true, gauge, isAmbientKnown: true };
    assert.ok(planHold(plan, 10).lengths.every(({ minutes }) => minutes >= 5));
  });
});

describe("simulated holds of the kinds that plumbers meet", () => {
  const many = (count: number, wish: CaseWish) =>
    Array.from({ length: count }, (_, at) => judged(holdCase(91_000 + at, wish).test));
  const sound = { leakMlPerMin: 0, confounder: null } as const;
  it("a hot line that cools without a log is neither a leak nor tight", () => {
    for (const { verdict } of many(setSize(10, 48), { ...sound, circumstance: "hot-unlogged" }))
      assert.equal(verdict, "inconclusive");
  });
  it("a leak behind a passing stop that nobody proved is never called tight", () => {
    for (const leakMlPerMin of [0.05, 0.2])
      for (const { verdict } of many(setSize(6, 32), {
        leakMlPerMin,
        confounder: null,
        circumstance: "passing-stop",
      }))
        assert.notEqual(verdict, "tight");
  });
  it("a short or coarse hold calls no sound section a leak, and no leak tight", () => {
    for (const { verdict } of many(setSize(10, 40), { ...sound, circumstance: "short-coarse" }))
      assert.notEqual(verdict, "leak");
    for (const { verdict } of many(setSize(10, 40), {
      ...sound,
      leakMlPerMin: 0.05,
      circumstance: "short-coarse",
    }))
      assert.notEqual(verdict, "tight");
  });
  it("a logger's file with pauses and two rates is judged as a whole one is", () => {
    const answers = many(20, { ...sound, circumstance: "logger-file" });
    assert.ok(answers.every(({ verdict }) => verdict !== "leak"));
    assert.ok(answers.filter(({ verdict }) => verdict === "tight").length >= 17);
  });
});

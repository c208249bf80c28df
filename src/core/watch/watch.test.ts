import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { randomFrom } from "../../simulators/chance.ts";
import {
  judgeWatch,
  METER_MARKS_ML,
  smallestSeen,
  USUAL_FIGURES,
  type WatchAnswer,
  type Watching,
  windowFor,
} from "./watch.ts";

const watching = (method: Watching["method"], change: Partial<Watching> = {}): Watching => ({
  method,
  process: null,
  figures: USUAL_FIGURES,
  ...change,
});
const holds = ({ low, high }: WatchAnswer, rate: number) =>
  low !== null && low <= rate && (high === null || rate <= high);

describe("the smallest leak a watch shows", () => {
  // The published column of the meter, 0.01 gal, rounded there to two figures.
  for (const [windowMin, rate] of [
    [1, 36],
    [5, 7.2],
    [15, 2.4],
    [60, 0.6],
    [240, 0.15],
    [1440, 0.025],
  ] as const)
    it(`is ${rate} mL/min by a meter in ${windowMin} min`, () =>
      assert.ok(Math.abs(smallestSeen(watching("meter"), windowMin) / rate - 1) < 0.05));

  it("is never below the meter's starting flow, however long", () => {
    const meter = watching("meter", { figures: { ...USUAL_FIGURES, startFlowMlPerMin: 20 } });
    assert.equal(smallestSeen(meter, 1e6), 20);
    assert.equal(windowFor(meter, 19), null);
    assert.ok((windowFor(meter, 20) ?? 0) > 0);
  });

  it("is shown by the window it asks for, whatever the method", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("look", "tissue", "drips", "meter" as const),
        fc.constantFrom("even", "random", null),
        fc.double({ min: 0.001, max: 5, noNaN: true }),
        (method, process, rate) => {
          const asked = watching(method, { process });
          const windowMin = windowFor(asked, rate);
          return windowMin !== null && Math.abs(smallestSeen(asked, windowMin) / rate - 1) < 1e-9;
        },
      ),
    );
  });

  it("has no window for what evaporates", () =>
    assert.equal(windowFor(watching("tissue"), USUAL_FIGURES.evapMlPerMin), null));

  it("drips at random are seen 95 times in 100 at the size it states", () => {
    const chance = randomFrom(711);
    const windowMin = 10;
    const { dripMl, evapMlPerMin } = USUAL_FIGURES;
    const rate = smallestSeen(watching("drips", { process: "random" }), windowMin) - evapMlPerMin;
    let seen = 0;
    for (let trial = 0; trial < 4000; trial += 1)
      if ((-Math.log(1 - chance.uniform()) * dripMl) / rate <= windowMin) seen += 1;
    // Four sigmas of 4000 trials at 95 %: 0.014.
    assert.ok(Math.abs(seen / 4000 - 0.95) < 0.014, `${seen}`);
  });
});

describe("what was seen", () => {
  it("counts drips within their interval 95 times in 100 and more", () => {
    const chance = randomFrom(712);
    const windowMin = 5;
    let covered = 0;
    for (let trial = 0; trial < 2000; trial += 1) {
      const rate = 0.02 * 20 ** chance.uniform();
      let drips = 0;
      let at = 0;
      for (;;) {
        at += (-Math.log(1 - chance.uniform()) * USUAL_FIGURES.dripMl) / rate;
        if (at > windowMin) break;
        drips += 1;
      }
      if (drips === 0 || holds(judgeWatch(watching("drips"), { windowMin, drips }), rate)) covered += 1;
    }
    assert.ok(covered / 2000 > 0.94, `${covered}`);
  });

  it("takes even gaps as even and wild ones as random", () => {
    const even = judgeWatch(watching("drips"), { windowMin: null, intervalsSec: [10, 11, 9, 10, 10] });
    const wild = judgeWatch(watching("drips"), { windowMin: null, intervalsSec: [1, 30, 3, 12, 4] });
    assert.ok(Math.abs((even.estimateMlPerMin ?? 0) - 0.3) < 1e-9);
    assert.ok(Math.abs((wild.estimateMlPerMin ?? 0) - 0.3) < 1e-9);
    assert.ok((wild.high ?? 0) - (wild.low ?? 0) > 1.2 * ((even.high ?? 0) - (even.low ?? 0)));
    for (const answer of [even, wild]) assert.ok(holds(answer, 0.3));
  });

  it("says of a wet tissue only that it is at least so much", () => {
    const { verdict, low, high, estimateMlPerMin } = judgeWatch(watching("tissue"), {
      windowMin: 10,
      wet: true,
    });
    assert.deepEqual([verdict, high, estimateMlPerMin], ["leak", null, 0.002]);
    assert.ok(Math.abs((low ?? 0) - (0.02 * (1 - 1.6449 * 0.25)) / 10) < 1e-6);
  });

  it("reads meter marks to one more or less", () => {
    const r = METER_MARKS_ML.cubicFoot;
    const meter = watching("meter", { figures: { ...USUAL_FIGURES, markMl: r } });
    const { low, high } = judgeWatch(meter, { windowMin: 60, marks: 3 });
    assert.ok(Math.abs((low ?? 0) - (2.025 * r) / 60) < 1e-9);
    assert.ok(Math.abs((high ?? 0) - (3.975 * r) / 60) < 1e-9);
  });

  it("says none seen with what it could have seen", () => {
    for (const seen of [{ drips: 0 }, { wet: false }, { marks: 0 }, {}]) {
      const answer = judgeWatch(watching("look"), { windowMin: 15, ...seen });
      assert.deepEqual([answer.verdict, answer.estimateMlPerMin], ["none-seen", null]);
      assert.ok(answer.detectableMlPerMin > 0.004);
    }
    assert.throws(() => judgeWatch(watching("look"), { windowMin: null }), RangeError);
  });
});

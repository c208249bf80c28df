import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { naiveSchedule } from "../../../tests/oracles/naive-schedule.ts";
import { bruteForce } from "../../../tests/oracles/schedule-brute-force.ts";
import { job } from "../../../tests/support/jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import type { ZoneKind } from "../piping/index.ts";
import { offMinutes } from "./off-windows.ts";
import { scheduleVisit } from "./schedule.ts";

/** Look, shut, bench work, work in place, open, look, wait, put back. */
const usual = (id: string, zone = `stop of ${id}`, kind: ZoneKind = "fixture") =>
  job(id, zone, kind, [
    { minutes: 2 },
    { minutes: 2, effect: "shuts" },
    { minutes: 4, first: true },
    { minutes: 6 },
    { minutes: 2, effect: "opens" },
    { minutes: 1, look: true },
    { minutes: 3, wait: 15 },
    { minutes: 4, wait: 5 },
    { minutes: 3 },
  ]);

describe("scheduleVisit", () => {
  it("does bench work before the water goes off, and other work while a joint stands", () => {
    const jobs = [usual("a"), usual("b")];
    const schedule = scheduleVisit(jobs, 1);
    // Shut 2, in place 6, open 2: ten minutes each; the bench's four are done before.
    assert.deepEqual(offMinutes(schedule.waterOff), [0, 0, 0, 20]);
    assert.ok(schedule.totalMin < naiveSchedule(jobs).totalMin);
    assert.deepEqual(offMinutes(naiveSchedule(jobs).waterOff), [0, 0, 0, 28]);
  });

  it("shuts a valve once for all that hang on it, and opens it once", () => {
    const jobs = [usual("a", "main", "house"), usual("b", "main", "house"), usual("c")];
    const schedule = scheduleVisit(jobs, 1);
    assert.equal(schedule.waterOff.filter(({ kind }) => kind === "house").length, 1);
    // Shut 2, in place 6 and 6, open 2.
    assert.deepEqual(offMinutes(schedule.waterOff), [16, 0, 0, 10]);
    assert.equal(schedule.shared.length, 2);
  });

  it("halves the work without water with two pairs of hands, and never lengthens a visit by them", () => {
    const jobs = [usual("a", "main", "house"), usual("b", "main", "house"), usual("c"), usual("d")];
    const [one, two] = [scheduleVisit(jobs, 1), scheduleVisit(jobs, 2)];
    assert.deepEqual(offMinutes(two.waterOff), [10, 0, 0, 20]);
    assert.ok(two.totalMin < one.totalMin);
    assert.deepEqual([...new Set(two.tasks.map(({ hand }) => hand))].sort(), [1, 2]);
  });

  it("gives water back first where it is off already", () => {
    const half = job(
      "h",
      "main",
      "house",
      [{ minutes: 5 }, { minutes: 2, effect: "opens" }, { minutes: 1, look: true, wait: 15 }, { minutes: 3 }],
      { shutAlready: ["main"] },
    );
    const schedule = scheduleVisit([usual("a"), half], 1);
    assert.equal(schedule.tasks[0]?.task, "h0");
    assert.deepEqual(schedule.waterOff[0], { zone: "main", kind: "house", fromMin: 0, toMin: 7 });
  });

  it("leaves nothing standing below a valve that is shut for another", () => {
    const below = { ...usual("b"), sides: [{ id: "b", above: ["main"] }] };
    for (const hands of [1, 2] as const) {
      const { tasks, waterOff } = scheduleVisit([usual("a", "main", "house"), below], hands);
      const at = (id: string) => tasks.find(({ task }) => task === id) ?? assert.fail(id);
      const main = waterOff.find(({ zone }) => zone === "main") ?? assert.fail("the main is shut");
      assert.ok(
        at("b4").startMin >= main.toMin || at("b5").endMin <= main.fromMin,
        "b is filled with water on",
      );
    }
  });

  it("is slower at a slower pace, and empty for nothing", () => {
    const jobs = [usual("a"), usual("b")];
    assert.ok(scheduleVisit(jobs, 1, "high").totalMin > scheduleVisit(jobs, 1, "low").totalMin);
    assert.deepEqual(scheduleVisit([], 1).tasks, []);
    assert.throws(() => scheduleVisit([usual("a"), usual("a")], 1), RangeError);
  });

  it("is never worse than step by step in the order of the list", () => {
    const minutes = fc.integer({ min: 1, max: 9 });
    const shape = fc.record({
      look: minutes,
      shut: minutes,
      bench: minutes,
      place: minutes,
      open: minutes,
      back: minutes,
    });
    fc.assert(
      fc.property(
        fc.array(shape, { minLength: 1, maxLength: 8 }),
        fc.constantFrom(1 as const, 2 as const),
        (shapes, hands) => {
          const jobs = shapes.map((each, k) =>
            job(`j${k}`, k % 3 === 0 ? "main" : `s${k}`, k % 3 === 0 ? "house" : "fixture", [
              { minutes: each.look },
              { minutes: each.shut, effect: "shuts" },
              { minutes: each.bench, first: true },
              { minutes: each.place },
              { minutes: each.open, effect: "opens" },
              { minutes: 1, look: true, wait: 15 },
              { minutes: each.back },
            ]),
          );
          const schedule = scheduleVisit(jobs, hands);
          const naive = naiveSchedule(jobs);
          const [mine, theirs] = [offMinutes(schedule.waterOff), offMinutes(naive.waterOff)];
          const at = mine.findIndex((value, k) => Math.abs(value - (theirs[k] ?? 0)) > 1e-9);
          assert.ok(at < 0 || (mine[at] ?? 0) < (theirs[at] ?? 0), `${mine} against ${theirs}`);
          assert.ok(schedule.totalMin <= naive.totalMin + 1e-9);
        },
      ),
      { numRuns: setSize(25, 200), seed: 20261201, endOnFailure: true },
    );
  });
});

/** The longest a visit may be beside the best one, of all with as little time without water. */
const MOST_LONGER = 1.01;

describe("scheduleVisit against trying everything", () => {
  it("has as few minutes without water, and is within 1 % of the shortest", () => {
    const shape = fc.record({
      more: fc.constantFrom("proof", "bench", "nothing"),
      place: fc.integer({ min: 1, max: 2 }),
      stand: fc.integer({ min: 0, max: 2 }),
      back: fc.integer({ min: 1, max: 2 }),
    });
    fc.assert(
      fc.property(
        fc.array(shape, { minLength: 1, maxLength: 2 }),
        fc.constantFrom(1 as const, 2 as const),
        fc.boolean(),
        (shapes, hands, isBelow) => {
          const jobs = shapes.map((each, k) =>
            job(
              String.fromCharCode(97 + k),
              k === 0 ? "main" : `stop ${k}`,
              k === 0 ? "house" : "fixture",
              [
                { minutes: 1, effect: "shuts" },
                ...(each.more === "proof"
                  ? [{ minutes: 1, isProof: true, of: k === 0 ? "main" : `stop ${k}` }]
                  : []),
                ...(each.more === "bench" ? [{ minutes: 1, first: true }] : []),
                { minutes: each.place },
                { minutes: 1, effect: "opens" as const },
                { minutes: 1, look: true, wait: each.stand },
                { minutes: each.back },
              ],
              { above: k === 0 ? ["main"] : isBelow ? ["main"] : [] },
            ),
          );
          const found = scheduleVisit(jobs, hands);
          const exact = bruteForce(jobs, hands, [...offMinutes(found.waterOff), found.totalMin]);
          const off = exact.slice(0, -1);
          assert.deepEqual(offMinutes(found.waterOff).slice(0, 3), off.slice(0, 3));
          const best = exact.at(-1) ?? 0;
          assert.ok(
            found.totalMin <= best * MOST_LONGER,
            `${found.totalMin} for ${best}: ${JSON.stringify(shapes)} ${hands} ${isBelow}`,
          );
        },
      ),
      { numRuns: setSize(10, 300), seed: 20261201, endOnFailure: true },
    );
  });
});

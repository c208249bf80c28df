import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { naiveSchedule } from "../../../tests/oracles/naive-schedule.ts";
import { job } from "../../../tests/support/jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import type { ZoneKind } from "../isolation/index.ts";
import { offMinutes } from "./off-windows.ts";
import { scheduleVisit } from "./schedule.ts";
import type { Job } from "./task.ts";

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

/** What must hold for any schedule: order, hands, waits, and no water where it is worked on. */
function assertSound(jobs: readonly Job[], hands: 1 | 2): ReturnType<typeof scheduleVisit> {
  const schedule = scheduleVisit(jobs, hands);
  const at = new Map(schedule.tasks.map((each) => [each.task, each]));
  const left = new Set(schedule.shared);
  for (const {
    tasks,
    zones: [zone],
  } of jobs) {
    for (const task of tasks) assert.equal(at.has(task.id), !left.has(task.id), task.id);
    const shown = tasks.flatMap((task) => {
      const placed = at.get(task.id);
      return placed ? [{ task, placed }] : [];
    });
    for (const { task, placed } of shown) {
      assert.ok(Math.abs(placed.endMin - placed.startMin - task.handsOnMin.likely) < 1e-9);
      const isBetween =
        !task.mayComeFirst && tasks.findIndex(({ effect }) => effect === "shuts") < tasks.indexOf(task);
      const isOff = isBetween && tasks.indexOf(task) < tasks.findIndex(({ effect }) => effect === "opens");
      if (isOff)
        assert.ok(
          schedule.waterOff.some(
            (off) =>
              off.zone === zone?.name &&
              off.fromMin <= placed.startMin + 1e-9 &&
              off.toMin >= placed.endMin - 1e-9,
          ),
          `${task.id} is done with the water on`,
        );
    }
    const ordered = shown.filter(({ task }) => !task.mayComeFirst);
    for (const [k, { task, placed }] of ordered.entries()) {
      const next = ordered[k + 1]?.placed;
      if (next) assert.ok(next.startMin >= placed.endMin + task.waitMin - 1e-9, `after ${task.id}`);
    }
  }
  const edges = schedule.tasks.flatMap(({ startMin, endMin }) => [
    [startMin, 1] as const,
    [endMin, -1] as const,
  ]);
  let busy = 0;
  for (const [, change] of edges.sort((a, b) => a[0] - b[0] || a[1] - b[1])) {
    busy += change;
    assert.ok(busy <= hands, `${busy} pairs of hands`);
  }
  return schedule;
}

describe("scheduleVisit", () => {
  it("does bench work before the water goes off, and other work while a joint stands", () => {
    const jobs = [usual("a"), usual("b")];
    const schedule = assertSound(jobs, 1);
    // Shut 2, in place 6, open 2: ten minutes each; the bench's four are done before.
    assert.deepEqual(offMinutes(schedule.waterOff), [0, 0, 0, 20]);
    assert.ok(schedule.isProved);
    assert.ok(schedule.totalMin < naiveSchedule(jobs).totalMin);
    assert.deepEqual(offMinutes(naiveSchedule(jobs).waterOff), [0, 0, 0, 28]);
  });

  it("shuts a zone once for all that hang on it", () => {
    const jobs = [usual("a", "main", "house"), usual("b", "main", "house"), usual("c")];
    const schedule = assertSound(jobs, 1);
    const house = schedule.waterOff.filter(({ kind }) => kind === "house");
    assert.equal(house.length, 1);
    // Shut 2, in place 6 and 6, open 2.
    assert.deepEqual(offMinutes(schedule.waterOff), [16, 0, 0, 10]);
    assert.deepEqual([...schedule.shared].sort(), ["a4", "b1"]);
  });

  it("halves the work without water with two pairs of hands, and never lengthens a visit by them", () => {
    const jobs = [usual("a", "main", "house"), usual("b", "main", "house"), usual("c"), usual("d")];
    const [one, two] = [assertSound(jobs, 1), assertSound(jobs, 2)];
    assert.deepEqual(offMinutes(two.waterOff), [10, 0, 0, 20]);
    assert.ok(two.totalMin < one.totalMin);
  });

  it("proves or tells its gap for a visit of twelve connections", () => {
    const jobs = Array.from({ length: 12 }, (_, k) => usual(String.fromCharCode(97 + k)));
    for (const hands of [1, 2] as const) {
      const schedule = assertSound(jobs, hands);
      assert.ok(schedule.isProved || schedule.totalMin / schedule.leastTotalMin < 1.05);
    }
  });

  it("gives water back first where it is off already, and starts nothing else before", () => {
    const half = job(
      "h",
      "main",
      "house",
      [{ minutes: 5 }, { minutes: 2, effect: "opens" }, { minutes: 1, look: true, wait: 15 }, { minutes: 3 }],
      { shutAlready: ["main"] },
    );
    const schedule = scheduleVisit([usual("a"), half, usual("b", "main", "house")], 1);
    assert.equal(schedule.tasks[0]?.task, "h0");
    const [first] = schedule.waterOff;
    assert.deepEqual(first, { zone: "main", kind: "house", fromMin: 0, toMin: 7 });
    assert.equal(schedule.waterOff.filter(({ zone }) => zone === "main").length, 2);
  });

  it("is slower at a slower pace, and empty for nothing", () => {
    const jobs = [usual("a"), usual("b")];
    assert.ok(scheduleVisit(jobs, 1, "high").totalMin > scheduleVisit(jobs, 1, "low").totalMin);
    assert.deepEqual(scheduleVisit([], 1).tasks, []);
    assert.throws(() => scheduleVisit([usual("a"), usual("a")], 1), RangeError);
  });

  it("keeps hands, order, waits and water right on random visits", () => {
    const minutes = fc.integer({ min: 1, max: 9 });
    const wait = fc.constantFrom(0, 0, 5, 15);
    const shape = fc.record({
      look: minutes,
      shut: minutes,
      bench: minutes,
      place: minutes,
      open: minutes,
      stand: wait,
      run: wait,
      back: minutes,
      zone: fc.constantFrom("main", "hot", "own"),
    });
    fc.assert(
      fc.property(
        fc.array(shape, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(1 as const, 2 as const),
        (shapes, hands) => {
          const jobs = shapes.map((each, k) => {
            const id = String.fromCharCode(97 + k);
            const kind = each.zone === "main" ? "house" : each.zone === "hot" ? "hot" : "fixture";
            return job(id, each.zone === "own" ? id : each.zone, kind, [
              { minutes: each.look },
              { minutes: each.shut, effect: "shuts" },
              { minutes: each.bench, first: true },
              { minutes: each.place },
              { minutes: each.open, effect: "opens" },
              { minutes: 1, look: true, wait: each.stand },
              { minutes: 2, wait: each.run },
              { minutes: each.back },
            ]);
          });
          const schedule = assertSound(jobs, hands);
          const naive = naiveSchedule(jobs);
          const [mine, theirs] = [offMinutes(schedule.waterOff), offMinutes(naive.waterOff)];
          const at = mine.findIndex((value, k) => Math.abs(value - (theirs[k] ?? 0)) > 1e-9);
          assert.ok(at < 0 || (mine[at] ?? 0) < (theirs[at] ?? 0), `${mine} against ${theirs}`);
        },
      ),
      { numRuns: setSize(25, 80) },
    );
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { placeRows } from "./rows.ts";
import type { Task } from "./task.ts";

const task = (id: string, minutes: number, more: Partial<Task> = {}): Task => ({
  id,
  job: "job",
  handsOnMin: { low: minutes, likely: minutes, high: minutes },
  hands: 1,
  waitMin: 0,
  isBeside: false,
  effect: null,
  zone: null,
  mayComeFirst: false,
  followsOpening: false,
  ...more,
});

/** The earliest end of all ways to begin the tasks of rows one after another, each as soon as its hands and its row allow. */
function earliestEnd(rows: readonly (readonly Task[])[], hands: 1 | 2): number {
  let best = Number.POSITIVE_INFINITY;
  const go = (next: readonly number[], ready: readonly number[], free: readonly number[]) => {
    if (rows.every((row, at) => next[at] === row.length)) {
      best = Math.min(best, Math.max(0, ...ready));
      return;
    }
    for (const [at, row] of rows.entries()) {
      const now = row[next[at] ?? 0];
      if (now === undefined) continue;
      const needs = hands === 2 ? now.hands : 1;
      // Which pair of hands takes a task is tried too.
      for (const taken of needs === 2 ? [[0, 1]] : free.map((_, hand) => [hand])) {
        const start = Math.max(ready[at] ?? 0, ...taken.map((hand) => free[hand] ?? 0));
        const end = start + now.handsOnMin.likely;
        go(
          next.map((each, k) => (k === at ? each + 1 : each)),
          ready.map((each, k) => (k === at ? end + now.waitMin : each)),
          free.map((each, hand) => (taken.includes(hand) ? end : each)),
        );
      }
    }
  };
  go(
    rows.map(() => 0),
    rows.map(() => 0),
    new Array<number>(hands).fill(0),
  );
  return best;
}

const drawnTask = fc.record({
  minutes: fc.integer({ min: 1, max: 6 }),
  waitMin: fc.constantFrom(0, 0, 2, 5),
  hands: fc.constantFrom(1 as const, 1 as const, 2 as const),
});

describe("rows of tasks on one or two pairs of hands", () => {
  it("end as soon as any order of their tasks lets them, and are known to", () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(drawnTask, { minLength: 1, maxLength: 3 }), { minLength: 2, maxLength: 3 }),
        fc.constantFrom(1 as const, 2 as const),
        (drawn, hands) => {
          const rows = drawn.map((row, k) =>
            row.map(({ minutes, ...more }, at) => task(`${k}-${at}`, minutes, more)),
          );
          const { placed, endMin, isShortest } = placeRows(rows, hands, "likely");
          assert.equal(endMin, earliestEnd(rows, hands));
          assert.ok(isShortest);
          assert.equal(placed.length, rows.flat().length);
        },
      ),
      { numRuns: 120, seed: 20261129 },
    );
  });

  it("do not wait for two pairs of hands where other work fits before", () => {
    // Whoever is free first would begin the short task; both are needed soonest when it waits.
    const rows = [
      [task("lift", 4, { hands: 2, waitMin: 20 }), task("connect", 3)],
      [task("wipe", 2), task("look", 2)],
    ];
    const { endMin, placed } = placeRows(rows, 2, "likely");
    assert.equal(endMin, 4 + 20 + 3);
    assert.equal(placed.find((each) => each.task === "lift")?.fromMin, 0);
  });
});

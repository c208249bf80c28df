/** Sharing the shutting of zones, against every way to share. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { job } from "../../../tests/support/jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import type { Zone } from "../isolation/index.ts";
import { blocksOf, type Grouping } from "./blocks.ts";
import { compareRows, offMinutes, windowsOf } from "./off-windows.ts";
import { scheduleVisit } from "./schedule.ts";
import type { Job } from "./task.ts";

/** Every way to put jobs into groups. */
function partitions([first, ...rest]: readonly Job[]): readonly Grouping[] {
  if (first === undefined) return [[]];
  return partitions(rest).flatMap((groups) => [
    [[first], ...groups],
    ...groups.map((_, at) => groups.map((group, k) => (k === at ? [first, ...group] : group))),
  ]);
}

const SITE: readonly Zone[] = [
  { name: "main", kind: "house" },
  { name: "heater", kind: "hot" },
  { name: "riser", kind: "branch" },
];
const minutes = fc.integer({ min: 1, max: 9 });
const shape = fc.record({
  look: minutes,
  place: minutes,
  stand: fc.constantFrom(0, 5),
  back: minutes,
  zones: fc.subarray([...SITE]),
});

describe("zones that several jobs need", () => {
  it("are shut together so that no other way to share costs less time without water", () => {
    fc.assert(
      fc.property(
        fc.array(shape, { minLength: 2, maxLength: 5 }),
        fc.constantFrom(1 as const, 2 as const),
        (shapes, hands) => {
          const jobs = shapes.map(({ look, place, stand, back, zones }, k) => {
            const id = String.fromCharCode(97 + k);
            const [first = { name: `stop of ${id}`, kind: "fixture" as const }, ...more] = zones;
            const all = [first, ...more];
            return job(
              id,
              first.name,
              first.kind,
              [
                { minutes: look },
                ...all.map(({ name }) => ({ minutes: 2, effect: "shuts" as const, of: name })),
                { minutes: place },
                ...all.map(({ name }) => ({ minutes: 1, effect: "opens" as const, of: name })),
                { minutes: 1, look: true, wait: stand },
                { minutes: back },
              ],
              { zones: more },
            );
          });
          const cutting = { hands, pace: "likely", pieceMin: Number.POSITIVE_INFINITY } as const;
          const mine = offMinutes(scheduleVisit(jobs, hands).waterOff);
          for (const groups of partitions(jobs)) {
            const off = offMinutes(windowsOf(blocksOf(groups, cutting), () => 0));
            assert.ok(compareRows(mine, off) <= 0, `${mine} where ${off} would do`);
          }
        },
      ),
      { numRuns: setSize(20, 80), seed: 20261129 },
    );
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { bruteForce } from "../../../tests/oracles/schedule-brute-force.ts";
import { job } from "../../../tests/support/jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { offMinutes } from "./off-windows.ts";
import { scheduleVisit } from "./schedule.ts";

describe("scheduleVisit against trying everything", () => {
  it("is as good as trying everything on small visits, one pair of hands and two", () => {
    const minutes = fc.integer({ min: 1, max: 2 });
    const shape = fc.record({
      shut: minutes,
      bench: fc.boolean(),
      place: minutes,
      open: fc.constant(1),
      wait: fc.integer({ min: 0, max: 2 }),
      back: minutes,
    });
    fc.assert(
      fc.property(
        fc.array(shape, { minLength: 1, maxLength: 2 }),
        fc.constantFrom(1 as const, 2 as const),
        (shapes, hands) => {
          const jobs = shapes.map((each, k) =>
            job(String.fromCharCode(97 + k), String(k), k === 0 ? "branch" : "fixture", [
              { minutes: each.shut, effect: "shuts" },
              ...(each.bench ? [{ minutes: 1, first: true }] : []),
              { minutes: each.place },
              { minutes: each.open, effect: "opens", wait: each.wait },
              { minutes: each.back },
            ]),
          );
          const found = scheduleVisit(jobs, hands);
          const exact = bruteForce(jobs, hands, 15);
          assert.ok(found.isProved);
          assert.deepEqual([...offMinutes(found.waterOff), found.totalMin], exact);
        },
      ),
      { numRuns: setSize(3, 40), seed: 20261125 },
    );
  });
});

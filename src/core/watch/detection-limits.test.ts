import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { lookingOrder } from "../check/looking-order.ts";
import { detectableMlPerMin, mlPerDay } from "./watch.ts";

/** The published table of what a window can show, rounded there to two figures. */
const TABLE = [
  { windowMin: 1, look: 0.071, tissue: 0.029 },
  { windowMin: 5, look: 0.014, tissue: 0.006 },
  { windowMin: 15, look: 0.005, tissue: 0.0022 },
  { windowMin: 60, look: 0.0015, tissue: 0.0008 },
  { windowMin: 240, look: 0.00063, tissue: 0.00045 },
  { windowMin: 1440, look: 0.00038, tissue: 0.00035 },
] as const;
/** Half a unit of the table's last figure, as a share: its roundest entry (0.005) is within 5 %. */
const ROUNDING = 0.05;

describe("detectableMlPerMin", () => {
  for (const { windowMin, look, tissue } of TABLE)
    it(`agrees with the table at ${windowMin} min`, () => {
      for (const [method, wanted] of [
        ["look", look],
        ["tissue", tissue],
      ] as const) {
        const got = detectableMlPerMin(method, windowMin);
        assert.ok(Math.abs(got - wanted) <= ROUNDING * wanted, `${method}: ${got} against ${wanted}`);
      }
    });

  it("falls as the window grows, and a tissue always sees less than a look needs", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5000, noNaN: true }),
        fc.double({ min: 1.01, max: 10, noNaN: true }),
        (windowMin, longer) => {
          const now = detectableMlPerMin("look", windowMin);
          return (
            detectableMlPerMin("look", windowMin * longer) < now &&
            detectableMlPerMin("tissue", windowMin) < now
          );
        },
      ),
    );
  });

  it("refuses a window that is no time at all", () => {
    assert.throws(() => detectableMlPerMin("look", 0), /windowMin must be > 0/);
    assert.throws(() => detectableMlPerMin("look", Number.NaN), RangeError);
  });

  it("0.01 mL/min is 14 mL a day", () => assert.equal(Math.round(mlPerDay(0.01)), 14));
});

describe("lookingOrder", () => {
  it("begins at the inlet when it is above the supply", () =>
    assert.deepEqual(lookingOrder(3, true), [3, 2, 1]));
  it("begins at the wall when the inlet is below", () => assert.deepEqual(lookingOrder(3, false), [1, 2, 3]));
  it("holds every joint once", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20 }),
        fc.boolean(),
        (joints, above) => new Set(lookingOrder(joints, above)).size === joints,
      ),
    );
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { tables } from "../../../tests/support/tables.ts";
import type { Vector } from "../../core/geometry/index.ts";
import type { LineSpace } from "../../core/survey/index.ts";
import { intervalIn, intervalWords } from "./good-lengths.ts";
import {
  benchFrom,
  benchState,
  changeBench,
  type LineState,
  relativeInlet,
  spaceFrom,
  wallDistance,
  wayOf,
} from "./line-state.ts";
import { directionAt, directionTurned, flatOf, frameOf, HANDLE_IN, movedIn, pathOf } from "./projection.ts";

const typed = (value: number) => ({ typed: String(value), value });
const SPACE: LineSpace = {
  inlet: { right: typed(1), up: typed(9), out: typed(2) },
  supplyWay: [0, 0, 1],
  inletWay: [0, -1, 0],
  walls: { back: typed(1), floor: typed(5) },
  room: typed(4),
};
const FAMILY = { name: "line", cuffIn: 1, minBendRadiusIn: 2.25, lengthsIn: [9, 12], goesOnBoth: true };
const START = benchState(SPACE, FAMILY);

describe("the bench in work", () => {
  it("comes from a survey's space and goes back unchanged", () => {
    const back = spaceFrom(START);
    assert.deepEqual(back, SPACE);
    const bench = benchFrom(START);
    assert.deepEqual(bench.b, { at: [1, 9, 2], direction: [0, -1, 0] });
    assert.equal(bench.walls.length, 2);
    assert.equal(bench.freeBulgeIn, 4);
  });

  it("keeps walls where they are when the supply is moved, and tells them from where it is now", () => {
    const moved = changeBench(START, { type: "moved", which: "a", at: [0.5, 1, 0.25] });
    assert.deepEqual(relativeInlet(moved), [0.5, 8, 1.75]);
    assert.equal(wallDistance(moved, "back"), 1.25);
    assert.equal(wallDistance(moved, "floor"), 6);
    assert.deepEqual(benchFrom(moved).walls, benchFrom(START).walls);
    const told = changeBench(moved, { type: "wall", side: "back", distanceIn: 2 });
    assert.equal(wallDistance(told, "back"), 2);
    assert.equal(
      wallDistance(changeBench(told, { type: "wall", side: "back", distanceIn: null }), "back"),
      null,
    );
  });

  it("rounds places to the sixteenth and reads typed ones from the supply", () => {
    const dragged = changeBench(START, { type: "moved", which: "b", at: [1.03, 8.99, 2] });
    assert.deepEqual(dragged.ends.b.at, [1, 9, 2]);
    const placed = changeBench(START, { type: "placed", axis: 1, value: 7.5 });
    assert.deepEqual(placed.ends.b.at, [1, 7.5, 2]);
  });

  it("puts a part on an end: the line leaves from beyond it", () => {
    const elbow = tables.parts.find(({ sku }) => sku === "EL-M38C38");
    const [into, out] = elbow?.ports ?? [];
    assert.ok(elbow && into && out);
    const put = { insert: { sku: elbow.sku, name: elbow.name, into, out }, hour: 3 as const };
    const bent = benchFrom(changeBench(START, { type: "put", which: "b", put }));
    assert.ok(Math.abs(bent.b.direction[1]) < 1e-9);
    assert.notDeepEqual(bent.b.at, START.ends.b.at);
    assert.deepEqual(bent.a, benchFrom(START).a);
  });

  it("names the usual directions", () => {
    assert.equal(wayOf([0, 2, 0]), "up");
    assert.equal(wayOf([0, 0, -1]), "back");
    assert.equal(wayOf([1, 1, 0]), "other");
  });
});

describe("elevations", () => {
  it("move a place only within themselves, and as far as it was pulled", () => {
    const coordinate = fc.double({ min: -20, max: 20, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(coordinate, coordinate, coordinate),
        fc.constantFrom("front" as const, "side" as const),
        fc.tuple(coordinate, coordinate),
        (place, seen, by) => {
          const moved = movedIn(place, seen, by);
          const [before, after] = [flatOf(place, seen), flatOf(moved, seen)];
          assert.ok(
            Math.abs(after[0] - before[0] - by[0]) < 1e-9 && Math.abs(after[1] - before[1] - by[1]) < 1e-9,
          );
          const hidden = seen === "front" ? 2 : 0;
          assert.ok(Math.abs(moved[hidden] - place[hidden]) < 1e-12);
        },
      ),
    );
  });

  it("turn a pulled handle into a unit direction, snapped to 15 degrees", () => {
    const pull = fc.double({ min: -5, max: 5, noNaN: true });
    const now: Vector = [0, 1, 0];
    fc.assert(
      fc.property(pull, pull, fc.constantFrom("front" as const, "side" as const), (du, dv, seen) => {
        const direction = directionAt(now, seen, [du, dv]);
        assert.ok(Math.abs(Math.hypot(...direction) - 1) < 1e-9);
        const [u, v] = flatOf(direction, seen);
        if (Math.hypot(u, v) < 1e-6) return;
        const degrees = (Math.atan2(-v, u) * 180) / Math.PI / 15;
        assert.ok(Math.abs(degrees - Math.round(degrees)) < 1e-6);
      }),
    );
    assert.deepEqual(directionAt(now, "front", [HANDLE_IN, 0]), [1, 0, 0]);
    assert.deepEqual(directionAt([0, 0, 1], "front", [0.1, 0]), [0, 0, 1]);
    assert.deepEqual(directionAt(now, "side", [0, HANDLE_IN]), [0, -1, 0]);
  });

  it("turn by keys all the way round and back", () => {
    let direction: Vector = [0, 1, 0];
    for (let press = 0; press < 24; press += 1) direction = directionTurned(direction, "front", 1);
    assert.ok(Math.abs(direction[1] - 1) < 1e-9);
    assert.deepEqual(directionTurned([0, 0, 1], "front", 1), [1, 0, 0]);
  });

  it("frame both ends, their handles and the near walls", () => {
    for (const seen of ["front", "side"] as const) {
      const { u, v } = frameOf(START, [], seen);
      for (const { at } of Object.values(START.ends)) {
        const [x, y] = flatOf(at, seen);
        assert.ok(x > u[0] && x < u[1] && y > v[0] && y < v[1]);
      }
      assert.ok(v[1] > 5, "the floor");
      assert.ok(u.every(Number.isInteger) && v.every(Number.isInteger));
    }
    const far: LineState = changeBench(START, { type: "wall", side: "floor", distanceIn: 60 });
    assert.ok(frameOf(far, [], "front").v[1] < 20);
  });

  it("draw a curve as one path", () => {
    assert.equal(
      pathOf(
        [
          [0, 0, 0],
          [1, 2, 3],
        ],
        "side",
      ),
      "M0.00 0.00L3.00 -2.00",
    );
  });
});

describe("good lengths in words", () => {
  it("are rounded inwards to the eighth", () => {
    assert.deepEqual(intervalIn([9.32, 10.2]), { from: 9.375, to: 10.125 });
    assert.equal(intervalWords([9.32, 10.2]), "9 3/8 to 10 1/8 in");
    assert.equal(intervalWords([23.7, null]), "23 3/4 in and longer");
    assert.equal(intervalWords([9.32, 9.34]), "about 9 3/8 in");
  });
});

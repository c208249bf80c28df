/** Long runs are broken where nothing but straight line lies, and nothing else is left out. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { rateLength } from "../../core/line/index.ts";
import { asTyped, type LineSpace } from "../../core/survey/index.ts";
import { brokenFrames, keptOf, leftOutIn, partWith, sizeOf, startsOf } from "./broken-frame.ts";
import { benchFrom, benchState, type Family } from "./line-state.ts";
import { flatOf, frameOf } from "./projection.ts";

const FAMILY: Family = { name: "line", cuffIn: 1, minBendRadiusIn: 1.625, lengthsIn: [60], goesOnBoth: true };
/** The line leaves out of the wall and comes in from the side: seen from the front it runs straight. */
const spaceOf = (right: number, up: number): LineSpace => ({
  inlet: { right: asTyped(right), up: asTyped(up), out: asTyped(2) },
  supplyWay: [0, 0, 1],
  inletWay: [-1, 0, 0],
  walls: {},
  room: null,
});
function drawn(right: number, up: number, lengthIn: number) {
  const state = benchState(spaceOf(right, up), FAMILY);
  const { curve } = rateLength(benchFrom(state), lengthIn);
  assert.ok(curve);
  const frames = { front: frameOf(state, [curve], "front"), side: frameOf(state, [curve], "side") };
  return { state, curve, ...brokenFrames(frames, state, [curve]) };
}

describe("an elevation of a long run", () => {
  it("leaves out the straight middle, and keeps both ends with their handles", () => {
    const { front, state } = drawn(57, 0, 60);
    assert.equal(front.columns.length, 2);
    assert.ok(leftOutIn(front.columns) > 30 && sizeOf(front.columns) < 36);
    for (const which of ["a", "b"] as const) {
      const [u] = flatOf(state.ends[which].at, "front");
      const [from, to] = front.columns[partWith(front.columns, u)] ?? [0, 0];
      assert.ok(u >= from && u <= to);
    }
  });

  it("of a short one is whole", () => {
    const { front, side } = drawn(14, 4, 20);
    assert.deepEqual([front.columns.length, front.rows.length, side.columns.length], [1, 1, 1]);
  });

  it("is whole where the line bows: its shape is what there is to see", () => {
    const state = benchState({ ...spaceOf(57, 0), supplyWay: [0, 1, 0], inletWay: [0, 1, 0] }, FAMILY);
    const { curve } = rateLength(benchFrom(state), 75);
    assert.ok(curve);
    const frames = { front: frameOf(state, [curve], "front"), side: frameOf(state, [curve], "side") };
    assert.equal(leftOutIn(brokenFrames(frames, state, [curve]).front.columns), 0);
  });
});

describe("what is left of an axis", () => {
  const axis = fc.tuple(fc.integer({ min: -60, max: 0 }), fc.integer({ min: 1, max: 200 }));
  const marks = fc.array(fc.integer({ min: -60, max: 200 }), { maxLength: 6 });

  it("goes from end to end in order, holds every mark, and with what is left out makes the whole", () =>
    fc.assert(
      fc.property(axis, marks, fc.boolean(), (whole, given, isQuiet) => {
        const inside = given.filter((mark) => mark >= whole[0] && mark <= whole[1]);
        const kept = keptOf(whole, inside, () => isQuiet);
        assert.equal(kept[0]?.[0], whole[0]);
        assert.equal(kept.at(-1)?.[1], whole[1]);
        for (const mark of inside) {
          const [from, to] = kept[partWith(kept, mark)] ?? [0, -1];
          assert.ok(mark >= from && mark <= to, `${mark} in ${JSON.stringify(kept)}`);
        }
        const shown = kept.reduce((sum, [from, to]) => sum + to - from, 0);
        assert.ok(Math.abs(shown + leftOutIn(kept) - (whole[1] - whole[0])) < 1e-9);
        assert.ok(startsOf(kept).every((start, at, all) => at === 0 || start > (all[at - 1] ?? 0)));
        if (!isQuiet) assert.equal(kept.length, 1);
      }),
    ));
});

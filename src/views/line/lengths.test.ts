/** Lengths in the order they are used, with figures that agree with their verdicts. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { type LineCurve, type RatedLength, type Rating, rateLength } from "../../core/line/index.ts";
import { drawnLengths } from "./elevations.tsx";
import { inOrderOfUse } from "./lengths-table.tsx";
import { tapeAtLeast, tapeAtMost } from "./tape.ts";

const SHAPE: LineCurve | null = rateLength(
  {
    a: { at: [0, 0, 0], direction: [0, 1, 0] },
    b: { at: [2, 9, 0], direction: [0, -1, 0] },
    cuffIn: 1,
    minBendRadiusIn: 1.625,
    walls: [],
    freeBulgeIn: null,
  },
  12,
).curve;
const rated = (lengthIn: number, rating: Rating): RatedLength => ({
  lengthIn,
  rating,
  slackIn: rating === "short" ? -1 : 1,
  curve: rating === "short" ? null : SHAPE,
});
const LENGTHS = [
  rated(9, "short"),
  rated(12, "tight-bend"),
  rated(16, "good"),
  rated(20, "good"),
  rated(30, "excess"),
];
const lengthsOf = (list: readonly RatedLength[]) => list.map(({ lengthIn }) => lengthIn);

describe("stock lengths", () => {
  it("stand with the good ones first, those that do not reach apart", () => {
    const { reaching, short } = inOrderOfUse(LENGTHS.toReversed());
    assert.deepEqual([lengthsOf(reaching), lengthsOf(short)], [[16, 20, 12, 30], [9]]);
  });

  it("are drawn with the next shorter and longer one that has a shape", () => {
    assert.deepEqual(lengthsOf(drawnLengths(LENGTHS, 16)), [12, 16, 20]);
    assert.deepEqual(lengthsOf(drawnLengths(LENGTHS, 12)), [12, 16]);
    assert.deepEqual(lengthsOf(drawnLengths(LENGTHS, 9)), [12]);
  });
});

describe("a figure on the tape", () => {
  it("is the nearest sixteenth", () => {
    assert.equal(tapeAtLeast(2.37, 1.625), "2 3/8");
    assert.equal(tapeAtMost(3.76, 4), "3 3/4");
  });

  it("that misses its limit by a hair does not read as keeping it", () => {
    assert.equal(tapeAtLeast(1.62, 1.625), "1 9/16");
    assert.equal(tapeAtMost(3.001, 3), "3 1/16");
  });

  it("keeps or misses its limit as the length itself does, within a sixteenth", () => {
    const sixteenth = fc.integer({ min: 1, max: 320 }).map((count) => count / 16);
    const read = (text: string) =>
      text.split(" ").reduce((sum, piece) => {
        const [top = 0, bottom = 1] = piece.split("/").map(Number);
        return sum + top / bottom;
      }, 0);
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 20, noNaN: true }), sixteenth, (value, limit) => {
        const [least, most] = [read(tapeAtLeast(value, limit)), read(tapeAtMost(value, limit))];
        assert.equal(least < limit, value < limit);
        assert.equal(most > limit, value > limit);
        assert.ok(Math.abs(least - value) <= 1 / 16 && Math.abs(most - value) <= 1 / 16);
      }),
    );
  });
});

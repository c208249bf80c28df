import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  ANY,
  cellAt,
  extentOf,
  letterAt,
  meetingsByFamily,
  SIZES,
  scrollTo,
  shownBy,
  stepFrom,
  windowOf,
} from "./grid-model.ts";

const ends = ["a", "b", "c", "d"].map((code, index) => ({
  code,
  name: code,
  family: index < 2 ? "left" : "right",
}));
const rows = ["nfns", "fnnn", "nnnn", "snnn"];
const everything = shownBy(ends, rows, { rowFamily: ANY, columnFamily: ANY, onlyMeeting: false });
const view = { scrollLeft: 0, scrollTop: 0, width: SIZES.rowHead + 60, height: SIZES.columnHead + 60 };

describe("the matrix as a grid", () => {
  it("filters by family, and leaves out what meets nothing", () => {
    assert.deepEqual(everything, { rows: [0, 1, 2, 3], columns: [0, 1, 2, 3] });
    assert.deepEqual(shownBy(ends, rows, { rowFamily: "left", columnFamily: "right", onlyMeeting: false }), {
      rows: [0, 1],
      columns: [2, 3],
    });
    assert.deepEqual(shownBy(ends, rows, { rowFamily: "left", columnFamily: "right", onlyMeeting: true }), {
      rows: [0],
      columns: [3],
    });
  });
  it("knows every letter and treats what is outside as nothing", () => {
    assert.equal(letterAt(rows, { row: 0, column: 1 }), "f");
    assert.equal(letterAt(rows, { row: 9, column: 9 }), "n");
  });
  it("finds the cell under a point, scrolled or not, and none over the heads", () => {
    assert.equal(cellAt(everything, view, 10, 200), null);
    assert.deepEqual(cellAt(everything, view, SIZES.rowHead + 1, SIZES.columnHead + 25), {
      row: 1,
      column: 0,
    });
    assert.deepEqual(
      cellAt(everything, { ...view, scrollLeft: 24 }, SIZES.rowHead + 1, SIZES.columnHead + 1),
      { row: 0, column: 1 },
    );
    assert.equal(cellAt(everything, view, SIZES.rowHead + 500, SIZES.columnHead + 1), null);
  });
  it("walks by keys and stops at the edges", () => {
    assert.deepEqual(stepFrom(everything, null, "ArrowDown"), { row: 0, column: 0 });
    assert.deepEqual(stepFrom(everything, { row: 0, column: 0 }, "ArrowLeft"), { row: 0, column: 0 });
    assert.deepEqual(stepFrom(everything, { row: 1, column: 1 }, "ArrowRight"), { row: 1, column: 2 });
    assert.deepEqual(stepFrom(everything, { row: 1, column: 1 }, "End"), { row: 1, column: 3 });
    assert.deepEqual(stepFrom(everything, { row: 1, column: 1 }, "PageDown"), { row: 3, column: 1 });
    assert.equal(stepFrom(everything, { row: 1, column: 1 }, "x"), null);
    assert.equal(stepFrom({ rows: [], columns: [] }, null, "ArrowDown"), null);
  });
  it("scrolls no more than a cell needs", () => {
    assert.deepEqual(scrollTo(everything, view, { row: 0, column: 0 }), { left: 0, top: 0 });
    assert.deepEqual(scrollTo(everything, view, { row: 3, column: 3 }), { left: 36, top: 36 });
    assert.deepEqual(scrollTo(everything, { ...view, scrollTop: 48 }, { row: 0, column: 0 }), {
      left: 0,
      top: 0,
    });
  });
  it("paints only what is in view", () => {
    assert.deepEqual(windowOf(50, 48, 100), [2, 4]);
    assert.deepEqual(windowOf(0, 1e6, 4), [0, 3]);
    assert.deepEqual(extentOf(everything), { width: SIZES.rowHead + 96, height: SIZES.columnHead + 96 });
  });
  it("lists what goes on an end by family, the better meetings first, empty families left out", () => {
    assert.deepEqual(meetingsByFamily(ends, rows, 0), [
      { family: "left", meetings: [{ index: 1, letter: "f" }] },
      { family: "right", meetings: [{ index: 3, letter: "s" }] },
    ]);
    assert.deepEqual(meetingsByFamily(ends, ["nsfw", ...rows.slice(1)], 0)[1]?.meetings, [
      { index: 2, letter: "f" },
      { index: 3, letter: "w" },
    ]);
    assert.deepEqual(meetingsByFamily(ends, rows, 2), []);
  });
});

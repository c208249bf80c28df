import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { formatCents } from "./money.ts";
import { formatTurn, formatTurns } from "./turns.ts";

describe("formatTurn", () => {
  for (const [turns, text] of [
    [0, "0"],
    [0.25, "1/4"],
    [1 / 6, "1/6"],
    [0.1667, "1/6"],
    [1.5, "1 1/2"],
    [3, "3"],
    [0.9999, "1"],
    [0.44, "0.44"],
  ] as const)
    it(`says ${turns} as ${text}`, () => assert.equal(formatTurn(turns), text));
});

describe("formatTurns", () => {
  it("shows both ends of a range", () =>
    assert.equal(formatTurns({ handOnly: false, min: 0.25, max: 0.5 }), "1/4 to 1/2"));
  it("shows one figure when both ends are equal", () =>
    assert.equal(formatTurns({ handOnly: false, min: 0.25, max: 0.25 }), "1/4"));
  it("says by hand only", () =>
    assert.equal(formatTurns({ handOnly: true, min: 0, max: 0 }), "by hand only"));
  it("says how far a hand may still go", () =>
    assert.equal(formatTurns({ handOnly: true, min: 0, max: 0.125 }), "by hand, at most 1/8 more"));
  it("says that nothing is turned", () => assert.equal(formatTurns(null), "no turn"));
});

describe("formatCents", () => {
  for (const [cents, text] of [
    [0, "$0.00"],
    [5, "$0.05"],
    [1234, "$12.34"],
    [-60, "-$0.60"],
  ] as const)
    it(`shows ${cents} as ${text}`, () => assert.equal(formatCents(cents), text));
});

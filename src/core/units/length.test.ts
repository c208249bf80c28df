import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { MM_PER_IN } from "../constants/index.ts";
import { explainLength, formatInches, parseLength } from "./length.ts";

/** As written, and the exact ratio in inches it must give. */
const WRITTEN: readonly (readonly [string, number, number])[] = [
  ["6 1/2", 13, 2],
  ['6-1/2"', 13, 2],
  ["6.5", 13, 2],
  ["6 1⁄2″", 13, 2],
  ["6½", 13, 2],
  ["  6   1/2 in ", 13, 2],
  ["1' 3 3/8\"", 123, 8],
  ["1'3-3/8", 123, 8],
  ["1 ft 3 3/8 in", 123, 8],
  ["2'", 24, 1],
  ["165 mm", 1650, 254],
  ["16.5cm", 1650, 254],
  ["25.4 mm", 1, 1],
  ["3/8", 3, 8],
  [".5", 1, 2],
  ["6,5", 13, 2],
  ["12", 12, 1],
];

const REFUSED: readonly (readonly [string, string])[] = [
  ["", "empty"],
  ["   ", "empty"],
  ["about six", "not-a-length"],
  ["6 1/0", "zero-denominator"],
  ["6 5/4", "improper-after-whole"],
  ["1' 13\"", "inches-over-a-foot"],
  ["1' 12", "inches-over-a-foot"],
  ["-3", "not-a-length"],
  ["1/2/3", "not-a-length"],
  ["1e3", "not-a-length"],
  ["2000", "too-long"],
];

describe("parseLength", () => {
  for (const [text, numerator, denominator] of WRITTEN)
    it(`reads ${text}`, () => {
      const read = parseLength(text);
      assert.ok(read.ok);
      assert.equal(read.value.exact.numerator * denominator, read.value.exact.denominator * numerator);
      assert.equal(read.value.lengthIn, numerator / denominator);
    });

  for (const [text, reason] of REFUSED)
    it(`refuses "${text}" as ${reason}, with words`, () => {
      const read = parseLength(text);
      assert.ok(!read.ok);
      assert.equal(read.fault.reason, reason);
      assert.ok(explainLength(read.fault).length > 10);
    });

  it("gives back what formatInches shows, for every sixteenth", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1200 * 16 }), (sixteenths) => {
        const read = parseLength(formatInches(sixteenths / 16));
        return read.ok && read.value.lengthIn * 16 === sixteenths;
      }),
    );
  });

  it("reads feet and inches as the sum of both", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 90 }),
        fc.integer({ min: 0, max: 11 }),
        fc.integer({ min: 1, max: 15 }),
        (feet, inches, sixteenths) => {
          const read = parseLength(`${feet}' ${inches} ${sixteenths}/16"`);
          return read.ok && read.value.lengthIn * 16 === (feet * 12 + inches) * 16 + sixteenths;
        },
      ),
    );
  });

  it("reads millimetres exactly: n mm over 25.4", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30_000 }), (mm) => {
        const read = parseLength(`${mm} mm`);
        return (
          read.ok &&
          read.value.exact.numerator * 254 === read.value.exact.denominator * mm * 10 &&
          Math.abs(read.value.lengthIn - mm / MM_PER_IN) < 1e-9
        );
      }),
    );
  });

  it("never throws, whatever is typed", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (text) => {
        const read = parseLength(text);
        return !read.ok || (Number.isFinite(read.value.lengthIn) && read.value.lengthIn >= 0);
      }),
    );
  });
});

describe("formatInches", () => {
  for (const [lengthIn, text] of [
    [0, "0"],
    [0.375, "3/8"],
    [12.5, "12 1/2"],
    [12.99, "13"],
    [6 + 3 / 64, "6 1/16"],
    [-0.5, "-1/2"],
  ] as const)
    it(`shows ${lengthIn} as ${text}`, () => assert.equal(formatInches(lengthIn), text));
});

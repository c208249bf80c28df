import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, it } from "node:test";
import { tables } from "../../tests/support/tables.ts";
import { readSteps, writeSteps } from "./step-csv.ts";

const FILE = readFileSync(join(import.meta.dirname, "../../data/steps.csv"), "utf8");

describe("the step library as a file", () => {
  it("comes back unchanged, byte for byte", () => {
    const { steps, faults } = readSteps(FILE);
    assert.deepEqual(faults, []);
    assert.deepEqual(steps, tables.steps);
    assert.equal(writeSteps(steps), FILE);
  });

  for (const [name, spoil, wanted] of [
    [
      "minutes that are none",
      (file: string) => file.replace(",1.2,2,3.2,0,", ",1.2,two,3.2,0,"),
      "likely_min",
    ],
    [
      "a condition there is not",
      (file: string) => file.replace("static-above-80", "static-above-90"),
      "when",
    ],
    ["a word in braces nobody fills", (file: string) => file.replace("{static}", "{statics}"), "text"],
    ["a phase there is not", (file: string) => file.replace("stop-high-pressure,Look", "x,Stare"), "phase"],
  ] as const)
    it(`names the line and column of ${name}`, () => {
      const spoilt = spoil(FILE);
      assert.notEqual(spoilt, FILE);
      const [fault] = readSteps(spoilt).faults;
      assert.equal(fault?.line, 2);
      assert.equal(fault?.column, wanted);
    });

  it("names a missing column, and an empty or broken file", () => {
    assert.deepEqual(readSteps(FILE.replace("wait_min", "wait")).faults, [
      { line: 1, column: "wait_min", message: "column is missing" },
    ]);
    assert.ok(readSteps("").faults.length > 0);
    assert.ok(readSteps('id,phase\n"open').faults.length > 0);
  });
});

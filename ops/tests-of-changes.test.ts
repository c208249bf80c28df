import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { unitTestsFor } from "./tests-of-changes.ts";

const GRAPH = new Map<string, readonly string[]>([
  ["src/core/joint/index.ts", ["src/core/joint/joint.ts"]],
  ["src/core/joint/joint.ts", []],
  ["src/core/joint/joint.test.ts", ["src/core/joint/joint.ts"]],
  ["src/core/planner/search.ts", ["src/core/joint/index.ts"]],
  ["src/core/planner/search.test.ts", ["src/core/planner/search.ts", "src/compute/tables.ts"]],
  ["src/core/units/length.test.ts", []],
  ["src/compute/tables.ts", ["src/generated/tables.json"]],
  ["tests/api/api.test.ts", ["src/core/joint/joint.ts"]],
  ["tests/arch/imports.test.ts", []],
]);
const testsFor = (...changed: readonly string[]) => unitTestsFor(changed, GRAPH);

describe("tests of what changed", () => {
  it("are those that import the changed file, through others too, without those that need a server", () =>
    assert.deepEqual(testsFor("src/core/joint/joint.ts"), [
      "src/core/joint/joint.test.ts",
      "src/core/planner/search.test.ts",
      "tests/arch/imports.test.ts",
    ]));
  it("stand once, however many files changed; a changed test is one", () =>
    assert.deepEqual(testsFor("src/core/units/length.test.ts", "src/core/units/length.test.ts"), [
      "src/core/units/length.test.ts",
      "tests/arch/imports.test.ts",
    ]));
  it("are those of the tables when a file of data/ changed", () =>
    assert.deepEqual(testsFor("data/ends.csv"), [
      "src/core/planner/search.test.ts",
      "tests/arch/imports.test.ts",
    ]));
  it("are none where no code changed", () => assert.deepEqual(testsFor("README.md", "docs/adr/0001.md"), []));
});

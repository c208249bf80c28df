import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { unitTestsFor } from "./tests-of-changes.ts";

const FOLDERS: Readonly<Record<string, readonly string[]>> = {
  "src/core/units": ["length.ts", "length.test.ts", "turns.test.ts"],
  "src/drawing": ["beads.tsx", "drawing.test.tsx"],
  "tests/arch": ["imports.test.ts"],
};
const testsFor = (...changed: readonly string[]) => unitTestsFor(changed, (folder) => FOLDERS[folder] ?? []);

describe("tests of what changed", () => {
  it("are those of the same folder, and of the architecture", () =>
    assert.deepEqual(testsFor("src/core/units/length.ts"), [
      "src/core/units/length.test.ts",
      "src/core/units/turns.test.ts",
      "tests/arch/imports.test.ts",
    ]));
  it("stand once, however many files changed", () =>
    assert.deepEqual(
      testsFor("src/drawing/beads.tsx", "src/drawing/strip.css", "src/drawing/drawing.test.tsx"),
      ["src/drawing/drawing.test.tsx", "tests/arch/imports.test.ts"],
    ));
  it("are none where no code changed, or only what needs a server", () => {
    assert.deepEqual(testsFor("README.md", "docs/adr/0001.md"), []);
    assert.deepEqual(testsFor("tests/api/api.test.ts"), []);
  });
});

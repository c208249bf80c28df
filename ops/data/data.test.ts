import assert from "node:assert/strict";
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, it } from "node:test";
import { tablesSchema } from "../../src/schema/tables.ts";
import { ROOT } from "../paths.ts";
import { crossCheck } from "./cross-check.ts";
import { readTables } from "./read-csv.ts";

const DATA = join(ROOT, "data");
const tables = tablesSchema.parse(readTables(DATA));

/** Faults of the data with one file changed by `edit`. */
function faultsAfter(file: string, edit: (text: string) => string): readonly string[] {
  const copy = mkdtempSync(join(tmpdir(), "brass-nut-data-"));
  try {
    cpSync(DATA, copy, { recursive: true });
    const before = readFileSync(join(copy, file), "utf8");
    const after = edit(before);
    assert.notEqual(after, before, "the edit changed nothing");
    writeFileSync(join(copy, file), after);
    const parsed = tablesSchema.safeParse(readTables(copy));
    return parsed.success
      ? crossCheck(parsed.data)
      : parsed.error.issues.map((issue) => `${issue.path.join(".")}: ${issue.message}`);
  } finally {
    rmSync(copy, { recursive: true });
  }
}

describe("data/", () => {
  it("is right, row by row and across tables", () => assert.deepEqual(crossCheck(tables), []));

  it("lists at least 80 parts to build with, each with a price, a rating and a material", () => {
    const built = tables.parts.filter((part) => part.ports.length >= 2);
    assert.ok(built.length >= 80, `${built.length}`);
  });

  it("has sizes that grow as they should: a male end reads larger than its female", () => {
    for (const male of tables.ends.filter((end) => end.gender === "m" && end.readsIn)) {
      const female = tables.ends.find((end) => end.code === male.code.replace(/-m$/, "-f"));
      if (female?.readsIn && male.readsIn) assert.ok(male.readsIn.high > female.readsIn.low, male.code);
    }
  });

  it("has the two ends of every line as far apart as the line is long", () => {
    for (const part of tables.parts.filter((each) => each.kind === "line")) {
      const [a, b] = part.ports;
      assert.ok(a && b);
      assert.equal(
        Math.hypot(...a.at.map((value, axis) => (b.at[axis] ?? 0) - value)),
        part.lengthIn,
        part.sku,
      );
    }
  });

  it("points every port along an axis, outwards", () => {
    for (const part of tables.parts)
      for (const port of part.ports) assert.equal(Math.hypot(...port.direction), 1, `${part.sku} ${port.id}`);
  });

  const wrong: readonly (readonly [string, string, (text: string) => string, RegExp])[] = [
    [
      "an end nobody lists",
      "catalogue.csv",
      (text) => text.replace("bc-7/8-f,0 0 0", "bc-9/9-f,0 0 0"),
      /no end bc-9\/9-f/,
    ],
    ["a SKU twice", "catalogue.csv", (text) => `${text}${text.split("\n")[1]}\n`, /stands twice/],
    [
      "a price that is no number",
      "catalogue.csv",
      (text) => text.replace(",590,1,brass", ",free,1,brass"),
      /priceCents/,
    ],
    [
      "turns that fall",
      "joints.csv",
      (text) => text.replace("0.25,0.5,0.75", "0.5,0.25,0.75"),
      /turns must rise/,
    ],
    [
      "a checkpoint nobody lists",
      "presets.csv",
      (text) => text.replace("tank-bolts;base", "tank-bolts;bass"),
      /no checkpoint bass/,
    ],
    [
      "two defaults for a school",
      "schools.csv",
      (text) => text.replace("rigid,Rigid riser to the toilet,no", "rigid,Rigid riser to the toilet,yes"),
      /exactly one default/,
    ],
    [
      "a step with a caution nobody wrote",
      "steps.csv",
      (text) => text.replace(",electricity", ",lightning"),
      /no caution lightning/,
    ],
  ];
  for (const [name, file, edit, says] of wrong)
    it(`refuses ${name}`, () => assert.match(faultsAfter(file, edit).join("\n"), says));
});

import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, it } from "node:test";
import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import fc from "fast-check";
import { plannerIndex, tables } from "../../tests/support/tables.ts";
import { PART_KINDS } from "../core/part/index.ts";
import { CATALOGUE_COLUMNS, readCatalogue, writeCatalogue } from "./catalogue-csv.ts";
import "./fault-words.ts";

const FILE = readFileSync(join(import.meta.dirname, "../../data/catalogue.csv"), "utf8");
/** Pieces that come in kits of another kind. */
const LOOSE: readonly string[] = ["nut"];
const header = CATALOGUE_COLUMNS.join(",");
const rowOf = (sku: string) => FILE.split("\n").find((line) => line.startsWith(`${sku},`)) ?? "";

describe("the catalogue file", () => {
  it("holds at least 700 generic parts of every kind that is planned with", () => {
    assert.ok(tables.parts.length >= 700, `${tables.parts.length}`);
    for (const kind of PART_KINDS.filter((each) => !LOOSE.includes(each)))
      assert.ok(
        tables.parts.some((part) => part.kind === kind),
        kind,
      );
  });
  it("comes back byte for byte: LF, minimal quotes, sorted by SKU", () => {
    const { parts, faults } = readCatalogue(FILE, plannerIndex.ends);
    assert.deepEqual(faults, []);
    assert.equal(writeCatalogue(parts), FILE);
    assert.deepEqual(parts, tables.parts);
  });
  it("reads a file of an earlier version, which has no hot ratings, services, hazards, unions or flats", () => {
    const later = ["rated_psi_hot", "rated_f_hot", "service", "hazard", "constant_pressure"];
    const columns = [...later, "last_before_outlet", "union_seal", "flats"];
    const rows = parse(FILE, { columns: true });
    const earlier = stringify(rows, {
      header: true,
      columns: CATALOGUE_COLUMNS.filter((column) => !columns.includes(column)),
    });
    const { parts, faults } = readCatalogue(earlier, plannerIndex.ends);
    assert.deepEqual(faults, []);
    assert.equal(parts.length, tables.parts.length);
    assert.ok(
      parts.every(({ ratedHot, backflow, unionSeal }) =>
        [ratedHot, backflow, unionSeal].every((each) => each === null),
      ),
    );
  });
  it("refuses half a rating and half a backflow device, by column", () => {
    const cells = rowOf("BF-C38C38");
    const wrong = `${header}\n${cells.replace(",low,yes,no,", ",low,,no,")}\n`;
    assert.match(readCatalogue(wrong, plannerIndex.ends).faults[0]?.column ?? "", /hazard/);
  });
  it("is the same file in whatever order its parts were", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...tables.parts], { minLength: 1, maxLength: 60 }), (parts) => {
        const text = writeCatalogue(parts);
        assert.deepEqual(readCatalogue(text, plannerIndex.ends).faults, []);
        assert.equal(writeCatalogue(readCatalogue(text, plannerIndex.ends).parts), text);
      }),
      { numRuns: 30 },
    );
  });
  it("reads a file with a mark at its head, CRLF and its columns in another order", () => {
    const columns = [...CATALOGUE_COLUMNS].reverse();
    const cells = Object.fromEntries(
      CATALOGUE_COLUMNS.map((column, at) => [
        column,
        rowOf("TU-14-CU")
          .match(/("[^"]*"|[^,]*)(,|$)/g)
          ?.[at]?.replace(/,$/, "") ?? "",
      ]),
    );
    const text = `\uFEFF${columns.join(",")}\r\n${columns.map((column) => cells[column]).join(",")}\r\n`;
    const { parts, faults } = readCatalogue(text, plannerIndex.ends);
    assert.deepEqual(faults, []);
    assert.equal(parts[0]?.sku, "TU-14-CU");
  });

  const good = rowOf("AD-F12C38");
  const WRONG: readonly (readonly [name: string, row: string, column: string, says: RegExp])[] = [
    ["a price that is no number", good.replace(",450,", ",cheap,"), "price_cents", /number/],
    ["an end nobody lists", good.replace("npt-1/2-f", "npt-9/9-f"), "a_end", /no end npt-9\/9-f/],
    ["a kind nobody knows", good.replace(",adapter,", ",gadget,"), "kind", /one of line/],
    ["a SKU with small letters", good.replace("AD-F12C38", "ad-f12c38"), "sku", /capitals/],
    ["a way out that is none", good.replace(",-x,", ",sideways,"), "a_out", /./],
    ["a negative bore", good.replace(",0.3,no,", ",-0.3,no,"), "a_bore_in", /./],
  ];
  for (const [name, row, column, says] of WRONG)
    it(`names ${name} by line, SKU and column, and takes the good rows beside it`, () => {
      const { parts, faults } = readCatalogue(`${header}\n${rowOf("TU-14-CU")}\n${row}\n`, plannerIndex.ends);
      assert.deepEqual(
        parts.map(({ sku }) => sku),
        ["TU-14-CU"],
      );
      assert.equal(faults[0]?.line, 3);
      assert.equal(faults[0]?.column, column);
      assert.match(faults[0]?.message ?? "", says);
    });
  it("names a SKU that stands twice", () => {
    const { faults } = readCatalogue(`${header}\n${good}\n${good}\n`, plannerIndex.ends);
    assert.deepEqual(
      faults.map(({ line, column }) => [line, column]),
      [[3, "sku"]],
    );
  });
  it("says what a file lacks that is no catalogue at all", () => {
    for (const text of ["", "hello", "sku,kind\nA,line\n", '"open'])
      assert.equal(readCatalogue(text, plannerIndex.ends).faults[0]?.line, 1, text);
  });
});

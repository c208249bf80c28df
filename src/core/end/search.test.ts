import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { tables } from "../../../tests/support/tables.ts";
import { isOfPattern, type SearchableEnd, searchEnds, searchWords, tradeWordsOf } from "./search.ts";

const ends: readonly SearchableEnd[] = tables.ends.map(({ code, size, gender, name }) => ({
  code,
  size,
  gender,
  text: `${name} ${tradeWordsOf(code, tables.endWords)}`,
}));
const codes = (typed: string) => searchEnds(ends, typed).map(({ code }) => code);

describe("finding an end by what people call it", () => {
  const cases: readonly (readonly [typed: string, among: readonly string[]])[] = [
    ["3/8 comp", ["comp-3/8-m", "comp-3/8-f"]],
    ["three eighths compression outlet", ["comp-3/8-m"]],
    ["0.375 comp nut", ["comp-3/8-f"]],
    ["1/2 FIP", ["npt-1/2-f"]],
    ["half inch mip", ["npt-1/2-m"]],
    ["garden hose", ["hose-3/4-m", "hose-3/4-f"]],
    ["GHT female", ["hose-3/4-f"]],
    ["ballcock", ["bc-7/8-m", "bc-7/8-f"]],
    ["toilet nut", ["bc-7/8-f"]],
    ['1/4" poly', ["tube-1/4-pe"]],
    ["15 mm copper", ["tube-15mm-copper"]],
    ["M22", ["m22x1-m", "m22x1-f"]],
    ["half inch sweat copper", ["pipe-1/2-copper"]],
    ["faucet shank male", ["npsm-1/2-m"]],
    ["BSPP 1/2 male", ["g-1/2-m"]],
    ["aerator", ["aer-15/16-m"]],
  ];
  for (const [typed, among] of cases)
    it(`"${typed}" finds ${among.join(" and ")}`, () => {
      const found = codes(typed);
      for (const code of among) assert.ok(found.includes(code), `${code} not among ${found.join(", ")}`);
    });

  it("puts the nominal size before a pipe that only measures so", () => {
    const found = codes("1/2");
    const first = found.findIndex((code) => !/1\/2/.test(code));
    assert.ok(found.length > 10);
    assert.ok(
      first === -1 ||
        found.slice(first).every((code) => tables.ends.find((end) => end.code === code)?.size !== "1/2"),
    );
  });

  it("keeps male and female apart where the end has a gender", () => {
    assert.deepEqual(
      codes("3/8 comp male").filter((code) => code.endsWith("-f")),
      [],
    );
    assert.ok(codes("female fip").every((code) => code.endsWith("-f")));
  });

  it("narrows with every word that is added, and finds all without any", () => {
    assert.equal(codes("").length, ends.length);
    fc.assert(
      fc.property(
        fc.constantFrom(...ends),
        fc.constantFrom("1/2", "comp", "female", "pipe", "hose", "copper"),
        ({ size, text }, more) => {
          const word = text.split(" ")[1] ?? size;
          const wide = new Set(codes(word));
          assert.ok(codes(`${word} ${more}`).every((code) => wide.has(code)));
        },
      ),
    );
  });

  it("finds every end by its own size and name", () => {
    for (const { code, size } of ends) {
      const name = tables.ends.find((end) => end.code === code)?.name ?? "";
      assert.ok(codes(`${size} ${name.replace(/[(),]/g, " ")}`).includes(code), code);
    }
  });

  it("has words for every end, and every row of words speaks of an end", () => {
    for (const { code } of ends) assert.notEqual(tradeWordsOf(code, tables.endWords), "", code);
    for (const { end } of tables.endWords)
      assert.ok(
        ends.some(({ code }) => isOfPattern(code, end)),
        end,
      );
  });

  it("reads sizes however they are spoken", () => {
    assert.deepEqual(searchWords("half-inch FIP thread"), ["1/2", "fip"]);
    assert.deepEqual(searchWords(".75 in hose"), ["3/4", "hose"]);
    assert.deepEqual(searchWords("a quarter"), ["1/4"]);
    assert.deepEqual(searchWords("0.41"), ["0.41"]);
  });
});

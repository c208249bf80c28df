import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { tables } from "../../../tests/support/tables.ts";
import { findParts } from "./search.ts";

const lines = tables.parts.map((part) => ({ part }));
const found = (text: string) => findParts(lines, text, tables.partWords).map(({ part }) => part);

describe("finding parts", () => {
  it("understands what people call things", () => {
    const asked: readonly (readonly [string, string])[] = [
      ["supply line", "line"],
      ["flexible", "line"],
      ["water hammer", "arrestor"],
      ["arrester", "arrestor"],
      ["angle stops", "stop"],
      ["check valve", "backflow"],
      ["olive", "ferrule"],
      ["adaptor", "adapter"],
    ];
    for (const [text, kind] of asked) {
      assert.ok(found(text).length > 0, text);
      assert.ok(
        found(text).some((part) => part.kind === kind),
        `${text}: no ${kind}`,
      );
    }
  });

  it("finds a line for a toilet, not only what has the word in its name", () => {
    const toilet = found("toilet line");
    assert.ok(toilet.length > 10);
    assert.ok(toilet.every(({ kind, name }) => kind === "line" || /line/i.test(name)));
    assert.ok(toilet.some(({ ports }) => ports.some(({ end }) => end.startsWith("bc-7/8"))));
  });

  it("takes sizes in words and an SKU with or without dashes", () => {
    assert.ok(
      found("half inch stop").every(({ name, sku, ports }) =>
        /1\/2/.test(name + sku + ports.map(({ end }) => end).join()),
      ),
    );
    const [part] = tables.parts;
    assert.ok(part);
    for (const text of [part.sku, part.sku.toLowerCase(), part.sku.replaceAll("-", "")])
      assert.ok(found(text).includes(part), text);
  });

  it("gives everything for no word and nothing for a word nobody uses", () => {
    assert.equal(found(" . ").length, lines.length);
    assert.equal(found("zzzq").length, 0);
  });

  it("never finds more for more words", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("line", "stop", "3/8", "brass"),
        fc.constantFrom("tee", "12", "elbow", "hose"),
        (one, two) => {
          const [few, many] = [new Set(found(`${one} ${two}`)), new Set(found(one))];
          for (const part of few) assert.ok(many.has(part) || many.size === 0);
        },
      ),
      { numRuns: 16 },
    );
  });
});

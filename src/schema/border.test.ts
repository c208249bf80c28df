/** What every border takes: texts, instants, ids, and nulls for what is optional. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { z } from "zod";
import { allDry, startedVisit } from "../../tests/support/story.ts";
import { withoutOptionalNulls } from "./optional-nulls.ts";
import { isStoredEvent } from "./stored-event.ts";
import { instant, line, mayContainUnstorable, unstorablePath, uuid } from "./text.ts";
import { eventSchema } from "./visit.ts";

describe("a text that cannot be kept", () => {
  for (const [name, value, path] of [
    ["NUL in a field", { a: { b: ["ok", "x\u0000"] } }, "a.b.1"],
    ["half of a character", { note: "x\ud83d" }, "note"],
    ["the other half", ["\udc00y"], "0"],
    ["a name of a field", { a: { "b\u0000": 1 } }, "a"],
    ["a name at the top", { "b\u0000": 1 }, "body"],
  ] as const)
    it(`is found: ${name}`, () => assert.equal(unstorablePath(value), path));

  it("is none of the texts people write", () =>
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (text) => {
        assert.equal(unstorablePath({ text: text.replaceAll("\u0000", "") }), null);
      }),
    ));
});

describe("a line", () => {
  it("has no line breaks, control characters or marks of direction in it", () =>
    assert.equal(line(80).parse(" Hall\r\nBEGIN:VEVENT\u2028\u202ex\u0007 "), "Hall BEGIN:VEVENT x"));
  it("must say something", () => assert.equal(line(80).safeParse("\u0000\n ").success, false));
});

describe("an instant", () => {
  for (const [text, isTaken] of [
    ["2026-11-27T09:00:00Z", true],
    ["2000-01-01T00:00:00.000Z", true],
    ["2099-12-31T23:59:59.999Z", true],
    ["1999-12-31T23:59:59.999Z", false],
    ["2100-01-01T00:00:00Z", false],
    ["0026-11-27T09:00:00Z", false],
    ["0000-01-01T00:00:00Z", false],
    ["2026-02-30T09:00:00Z", false],
    ["2026-11-27T09:00:00+01:00", false],
  ] as const)
    it(`${text} is ${isTaken ? "taken" : "refused"}`, () =>
      assert.equal(instant.safeParse(text).success, isTaken));
});

it("an id is kept in lower case", () =>
  assert.equal(uuid.parse("AAAAAAAA-BBBB-4CCC-8DDD-EEEEEEEEEEEE"), "aaaaaaaa-bbbb-4ccc-8ddd-eeeeeeeeeeee"));

describe("null for what is optional", () => {
  const schema = z.strictObject({
    must: z.number(),
    may: z.string().exactOptional(),
    usual: z.array(z.string()).default([]),
    nothing: z.number().nullable(),
    either: z.number().nullish(),
    within: z.strictObject({ may: z.string().optional() }).exactOptional(),
    list: z.array(z.strictObject({ may: z.boolean().exactOptional() })).default([]),
  });
  const read = (value: unknown) => schema.safeParse(withoutOptionalNulls(schema, value));

  it("is the field left out", () => {
    const said = {
      must: 1,
      may: null,
      usual: null,
      nothing: null,
      either: null,
      within: { may: null },
      list: [{ may: null }],
    };
    const left = { must: 1, nothing: null, either: null, within: {}, list: [{}] };
    assert.deepEqual(read(said).data, { ...left, usual: [] });
    assert.deepEqual(read(said).data, read({ ...left }).data);
  });
  it("is a fault where the field must be there", () =>
    assert.equal(read({ must: null, nothing: null }).success, false));
  it("is a fault in a field that is not known", () =>
    assert.equal(read({ must: 1, nothing: null, other: null }).success, false));
});

describe("an event from our own database", () => {
  it("is known by its kind and its fields", () => {
    for (const each of allDry(startedVisit())) {
      assert.ok(isStoredEvent(each), each.kind);
      assert.ok(eventSchema.safeParse(each).success);
    }
  });
  it("of a kind of a later version, or with something missing, is not", () => {
    const [opened] = startedVisit();
    const { actor: _, ...nameless } = { ...opened, actor: "x" };
    for (const value of [{ ...opened, kind: "visit-painted" }, nameless, null, "x", { kind: 1 }])
      assert.equal(isStoredEvent(value), false);
  });
});

describe("a JSON text", () => {
  it("that spells nothing that cannot be kept holds nothing of the sort", () =>
    fc.assert(
      fc.property(fc.json({ stringUnit: "binary" }), (text) => {
        if (unstorablePath(JSON.parse(text)) !== null) assert.ok(mayContainUnstorable(text), text);
      }),
    ));
  it("is walked through where NUL or halves are spelt", () => {
    for (const text of ['"\\u0000"', '"\\ud83d\\ude00"', '"\\uDC00"']) assert.ok(mayContainUnstorable(text));
    assert.ok(!mayContainUnstorable('"😀 \\n \\u00e9"'));
  });
});

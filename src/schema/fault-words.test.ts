import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { z } from "zod";
import { ENDPOINTS, POST_ENDPOINTS } from "./endpoint/index.ts";
import "./fault-words.ts";

const said = (schema: z.ZodType, value: unknown) =>
  schema.safeParse(value).error?.issues.map(({ path, message }) => `${path.join(".")} ${message}`.trim());

describe("words for what is wrong with a field", () => {
  const schema = z.strictObject({
    name: z.string().min(1).max(5),
    count: z.number().int().min(2).max(9),
    above: z.number().positive(),
    list: z.array(z.string()).min(2).max(3),
    kind: z.enum(["a", "b"]),
    id: z.uuid(),
    at: z.iso.datetime(),
    flag: z.boolean(),
  });
  const good = {
    name: "x",
    count: 3,
    above: 1,
    list: ["a", "b"],
    kind: "a",
    id: "00000000-0000-4000-8000-000000000001",
    at: "2026-11-24T12:00:00Z",
    flag: true,
  };
  for (const [name, change, words] of [
    ["nothing where something must be", { name: undefined }, "name is missing"],
    ["an empty text", { name: "" }, "name must not be empty"],
    ["a long text", { name: "longer" }, "name must have at most 5 characters"],
    ["a text for a number", { count: "3" }, "count must be a number"],
    ["a fraction", { count: 2.5 }, "count must be a whole number"],
    ["a small number", { count: 1 }, "count must be at least 2"],
    ["a large number", { count: 10 }, "count must be at most 9"],
    ["nought where it must be above", { above: 0 }, "above must be above 0"],
    ["a short list", { list: ["a"] }, "list needs at least 2 entries"],
    ["a long list", { list: ["a", "b", "c", "d"] }, "list must have at most 3 entries"],
    ["another word", { kind: "c" }, "kind must be one of a, b"],
    ["an id that is none", { id: "7" }, "id must be a uuid"],
    ["a time that is none", { at: "noon" }, "at must be a time in UTC, like 2026-11-24T12:00:00Z"],
    ["a number for a flag", { flag: 1 }, "flag must be true or false"],
    ["a field too many", { surprise: 1 }, "has a field nobody knows: surprise"],
  ] as const)
    it(`${name}: ${words}`, () => assert.deepEqual(said(schema, { ...good, ...change }), [words]));

  it("leaves the words of a schema of its own alone", () =>
    assert.deepEqual(said(z.string("say a name"), 3), ["say a name"]));

  it("none of the validator's own sentences reaches a person, whatever an endpoint is sent", () => {
    assert.ok(ENDPOINTS.length > 20);
    for (const { request, examples, path } of POST_ENDPOINTS)
      for (const odd of [null, 3, "x", [], {}, ...examples.flatMap(({ asks }) => spoilt(asks))])
        for (const message of said(request, odd) ?? [])
          assert.doesNotMatch(message, /Invalid|expected|received|Too (small|big)|Unrecognized/i, path);
  });
});

/** The request with each of its fields replaced by odd values, one at a time. */
function spoilt(request: unknown): readonly unknown[] {
  if (typeof request !== "object" || request === null) return [];
  return Object.keys(request).flatMap((name) =>
    [null, -1, 1e9, "", {}, []].map((odd) => ({ ...request, [name]: odd })),
  );
}

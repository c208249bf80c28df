import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { databaseFault } from "./fault.ts";

const withCode = (code: string) => Object.assign(new Error("x"), { code });

describe("a fault of the database", () => {
  for (const [code, fault] of [
    ["CONNECTION_CLOSED", "away"],
    ["ECONNREFUSED", "away"],
    ["57P01", "away"],
    ["57P03", "away"],
    ["53300", "away"],
    ["55P03", "busy"],
    ["57014", "busy"],
    ["53100", "full"],
    ["22P05", "text"],
    ["22021", "text"],
    ["40P01", "again"],
    ["23505", "again"],
    ["42501", null],
    ["P0001", null],
    ["ENOENT", null],
  ] as const)
    it(`${code} is ${fault ?? "none of them"}`, () => assert.equal(databaseFault(withCode(code)), fault));

  it("is found within several failures at once", () =>
    assert.equal(databaseFault(new AggregateError([new Error("a"), withCode("ECONNREFUSED")])), "away"));

  it("is no other error and no other thing", () => {
    assert.equal(databaseFault(new TypeError("x")), null);
    assert.equal(databaseFault("CONNECTION_CLOSED"), null);
    assert.equal(databaseFault({ code: 22 }), null);
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { CONTRACT } from "./index.ts";

describe("the HTTP contract", () => {
  for (const [index, call] of CONTRACT.entries())
    it(`example ${index + 1}, ${call.path}, fits its schemas`, () => {
      assert.deepEqual(call.request.parse(call.asks), call.asks);
      assert.deepEqual(call.response.parse(call.answers), call.answers);
    });

  it("refuses a request with a field that nobody knows", () => {
    for (const call of CONTRACT)
      assert.equal(
        call.request.safeParse({ ...(call.asks as object), surprise: 1 }).success,
        false,
        call.path,
      );
  });
});

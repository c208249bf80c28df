import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { changedSince, pagesOf, visitsToKeep } from "./keep-visits.ts";

describe("what is kept of visits on a device", () => {
  const lines = ["v1 12 a b", "v2 3", "", "lonely"];
  it("is read from the lines that Today writes, faulty ones left out", () =>
    assert.deepEqual(visitsToKeep(lines), [
      { id: "v1", version: 12, connections: ["a", "b"] },
      { id: "v2", version: 3, connections: [] },
    ]));
  it("is the visit, its run sheet, and three views of each connection", () => {
    const [first] = visitsToKeep(lines);
    assert.ok(first);
    assert.deepEqual(pagesOf(first), [
      "/visits/v1",
      "/visits/v1/run",
      "/visits/v1/a/survey",
      "/visits/v1/a/run-sheet",
      "/visits/v1/a/leak-check",
      "/visits/v1/b/survey",
      "/visits/v1/b/run-sheet",
      "/visits/v1/b/leak-check",
    ]);
  });
  it("is fetched again when the visit has changed", () => {
    const visits = visitsToKeep(lines);
    assert.deepEqual(changedSince(visits, ""), visits);
    assert.deepEqual(
      changedSince(visits, "v1:12 v2:2").map(({ id }) => id),
      ["v2"],
    );
    assert.deepEqual(changedSince(visits, "v1:12 v2:3"), []);
  });
});

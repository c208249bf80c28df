import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { timedEffort } from "./effort.ts";

describe("a bound on time", () => {
  it("lets an everyday job end on a machine that stands still, and ends a long one", () => {
    let now = 0;
    const effort = timedEffort(100, () => now);
    now = 5000;
    for (let way = 0; way < 1999; way += 1) effort.count();
    assert.ok(effort.used() < 0.01);
    effort.count();
    assert.ok(effort.used() >= 1);
  });

  it("counts ways beside the time", () => {
    const effort = timedEffort(1e9, () => 0);
    for (let way = 0; way < 200_000; way += 1) effort.count();
    assert.equal(effort.used(), 0.5);
    assert.match(effort.bound, /s of work or 400000 ways/);
  });
});

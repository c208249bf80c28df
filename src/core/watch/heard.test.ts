import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { type HammerSound, heardChange } from "./heard.ts";

const heard = (before: HammerSound | null, after: HammerSound | null) =>
  heardChange([
    ...(before === null ? [] : [{ occasion: "as-found" as const, sound: before }]),
    ...(after === null ? [] : [{ occasion: "after-run" as const, sound: after }]),
  ]);

describe("heardChange", () => {
  it("tells a cure from a help, and a harm from nothing", () => {
    assert.equal(heard("bang", "none").change, "gone");
    assert.equal(heard("train", "dull").change, "less");
    assert.equal(heard("dull", "dull").change, "same");
    assert.equal(heard("none", "bang").change, "more");
  });
  it("assumes nothing where nobody listened", () => {
    assert.deepEqual(heard(null, "none"), { before: null, after: "none", change: null });
    assert.deepEqual(heard("bang", null), { before: "bang", after: null, change: null });
  });
  it("takes the latest of each occasion", () => {
    const twice = [
      { occasion: "after-run", sound: "bang" },
      { occasion: "as-found", sound: "train" },
      { occasion: "after-run", sound: "none" },
    ] as const;
    assert.equal(heardChange(twice).change, "gone");
  });
});

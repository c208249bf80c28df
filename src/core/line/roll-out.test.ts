import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { runToEnd } from "../numerics/index.ts";
import type { LineSetup } from "./line-setup.ts";
import { type RollOut, rollOutChoice, rollOutLengths } from "./roll-out.ts";

describe("rollOutLengths", () => {
  const parked: LineSetup = {
    a: { at: [0, 12, 0], direction: [0, 0, 1] },
    b: { at: [10, 6, 3], direction: [0, 0, -1] },
    cuffIn: 0.75,
    minBendRadiusIn: 1.75,
    walls: [],
    freeBulgeIn: null,
  };
  const job: RollOut = {
    parked,
    way: [0, 0, 1],
    serviceIn: 54,
    behind: { widthIn: 30, heightIn: 60, depthIn: 3 },
    lineOutsideIn: 0.4,
  };

  it("takes a length that is good pulled out and lies in loops parked", () => {
    const rolled = runToEnd(rollOutLengths(job, [24, 48, 60, 72, 84, 96, 120]));
    const choice = rollOutChoice(rolled);
    assert.ok(choice);
    assert.equal(rolled[0]?.out, "short");
    assert.equal(choice.out, "good");
    assert.ok(choice.lengthIn >= 60);
    assert.ok(choice.coil.fault === null && choice.coil.radiusIn >= 1.75 * 1.25);
  });

  it("says what is wrong behind: too shallow, or no room for the loops", () => {
    const shallow = runToEnd(rollOutLengths({ ...job, behind: { ...job.behind, depthIn: 1 } }, [84]));
    assert.equal(shallow[0]?.coil.fault, "too-shallow");
    const narrow = runToEnd(rollOutLengths({ ...job, behind: { ...job.behind, widthIn: 6 } }, [120]));
    assert.ok(narrow[0]?.coil.fault === "loops-too-wide" || narrow[0]?.coil.fault === "loops-too-tight");
  });

  it("lays loops whose length is the slack", () => {
    for (const { lengthIn, coil } of runToEnd(rollOutLengths(job, [60, 84, 120]))) {
      if (coil.loops === 0) continue;
      const laidIn = coil.loops * 2 * Math.PI * coil.radiusIn;
      assert.ok(laidIn < lengthIn && laidIn > lengthIn - 40);
    }
  });
});

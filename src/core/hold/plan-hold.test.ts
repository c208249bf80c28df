import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { planHold } from "./plan-hold.ts";

describe("planning a hold", () => {
  const plan = {
    section: { volumeMl: 120, hoseFt: 5, hoseType: "braided", material: "copper" },
    startPsi: 60,
    stopChecked: true,
    gauge: { resolutionPsi: 0.1, type: "digital" },
    isAmbientKnown: true,
  } as const;
  it("asks for longer when a smaller leak is wanted, and when the gauge is coarser", () => {
    const minutes = (wanted: number, resolutionPsi = 0.1) =>
      planHold({ ...plan, gauge: { ...plan.gauge, resolutionPsi } }, wanted).minutes ??
      Number.POSITIVE_INFINITY;
    assert.ok(minutes(0.1) < minutes(0.01));
    assert.ok(minutes(0.02) < minutes(0.02, 1));
  });
  it("tells ever smaller leaks by longer holds", () => {
    const { lengths } = planHold(plan, 0.4 / 60);
    for (const [at, { smallestMlPerMin }] of lengths.entries())
      assert.ok(at === 0 || smallestMlPerMin < (lengths[at - 1]?.smallestMlPerMin ?? 0) * 1.05);
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { PlanRequest } from "../plan/request.ts";
import { planRequestOf, surveyFromPreset } from "../survey/index.ts";
import { planHookup, planWithChoices } from "./plan.ts";

function requestFor(preset: string, change: Partial<PlanRequest> = {}): PlanRequest {
  const found = tables.presets.find(({ id }) => id === preset);
  assert.ok(found);
  return { ...planRequestOf(surveyFromPreset(found, "x"), null), ...change };
}

const partOf = (sku: string) => tables.parts.find((part) => part.sku === sku);

describe("another part in a plan's place", () => {
  it("offers lines with the same ends in the same range, and plans with the one chosen", () => {
    const asked = requestFor("toilet");
    const before = planHookup(plannerIndex, asked).plans[0];
    const sku = before?.parts[0]?.sku ?? "";
    const others = planWithChoices(plannerIndex, asked).swapChoices.get(sku) ?? [];
    const polymer = others.find((each) => each.sku === "LP-C38B78-012");
    assert.ok(polymer);
    const after = planHookup(plannerIndex, { ...asked, swaps: { [sku]: polymer.sku } }).plans[0];
    assert.equal(after?.parts[0]?.sku, polymer.sku);
    assert.equal(after?.priceCents, polymer.priceCents);
    assert.deepEqual(
      after?.joints.map(({ ends }) => ends),
      before?.joints.map(({ ends }) => ends),
    );
  });

  it("never offers what would lose a need, a rating or a lead-free listing", () => {
    for (const [preset, needs] of [
      ["washer-cold", ["arrestor", "auto-shutoff"]],
      ["refrigerator", ["filter"]],
      ["dishwasher", []],
    ] as const) {
      const asked = requestFor(preset, { needs });
      const plan = planHookup(plannerIndex, asked).plans[0];
      assert.ok(plan);
      for (const [sku, others] of planWithChoices(plannerIndex, asked).swapChoices)
        for (const other of others) {
          const swapped = planHookup(plannerIndex, { ...asked, swaps: { [sku]: other.sku } }).plans[0];
          assert.ok(swapped, sku);
          assert.ok(
            swapped.parts.some((part) => part.sku === other.sku),
            `${sku} ${other.sku}`,
          );
          const functions = swapped.parts.flatMap((part) => partOf(part.sku)?.functions ?? []);
          for (const need of needs) assert.ok(functions.includes(need));
          assert.equal(
            swapped.priceCents,
            swapped.parts.reduce((sum, part) => sum + part.quantity * (partOf(part.sku)?.priceCents ?? 0), 0),
          );
        }
    }
  });

  it("offers parts with other ends where both neighbours are met, and prices their pieces", () => {
    const { supply } = requestFor("lavatory-cold");
    const asked = requestFor("lavatory-cold", {
      supply: { ...supply, end: "pipe-1/2-copper", kind: "stub", looks: "wall" },
    });
    const { plans, swapChoices } = planWithChoices(plannerIndex, asked);
    assert.ok(plans[0]?.parts.some((part) => part.sku === "ST-P12C38"));
    const others = swapChoices.get("ST-P12C38") ?? [];
    const soldered = others.find(({ sku }) => sku === "ST-W12C38");
    assert.ok(soldered && partOf(soldered.sku)?.ports[0]?.end !== partOf("ST-P12C38")?.ports[0]?.end);
    for (const { sku } of others) {
      const after = planHookup(plannerIndex, { ...asked, swaps: { "ST-P12C38": sku } }).plans[0];
      assert.ok(after);
      assert.ok(after.parts.some((part) => part.sku === sku));
      assert.ok(
        after.joints.every((joint) => joint.ends === null || plannerIndex.meet(...joint.ends, true) !== null),
      );
      assert.equal(
        after.priceCents,
        after.parts.reduce((sum, part) => sum + part.quantity * (partOf(part.sku)?.priceCents ?? 0), 0),
      );
    }
  });

  it("passes over a swap that cannot be made", () => {
    const asked = requestFor("toilet");
    const [plan] = planHookup(plannerIndex, asked).plans;
    const sku = plan?.parts[0]?.sku ?? "";
    for (const wrong of ["NO-SUCH", "LB-C38S12-012", "LB-C38B78-024"])
      assert.equal(planHookup(plannerIndex, { ...asked, swaps: { [sku]: wrong } }).plans[0]?.id, plan?.id);
  });
});

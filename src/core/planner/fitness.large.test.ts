/** What holds of every plan, whatever is asked for: random jobs, few in bin/test, thousands in bin/bench. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { setSize } from "../../../tests/support/set-size.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { Part } from "../part/index.ts";
import { FIXTURES, type Need, type Plan, type PlanRequest, SUPPLY_KINDS } from "../plan/index.ts";
import { effortOf } from "./effort.ts";
import { planHookup } from "./plan.ts";

const SUPPLY_ENDS = [
  "comp-3/8-m",
  "comp-1/4-m",
  "comp-1/2-m",
  "npt-1/2-m",
  "npt-3/8-m",
  "hose-3/4-m",
  "quick-1/4",
  "pipe-1/2-copper",
  "pipe-3/4-copper",
  "pipe-1/2-pex",
  "pipe-1/2-cpvc",
];
const INLET_ENDS = [
  "bc-7/8-m",
  "npsm-1/2-m",
  "comp-3/8-m",
  "comp-3/8-f",
  "comp-1/4-m",
  "npt-3/8-f",
  "npt-1/2-m",
  "hose-3/4-m",
  "quick-1/4",
];
const NEEDS: readonly Need[] = ["arrestor", "auto-shutoff", "backflow", "filter", "union", "dielectric"];

const anyJob: fc.Arbitrary<PlanRequest> = fc
  .record({
    end: fc.constantFrom(...SUPPLY_ENDS),
    kind: fc.constantFrom(...SUPPLY_KINDS),
    water: fc.constantFrom("cold" as const, "hot" as const),
    staticPsi: fc.integer({ min: 10, max: 120 }),
    keepsExistingLine: fc.boolean(),
    looks: fc.constantFrom("wall" as const, "floor" as const),
    inletEnd: fc.constantFrom(...INLET_ENDS),
    fixture: fc.constantFrom(...FIXTURES),
    plastic: fc.boolean(),
    min: fc.integer({ min: 6, max: 60 }),
    wide: fc.integer({ min: 2, max: 40 }),
    needs: fc.subarray([...NEEDS], { maxLength: 2 }),
    access: fc.constantFrom("open" as const, "closed-wall" as const),
  })
  .map(({ inletEnd, fixture, plastic, min, wide, needs, access, ...supply }) => ({
    supply: { ...supply, stopHolds: true },
    inlet: { end: inletEnd, fixture, plastic },
    lengthIn: { min, max: min + wide },
    needs,
    access,
    houseRules: {},
    stock: null,
  }));

const partOf = (sku: string): Part => {
  const part = tables.parts.find((each) => each.sku === sku);
  assert.ok(part, sku);
  return part;
};

function assertFit(plan: Plan, { supply, inlet, needs }: PlanRequest): void {
  const facts = tables.fixtures.find(({ fixture }) => fixture === inlet.fixture);
  assert.ok(facts && plan.flow);
  const parts = plan.parts.map(({ sku }) => partOf(sku));
  assert.ok(plan.flow.residualPsi >= facts.leastPsi - 0.05, "enough pressure is left");
  assert.ok((plan.flow.availableGpm ?? Number.POSITIVE_INFINITY) >= facts.flowGpm - 0.05, "enough flows");
  for (const part of parts) {
    assert.ok(part.ratedPsi >= supply.staticPsi, `${part.sku} is rated for the pressure`);
    assert.ok(part.ratedF >= (supply.water === "hot" ? 160 : 100), `${part.sku} keeps its margin`);
    if (facts.drinking) assert.ok(part.leadFree, `${part.sku} is lead-free`);
    if (["line", "tube", "riser", "valve", "stop"].includes(part.kind))
      for (const { boreIn } of part.ports) assert.ok(boreIn >= 0.9 * facts.leastBoreIn, `${part.sku}'s bore`);
    if (supply.water === "hot")
      assert.ok(!["polyethylene", "nylon"].includes(part.material) && part.kind !== "filter", part.sku);
    if (inlet.fixture !== "washer") assert.ok(part.material !== "rubber" || part.kind !== "line", part.sku);
  }
  for (const joint of plan.joints) {
    const rule = tables.joints.find(({ id }) => id === joint.rule);
    if (joint.type === "taper-thread" && rule !== undefined && (rule.whenPlastic ?? "none") !== "none")
      assert.equal(joint.sealant, rule.sealant, "plastic takes its own sealant");
    if (joint.turns?.handOnly) assert.deepEqual(joint.wrenches, [], "no wrench on a hand-only nut");
  }
  // A device that nobody asked for may be built into a line: only those asked for have their place.
  const order = ["auto-shutoff", "filter", "backflow", "arrestor"].filter((device) =>
    needs.some((need) => need === device),
  );
  const places = parts
    .filter((_part, at) => plan.parts[at]?.branch === "main")
    .flatMap(({ functions }) => functions.map((each) => order.indexOf(each)).filter((place) => place >= 0));
  assert.deepEqual(
    places,
    [...places].sort((a, b) => a - b),
    "devices stand in their order",
  );
}

describe("any plan of any job", () => {
  it("is fit for service, and stands where its kind puts it", () => {
    let planned = 0;
    fc.assert(
      fc.property(anyJob, (job) => {
        const { plans, refused } = planHookup(plannerIndex, job, effortOf(60_000));
        if (plans.length === 0) assert.ok(refused.length > 0, "a refusal says why");
        planned += plans.length;
        for (const plan of plans) assertFit(plan, job);
        const faults = plans.map(({ kindFaults = 0 }) => kindFaults);
        assert.deepEqual(
          faults,
          [...faults].sort((a, b) => a - b),
          "the right kinds first",
        );
        if (job.supply.staticPsi > 80) assert.equal(refused[0]?.code, "pressure-too-high");
      }),
      { seed: 1, numRuns: setSize(150, 1500) },
    );
    assert.ok(planned > 40, `only ${planned} plans`);
  });
});

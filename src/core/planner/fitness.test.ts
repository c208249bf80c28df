/** What holds of every plan, whatever is asked for: random jobs. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { anyJob } from "../../../tests/support/random-jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { type Part, ratedPsiAt } from "../part/index.ts";
import type { Plan, PlanRequest } from "../plan/index.ts";
import { effortOf } from "./effort.ts";
import { planHookup } from "./plan.ts";

const partOf = (sku: string): Part => {
  const part = tables.parts.find((each) => each.sku === sku);
  assert.ok(part, sku);
  return part;
};

const SOFT: readonly string[] = ["cone-gasket", "flat-gasket", "hose-thread", "push-fit", "quick-connect"];

/** Every joint once, no rubber or plastic on a body before its flame, nothing turned that is fixed to the building. */
function assertOrder({ joints, makeUpOrder = [] }: Plan): void {
  assert.deepEqual(
    [...makeUpOrder].sort((a, b) => a - b),
    joints.map(({ number }) => number),
    "every joint is made once",
  );
  const bodies = ({ between }: Plan["joints"][number]) =>
    between.flatMap((ref) => /^p\d+/.exec(ref)?.[0] ?? []);
  for (const hot of joints.filter(({ type }) => type === "solder"))
    for (const soft of joints.filter(({ type }) => SOFT.includes(type)))
      if (bodies(hot).some((body) => bodies(soft).includes(body)))
        assert.ok(
          makeUpOrder.indexOf(hot.number) < makeUpOrder.indexOf(soft.number),
          `${soft.number} waits for the flame at ${hot.number}`,
        );
  for (const { type, turning, held, between } of joints) {
    if (type !== "taper-thread" || turning === undefined || turning === null) continue;
    const [turned, kept] = turning === "a" ? between : [between[1], between[0]];
    if (/^p/.test(kept)) continue;
    assert.ok(/^p/.test(turned) || !/^p/.test(kept), "what is fixed is held");
    assert.notEqual(turning, held);
  }
}

function assertFit(plan: Plan, { supply, inlet, needs, phase, line }: PlanRequest): void {
  const facts = tables.fixtures.find(({ fixture }) => fixture === inlet.fixture);
  assert.ok(facts && plan.flow);
  const parts = plan.parts.map(({ sku }) => partOf(sku));
  // A cap feeds nothing.
  if (phase !== "rough-in") {
    assert.ok(plan.flow.residualPsi >= facts.leastPsi - 0.05, "enough pressure is left");
    assert.ok((plan.flow.availableGpm ?? Number.POSITIVE_INFINITY) >= facts.flowGpm - 0.05, "enough flows");
  }
  for (const part of parts) {
    const waterF = supply.water === "hot" ? 160 : 100;
    assert.ok(ratedPsiAt(part, waterF) >= supply.staticPsi, `${part.sku} is rated at ${waterF} F`);
    if (part.backflow !== null && facts.hazard === "high")
      assert.equal(part.backflow.hazard, "high", `${part.sku} answers the hazard`);
    if (part.kind === "pipe" && supply.end.startsWith("pipe-"))
      assert.ok(supply.end.includes(part.material), `${part.sku} is of the supply's own material`);
    if (inlet.fixture === "hydrant")
      assert.ok(!["line", "tube", "riser"].includes(part.kind), "a hydrant hangs on pipe alone");
    if (facts.drinking) assert.ok(part.leadFree, `${part.sku} is lead-free`);
    if (["line", "tube", "riser", "valve", "stop"].includes(part.kind))
      for (const { boreIn } of part.ports) assert.ok(boreIn >= 0.9 * facts.leastBoreIn, `${part.sku}'s bore`);
    if (supply.water === "hot")
      assert.ok(!["polyethylene", "nylon"].includes(part.material) && part.kind !== "filter", part.sku);
    if (inlet.fixture !== "washer") assert.ok(part.material !== "rubber" || part.kind !== "line", part.sku);
  }
  const unions = plan.parts.filter((_, at) => parts[at]?.unionSeal !== null).length;
  assert.equal(plan.joints.filter(({ ends }) => ends === null).length, unions, "a union is itself a joint");
  assert.equal(
    plan.priceCents,
    plan.parts.reduce((sum, { quantity }, at) => sum + quantity * (parts[at]?.priceCents ?? 0), 0),
    "the price is that of the parts",
  );
  if (phase === "rough-in") assert.equal(plan.parts.at(-1)?.kind, "cap", "a rough-in ends in a cap");
  const told = plan.warnings.filter(({ code }) => /^(tee-moves|kept-line-(moved|lies))/.test(code));
  if (supply.keptLine?.measured === undefined)
    assert.ok(
      told.every(({ code, message }) => code.startsWith("tee-moves") && !/lies well/.test(message)),
      "a line nobody measured is not rated",
    );
  assert.ok(
    !told.some(({ message }) => /lies well/.test(message)) ||
      told.every(({ code }) => code.startsWith("tee")),
    "a line lies well or badly, never both",
  );
  // A rough-in ends before any line: the one that stays is the finish's matter.
  if (line?.by === "kept" && phase !== "rough-in")
    assert.ok(
      !parts.some(({ kind }) => kind === "line" || kind === "tube"),
      "a line that stays is not renewed",
    );
  for (const joint of plan.joints) {
    const rule = tables.joints.find(({ id }) => id === joint.rule);
    if (joint.type === "taper-thread" && rule !== undefined && (rule.whenPlastic ?? "none") !== "none")
      assert.equal(joint.sealant, rule.sealant, "plastic takes its own sealant");
    if (joint.turns?.handOnly) assert.deepEqual(joint.wrenches, [], "no wrench on a hand-only nut");
  }
  assertOrder(plan);
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
      { seed: 1, numRuns: setSize(60, 1500) },
    );
    assert.ok(planned > 30, `only ${planned} plans`);
  });
});

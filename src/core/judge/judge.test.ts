/** The judge over what the search finds: random jobs, and the search with its filters taken away one by one. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { metJob } from "../../../tests/support/random-jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { PlanRequest, PortRef } from "../plan/index.ts";
import { buildPlannerIndex, effortOf, type PlannerTables, planHookup } from "../planner/index.ts";
import { planRequestOf, surveyFromPreset } from "../survey/index.ts";
import type { PlanFaultCode } from "./case.ts";
import { judgePlan } from "./index.ts";

describe("every plan shown", () => {
  it("has nothing grave in it: any fixture, supply, access, need, standard and water", () => {
    let judged = 0;
    fc.assert(
      fc.property(metJob, (job) => {
        const { plans, refused } = planHookup(plannerIndex, job, effortOf(60_000));
        if (plans.length === 0) assert.ok(refused.length > 0, "a refusal says why");
        assert.ok(
          !refused.some(({ code }) => code === "plan-not-safe"),
          "the search leaves the judge nothing",
        );
        for (const plan of plans) {
          judged += 1;
          const parts = plan.parts.map(({ name }) => name).join(" + ");
          assert.deepEqual(judgePlan(plan, job, tables), [], parts);
        }
      }),
      { seed: 20261202, numRuns: setSize(300, 4000) },
    );
    assert.ok(judged > 150, `only ${judged} plans`);
  });
});

/** The search over tables that lie, or asked for less than the job is judged by: what its filters would let through without them. */
const without: Readonly<
  Record<
    string,
    {
      readonly tables?: Partial<PlannerTables>;
      readonly asked?: (job: PlanRequest) => PlanRequest;
      readonly judgedBy?: (job: PlanRequest) => PlanRequest;
      /** Tables the judge reads, where they are not the usual ones. */
      readonly truth?: Partial<PlannerTables>;
      readonly finds: PlanFaultCode;
    }
  >
> = {
  "the bore of a stop that is there": { tables: { outlets: [] }, finds: "outlet-too-small" },
  "which water a fixture takes": {
    tables: { demands: tables.demands.map((each) => ({ ...each, waters: "any" as const })) },
    finds: "hot-to-cold-only",
  },
  "that a washer takes a hose": {
    tables: { demands: tables.demands.map((each) => ({ ...each, isHoseOnly: false })) },
    asked: ({ line: _, ...job }) => ({ ...job, lineKind: "tube" }),
    finds: "not-a-hose",
  },
  "that a branch lies in the wall": {
    tables: { demands: tables.demands.map((each) => ({ ...each, isInWall: false })) },
    finds: "hidden-joint",
  },
  "the least bore": {
    tables: { fixtures: tables.fixtures.map((each) => ({ ...each, leastBoreIn: 0.05 })), outlets: [] },
    finds: "bore-too-small",
  },
  "that drinking water takes lead-free parts": {
    truth: { parts: tables.parts.map((each) => ({ ...each, leadFree: each.kind !== "line" })) },
    finds: "not-lead-free",
  },
  "what parts are rated for": {
    asked: (job) => ({ ...job, supply: { ...job.supply, staticPsi: 60 } }),
    judgedBy: (job) => ({ ...job, supply: { ...job.supply, staticPsi: 160 } }),
    finds: "below-rating",
  },
  "a closed wall": {
    asked: (job) => ({ ...job, access: "open" }),
    judgedBy: (job) => ({ ...job, access: "closed-wall" }),
    finds: "hidden-joint",
  },
  "what is needed": {
    asked: (job) => ({ ...job, needs: [] }),
    judgedBy: (job) => ({ ...job, needs: ["filter"] }),
    finds: "need-unmet",
  },
  "a stop of its own": {
    asked: (job) => ({
      ...job,
      needs: [],
      supply: { ...job.supply, behindValve: "holds" },
      houseRules: { ...job.houseRules, ownStop: "never" },
    }),
    judgedBy: ({ supply: { behindValve: _, ...supply }, ...job }) => ({ ...job, supply }),
    finds: "no-stop",
  },
  "metal after treatment": {
    judgedBy: (job) => ({ ...job, supply: { ...job.supply, treated: "reverse-osmosis" } }),
    finds: "metal-after-treatment",
  },
  "how long a rough-in is to be": {
    judgedBy: (job) => ({ ...job, lengthIn: { min: 500, max: 520 } }),
    finds: "pipe-too-short",
  },
  "how far its own hose reaches": {
    asked: ({ line: _, ...job }) => ({ ...job, line: { by: "fixture-hose" } }),
    judgedBy: (job) => ({ ...job, line: { by: "fixture-hose", lengthIn: 3 } }),
    finds: "hose-does-not-reach",
  },
  "what went on being fed": {
    asked: (job) => ({ ...job, supply: { ...job.supply, keepsExistingLine: false } }),
    judgedBy: (job) => ({ ...job, supply: { ...job.supply, keepsExistingLine: true } }),
    finds: "kept-side-dry",
  },
};

describe("the judge", () => {
  const jobs = fc.sample(metJob, { seed: 11, numRuns: 160 });
  const same = (job: PlanRequest) => job;
  for (const [
    what,
    { tables: lying = {}, truth = {}, asked = same, judgedBy = same, finds },
  ] of Object.entries(without))
    it(`finds what a search that forgets ${what} would build`, () => {
      const index = buildPlannerIndex({ ...tables, ...lying });
      const found = jobs.some((job) => {
        const { plans, refused } = planHookup(index, asked(job), effortOf(20_000));
        // The judge stands inside the planner: with tables that lie it sees what the search saw.
        assert.ok(plans.length + refused.length > 0);
        return plans.some((plan) =>
          judgePlan(plan, judgedBy(job), { ...tables, ...truth }).some(({ code }) => code === finds),
        );
      });
      assert.ok(found, finds);
    });

  const usual = (preset: string, supply: Partial<PlanRequest["supply"]> = {}) => {
    const found = tables.presets.find(({ id }) => id === preset) ?? assert.fail(preset);
    const job = planRequestOf(surveyFromPreset(found, "room"), null);
    return { ...job, supply: { ...job.supply, looks: "wall" as const, ...supply } };
  };
  it("finds a line before its stop, and a stop that is fed through its outlet", () => {
    const job = usual("toilet", { kind: "stub", end: "pipe-1/2-copper" });
    const [plan] = planHookup(plannerIndex, job).plans;
    assert.ok(plan);
    const [stop, line] = plan.parts;
    assert.ok(stop && line && stop.kind === "stop");
    const swapped = { ...plan, parts: [line, stop] };
    assert.ok(judgePlan(swapped, job, tables).some(({ code }) => code === "line-before-stop"));
    const flip = (ref: PortRef): PortRef => (ref === "p0.a" ? "p0.b" : ref === "p0.b" ? "p0.a" : ref);
    const turned = {
      ...plan,
      joints: plan.joints.map((joint) => ({
        ...joint,
        between: [flip(joint.between[0]), flip(joint.between[1])] as const,
      })),
    };
    assert.ok(judgePlan(turned, job, tables).some(({ code }) => code === "stop-turned-round"));
  });
});

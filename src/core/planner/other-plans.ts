/** Ways beside the plan that a plumber would ask about: the other practice, or one function more. Told by what differs. */

import { NEEDS, type Need, type Plan, type PlanRequest } from "../plan/index.ts";
import { completeStandards, PRACTICES, type Standards } from "../standard/index.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { planHookup } from "./plan.ts";
import type { PlannerIndex } from "./planner-index.ts";

export interface OtherPlan {
  readonly plan: Plan;
  /** What was changed to get it: a practice or a need, in words; empty for another Pareto-optimal plan of the same job. */
  readonly change: string;
  readonly jointsMore: number;
  readonly centsMore: number;
  /** The job as changed, so that choosing it stores the rules it was planned by. */
  readonly request: PlanRequest;
}

const LINE_SCHOOLS = {
  toilet: "toiletLine",
  refrigerator: "refrigeratorLine",
  washer: "washerHose",
} as const;
const NEED_WORDS: Readonly<Record<Need, string>> = {
  arrestor: "with a hammer arrestor",
  "auto-shutoff": "with an automatic shut-off",
  backflow: "with backflow protection",
  union: "with a union",
  filter: "with a filter",
  dielectric: "with a dielectric union",
  "own-stop": "with a stop of its own",
  elbow: "with an elbow at the inlet",
};

function otherSchools(
  index: PlannerIndex,
  request: PlanRequest,
): readonly { change: string; request: PlanRequest }[] {
  const { fixture } = request.inlet;
  if (fixture !== "toilet" && fixture !== "refrigerator" && fixture !== "washer") return [];
  const key: keyof Standards = LINE_SCHOOLS[fixture];
  const now = completeStandards(request.houseRules)[key];
  return PRACTICES[key]
    .filter((choice) => choice !== now)
    .map((choice) => {
      const label =
        index.tables.schools.find((school) => school.key === key && school.choice === choice)?.label ??
        choice;
      return { change: label, request: { ...request, houseRules: { ...request.houseRules, [key]: choice } } };
    });
}

function addedNeeds(plan: Plan, request: PlanRequest): readonly { change: string; request: PlanRequest }[] {
  const suggested = NEEDS.filter((need) =>
    plan.warnings.some(
      ({ code }) => code === `suggest-${need}` || (need === "own-stop" && code === "shared-stop"),
    ),
  );
  return suggested
    .filter((need) => !request.needs.includes(need))
    .map((need) => ({ change: NEED_WORDS[need], request: { ...request, needs: [...request.needs, need] } }));
}

/**
 * Returns other ways than `plan` for the same connection, without repeats. `plans` are all plans of the job as asked.
 * Errors: as planHookup.
 */
export function otherPlans(
  index: PlannerIndex,
  request: PlanRequest,
  plans: readonly Plan[],
  plan: Plan,
  effort: Effort = UNBOUNDED,
): readonly OtherPlan[] {
  const beside = plans
    .filter((other) => other.id !== plan.id)
    .map((other) => ({ plan: other, change: "", request }));
  const changed = [...otherSchools(index, request), ...addedNeeds(plan, request)].flatMap(
    ({ change, request: asked }) => {
      const best = planHookup(index, asked, effort).plans[0];
      return best === undefined || best.warnings.some(({ code }) => code === "school-relaxed")
        ? []
        : [{ plan: best, change, request: asked }];
    },
  );
  const seen = new Set([plan.id]);
  return [...beside, ...changed]
    .filter((way) => !seen.has(way.plan.id) && seen.add(way.plan.id))
    .map((way) => ({
      ...way,
      jointsMore: way.plan.joints.length - plan.joints.length,
      centsMore: way.plan.priceCents - plan.priceCents,
    }));
}

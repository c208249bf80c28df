/** Ways beside the plan that a plumber would ask about: the other school, or one function more. Told by what differs. */

import type { HookupProblem, Need, Plan } from "../plan/index.ts";
import { completeHouseRules, type HouseRules, SCHOOL_CHOICES } from "../plan/index.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { planHookup } from "./plan.ts";
import type { Shop } from "./planner-index.ts";

export interface OtherWay {
  readonly plan: Plan;
  /** What was changed to get it: a school or a need, in words; empty for another Pareto-optimal plan of the same job. */
  readonly change: string;
  readonly jointsMore: number;
  readonly centsMore: number;
  /** The job as changed, so that choosing it stores the rules it was planned by. */
  readonly problem: HookupProblem;
}

const LINE_SCHOOLS = { toilet: "toiletLine", refrigerator: "refrigeratorLine" } as const;
const NEED_WORDS: Readonly<Record<Need, string>> = {
  arrestor: "with a hammer arrestor",
  "auto-shutoff": "with an automatic shut-off",
  backflow: "with backflow protection",
  union: "with a union",
  filter: "with a filter",
  dielectric: "with a dielectric union",
};

function otherSchools(
  shop: Shop,
  problem: HookupProblem,
): readonly { change: string; problem: HookupProblem }[] {
  const { fixture } = problem.inlet;
  if (fixture !== "toilet" && fixture !== "refrigerator") return [];
  const key: keyof HouseRules = LINE_SCHOOLS[fixture];
  const now = completeHouseRules(problem.houseRules)[key];
  return SCHOOL_CHOICES[key]
    .filter((choice) => choice !== now)
    .map((choice) => {
      const label =
        shop.tables.schools.find((school) => school.key === key && school.choice === choice)?.label ?? choice;
      return { change: label, problem: { ...problem, houseRules: { ...problem.houseRules, [key]: choice } } };
    });
}

function addedNeeds(
  plan: Plan,
  problem: HookupProblem,
): readonly { change: string; problem: HookupProblem }[] {
  const suggested = (Object.keys(NEED_WORDS) as Need[]).filter((need) =>
    plan.warnings.some((warning) => warning.code === `suggest-${need}`),
  );
  return suggested
    .filter((need) => !problem.needs.includes(need))
    .map((need) => ({ change: NEED_WORDS[need], problem: { ...problem, needs: [...problem.needs, need] } }));
}

/**
 * Other ways than `plan` for the same connection, without repeats. `plans` are all plans of the job as asked.
 * Errors: as planHookup.
 */
export function otherWays(
  shop: Shop,
  problem: HookupProblem,
  plans: readonly Plan[],
  plan: Plan,
  effort: Effort = UNBOUNDED,
): readonly OtherWay[] {
  const beside = plans
    .filter((other) => other.id !== plan.id)
    .map((other) => ({ plan: other, change: "", problem }));
  const changed = [...otherSchools(shop, problem), ...addedNeeds(plan, problem)].flatMap(
    ({ change, problem: asked }) => {
      const best = planHookup(shop, asked, effort).plans[0];
      return best === undefined || best.warnings.some(({ code }) => code === "school-relaxed")
        ? []
        : [{ plan: best, change, problem: asked }];
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

export { plannedBranch, USUAL_UPSTREAM } from "./branch.ts";
export { type Effort, effortOf, eitherEffort, UNBOUNDED } from "./effort.ts";
export { marginsFor } from "./line-fit.ts";
export { type OtherPlan, otherPlans } from "./other-plans.ts";
export { TOOL_KINDS } from "./outfit.ts";
export { planHookup, planWithChoices } from "./plan.ts";
export {
  buildPlannerIndex,
  type InletValve,
  type PlannerIndex,
  type PlannerTables,
} from "./planner-index.ts";
export { PART_SHAPES } from "./preference.ts";
export { type StandingElement, type StandingWay, standingWay } from "./standing-way.ts";
export { type PlanJudgement, withTableFigures } from "./table-figures.ts";
export { withWaysOut } from "./way-out.ts";

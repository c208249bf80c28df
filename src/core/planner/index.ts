export { type Effort, effortOf, eitherEffort, UNBOUNDED } from "./effort.ts";
export { type OtherWay, otherWays } from "./other-plans.ts";
export { planHookup, planWithChoices } from "./plan.ts";
export { openShop, type PlannerTables, type Shop } from "./planner-index.ts";

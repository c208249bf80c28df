export { HIGHEST_STATIC_PSI } from "./advice.ts";
export { type Effort, effortOf, eitherEffort, UNBOUNDED } from "./effort.ts";
export { type OtherWay, otherWays } from "./other-plans.ts";
export { planHookup, planWithChoices } from "./plan.ts";
export { type FixtureFacts, openShop, type PlannerTables, type Shop } from "./planner-index.ts";
export {
  type Alternative,
  FIXTURES,
  type Finding,
  type Fixture,
  type HookupProblem,
  LINE_KINDS,
  type LineKind,
  NEEDS,
  type Need,
  PIPE_MATERIALS,
  type PipeMaterial,
  type Plan,
  type PlanJoint,
  type PlanOutcome,
  type PlanPart,
  type PortRef,
  SUPPLY_KINDS,
  type SupplyKind,
  TREATMENTS,
  type Treatment,
  type Water,
} from "./request.ts";
export {
  completeHouseRules,
  DEFAULT_HOUSE_RULES,
  type HouseRules,
  SCHOOL_CHOICES,
  type SchoolKey,
} from "./standards.ts";

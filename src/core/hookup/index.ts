export { HIGHEST_STATIC_PSI } from "./findings.ts";
export { completeHouseRules, DEFAULT_HOUSE_RULES, type HouseRules, type School, SCHOOL_CHOICES, type SchoolKey } from "./house-rules.ts";
export { type OtherWay, otherWays } from "./other-ways.ts";
export { MAX_PARTS, planHookup } from "./plan.ts";
export {
  type Finding, type Fixture, FIXTURES, type HookupProblem, LINE_KINDS, type LineKind, type Need, NEEDS, PIPE_MATERIALS, type Plan, type PlanJoint,
  type PlanOutcome, type PlanPart, type PortRef, type Supply, SUPPLY_KINDS, type SupplyKind, type Water,
} from "./problem.ts";
export { type FixtureFacts, type Judgement, openShop, type PlannerTables, type Shop } from "./shop.ts";

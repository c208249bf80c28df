export { type Effort, effortOf, eitherEffort, UNBOUNDED } from "./effort.ts";
export { HIGHEST_STATIC_PSI } from "./findings.ts";
export {
  completeHouseRules,
  DEFAULT_HOUSE_RULES,
  type HouseRules,
  SCHOOL_CHOICES,
  type School,
  type SchoolKey,
} from "./house-rules.ts";
export { type OtherWay, otherWays } from "./other-ways.ts";
export { MAX_PARTS, planHookup, planWithChoices } from "./plan.ts";
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
  type Supply,
  type SupplyKind,
  TREATMENTS,
  type Treatment,
  type Water,
} from "./problem.ts";
export {
  type FixtureFacts,
  type Judgement,
  openShop,
  type PartLoss,
  type PlannerTables,
  type Shop,
} from "./shop.ts";

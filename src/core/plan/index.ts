export { FIXTURES, type Fixture, type FixtureFacts } from "./fixture.ts";
export type { Alternative, Finding, Plan, PlanJoint, PlanOutcome, PlanPart, PortRef } from "./plan.ts";
export {
  HIGHEST_STATIC_PSI,
  type HookupProblem,
  LINE_KINDS,
  type LineKind,
  NEEDS,
  type Need,
  PIPE_MATERIALS,
  type PipeMaterial,
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
  type School,
  type SchoolKey,
} from "./standards.ts";

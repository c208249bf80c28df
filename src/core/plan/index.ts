export { FIXTURES, type Fixture, type FixtureFacts } from "./fixture.ts";
export type {
  Advice,
  Alternative,
  Plan,
  PlanJoint,
  PlanOutcome,
  PlanPart,
  PortRef,
} from "./plan.ts";
export {
  HIGHEST_STATIC_PSI,
  LINE_KINDS,
  type LineKind,
  NEEDS,
  type Need,
  PIPE_MATERIALS,
  type PipeMaterial,
  type PlanRequest,
  type StoredPlanRequest,
  SUPPLY_KINDS,
  type SupplyKind,
  TREATMENTS,
  type Treatment,
  type Water,
} from "./request.ts";
export {
  completeStandards,
  DEFAULT_STANDARDS,
  PRACTICES,
  type PracticeKey,
  type PracticeOption,
  type Standards,
} from "./standards.ts";

export { FIXTURES, type Fixture, type FixtureFacts, LINE_KINDS, type LineKind, POWERS } from "./fixture.ts";
export { lineOf } from "./line-of.ts";
export {
  type Advice,
  type Alternative,
  BANG_ASSUMPTIONS,
  type Plan,
  type PlanJoint,
  type PlanOutcome,
  type PlanPart,
  type PortRef,
} from "./plan.ts";
export {
  HIGHEST_STATIC_PSI,
  INLET_DIRECTIONS,
  LINE_SOURCES,
  type LineFound,
  NEEDS,
  type Need,
  PIPE_MATERIALS,
  type PlanRequest,
  STOP_LEFTOVERS,
  type StoredPlanRequest,
  SUPPLY_KINDS,
  type SupplyKind,
  TREATMENTS,
  type Water,
  WORK_PHASES,
} from "./request.ts";

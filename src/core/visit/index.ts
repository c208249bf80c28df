export { type ConnectionState, fixtureOf, type JointState, type VisitState } from "./connection-state.ts";
export { liveEvents, type Site, type VisitAct, type VisitEvent } from "./event.ts";
export { broughtForward, EVENT_SHAPE, SHAPE_CHANGES } from "./event-shape.ts";
export { firstRefused } from "./judge.ts";
export { firstRepeated } from "./repeated-id.ts";
export { MOST_SNUGS } from "./rules.ts";
export { isSameEvent } from "./same-event.ts";
export { withStepRoles } from "./stamped-roles.ts";
export { applyEvent, foldVisit } from "./state.ts";
export {
  type ConnectionPhase,
  connectionPhase,
  dryStages,
  type JointStatus,
  jointStatus,
  type NextAction,
  nextAction,
  phaseInWords,
  type VisitSummary,
  visitSummary,
} from "./status.ts";

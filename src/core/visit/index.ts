export { type ConnectionState, fixtureOf, type VisitState } from "./connection-state.ts";
export { liveEvents, type Site, type VisitAct, type VisitEvent } from "./event.ts";
export { broughtForward, EVENT_SHAPE } from "./event-shape.ts";
export { firstRefused } from "./judge.ts";
export { firstRepeated } from "./repeated-id.ts";
export { isSameEvent } from "./same-event.ts";
export { SNUG_TURNS, snugsLeft } from "./snug.ts";
export { withStepRoles } from "./stamped-roles.ts";
export { applyEvent, foldVisit } from "./state.ts";
export {
  CONNECTION_PHASES,
  type ConnectionPhase,
  connectionPhase,
  isPlanOutdated,
  JOINT_STATUSES,
  type JointStatus,
  jointProgress,
  nextAction,
  phaseInWords,
  type VisitSummary,
  visitSummary,
} from "./status.ts";
export { isBeforeTouch, unresolvedOf } from "./unresolved.ts";

export type { Check, LetteredCheckpoint, Target, WrittenException } from "./check-state.ts";
export { type Act, learnMinutes, type Timed, timedSteps } from "./durations.ts";
export {
  type ConnectionAct,
  type EventStamp,
  liveEvents,
  type Site,
  type VisitAct,
  type VisitEvent,
} from "./event.ts";
export { broughtForward, EVENT_SHAPE, SHAPE_CHANGES, type ShapeChange } from "./event-shape.ts";
export {
  type HoldRecord,
  holdRecordOf,
  type MeterReading,
  MOST_KEPT_SAMPLES,
  READING_SOURCES,
  type ReadingSource,
} from "./hold-record.ts";
export { type Isolation, isolationOf, jobsOf, nextValveUp, type VisitJob } from "./jobs.ts";
export { firstRefused, type RefusedAt, refuseNext } from "./judge.ts";
export {
  type ConnectionPhase,
  connectionPhase,
  dryStages,
  type JointLife,
  jointLife,
  lookBackOf,
  type NextThing,
  nextThing,
  phaseInWords,
  type View,
  type VisitSummary,
  visitPhase,
  visitSummary,
} from "./life.ts";
export { lookBackDueAt } from "./look-back-due.ts";
export type { Preset } from "./preset.ts";
export { firstRepeated } from "./repeated-id.ts";
export { MOST_SNUGS, type Refusal } from "./rules.ts";
export { type RunStep, runSheet, totalMin, waterOffMin } from "./run-sheet.ts";
export { isSameEvent } from "./same-event.ts";
export { sectionOf } from "./section-of-plan.ts";
export { benchOf, type LineFigures, type LineSpace, WALL_SIDES, type WallSide, wallAt } from "./space.ts";
export { withStepRoles } from "./stamped-roles.ts";
export {
  applyEvent,
  type ConnectionState,
  EMPTY_VISIT,
  foldVisit,
  type JointState,
  type Note,
  type Photo,
  type ProvedStop,
  type VisitState,
} from "./state.ts";
export { STEP_FLAGS, STEP_VALUES } from "./step-conditions.ts";
export { type LibraryFault, libraryFaults, missingRoles } from "./step-library.ts";
export { STEP_ROLES, type StepRole, stepBroughtForward } from "./step-role.ts";
export { holdBackInWords, JOINT_SLOTS, makeText, STEP_SLOTS, sealantInWords } from "./step-slots.ts";
export type { SheetTables } from "./step-subject.ts";
export {
  ASSUMED_STATIC_PSI,
  isSameRun,
  PROOF_METHODS,
  problemOf,
  STOP_KINDS,
  STOP_PROOFS,
  type StopProof,
  type StopProved,
  type Survey,
  staticInWords,
  surveyFromPreset,
} from "./survey.ts";
export {
  currentStage,
  isStageDone,
  jointTargets,
  type OpenCheck,
  openBeforeSigning,
  standingCheck,
  standingOf,
  type TargetStanding,
  targetsOf,
  WHOLE,
  weepingStage,
} from "./targets.ts";
export { type Caution, STEP_PHASES, type StepTemplate } from "./template.ts";
export { asSixteenths, asTyped, type Typed } from "./typed.ts";
export { scheduleOf, type VisitSchedule, type WaterOff } from "./visit-schedule.ts";

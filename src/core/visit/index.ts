export { type Act, learnMinutes, type Timed, timedSteps } from "./durations.ts";
export {
  type ConnectionAct,
  type EventStamp,
  liveEvents,
  type Site,
  type StopProved,
  type Target,
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
  sectionOf,
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
export { firstRepeated } from "./repeated-id.ts";
export { MOST_SNUGS, type Refusal } from "./rules.ts";
export { type RunStep, runSheet, type SheetTables, totalMin, waterOffMin } from "./run-sheet.ts";
export { isSameEvent } from "./same-event.ts";
export { benchOf, type LineFigures, type LineSpace, WALL_SIDES, type WallSide, wallAt } from "./space.ts";
export {
  applyEvent,
  type Check,
  type ConnectionState,
  EMPTY_VISIT,
  foldVisit,
  type JointState,
  type LetteredCheckpoint,
  type Note,
  type Photo,
  type ProvedStop,
  type VisitState,
  type WrittenException,
  weepingStage,
} from "./state.ts";
export { STEP_FLAGS, STEP_VALUES } from "./step-conditions.ts";
export { type LibraryFault, libraryFaults, missingRoles } from "./step-library.ts";
export {
  STEP_ROLES,
  type StepRole,
  stepBroughtForward,
  withStepRoles,
} from "./step-role.ts";
export { holdBackInWords, JOINT_SLOTS, makeText, STEP_SLOTS, sealantInWords } from "./step-slots.ts";
export {
  ASSUMED_STATIC_PSI,
  asSixteenths,
  asTyped,
  isSameRun,
  PROOF_METHODS,
  problemOf,
  STOP_KINDS,
  STOP_PROOFS,
  type StopProof,
  type Survey,
  staticInWords,
  surveyFromPreset,
  type Typed,
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
} from "./targets.ts";
export { type Caution, type Preset, STEP_PHASES, type StepTemplate } from "./template.ts";
export { scheduleOf, type VisitSchedule, type WaterOff } from "./visit-schedule.ts";

export {
  type Check,
  type CheckSubject,
  CUSTOMER_BY_LINK,
  type LetteredCheckpoint,
  type Target,
  type WrittenException,
} from "./check-subject.ts";
export { collectedMin, collectsSince, LEAST_LOOK_MIN, watchedInWords } from "./look-clock.ts";
export {
  CHECK_METHODS,
  CHECK_SCOPES,
  type CheckMethod,
  type Checkpoint,
  JOINT_STAGES,
  LEAST_WATCH_MIN,
  STAGE_CODES,
  type Stage,
  type StageCode,
} from "./stage.ts";
export {
  currentStage,
  isStageDone,
  jointTargets,
  lastFollowUp,
  openBeforeSigning,
  standingCheck,
  standingOf,
  targetsOf,
  WHOLE_CONNECTION,
  weepingStage,
} from "./targets.ts";

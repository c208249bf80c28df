export type { Check, CheckSubject, LetteredCheckpoint, Target, WrittenException } from "./check-subject.ts";
export { type RateRange, rateText, reconcile } from "./reconcile.ts";
export {
  CHECK_METHODS,
  CHECK_SCOPES,
  type CheckMethod,
  type Checkpoint,
  JOINT_STAGES,
  STAGE_CODES,
  type Stage,
  type StageCode,
} from "./stage.ts";
export {
  currentStage,
  isStageDone,
  jointTargets,
  openBeforeSigning,
  standingCheck,
  standingOf,
  targetsOf,
  WHOLE,
  weepingStage,
} from "./targets.ts";
export {
  detectableMlPerMin,
  judgeWatch,
  litresPerYear,
  METER_MARKS_ML,
  mlPerDay,
  smallestSeen,
  USUAL_FIGURES,
  type WatchFigures,
  type Watching,
  windowFor,
} from "./watch.ts";

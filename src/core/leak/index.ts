export { analyseHold } from "./hold.ts";
export { type HoldAnswer, type HoldTest, SUSPECTS, type Suspect, type Verdict } from "./hold-test.ts";
export { lookingOrder } from "./looking-order.ts";
export type { DrawOff } from "./parameter-sample.ts";
export { type HoldPlan, type PlannedHold, planHold } from "./plan-hold.ts";
export { type RateRange, rateText, reconcile } from "./reconcile.ts";
export {
  HOSE_CREEP_PER_DECADE,
  HOSE_ML_PER_PSI_FT,
  SECTION_MATERIALS,
  type Section,
  type SectionMaterial,
  WALLS,
} from "./section.ts";
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
export { GAP, type Gauge, type Sample } from "./trace.ts";
export {
  detectableMlPerMin,
  judgeWatch,
  litresPerYear,
  METER_MARKS_ML,
  mlPerDay,
  type Seen,
  smallestSeen,
  USUAL_FIGURES,
  type WatchFigures,
  type Watching,
  windowFor,
} from "./watch.ts";

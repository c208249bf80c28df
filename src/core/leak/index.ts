export type { DrawOff } from "./guesses.ts";
export { analyseHold, type HoldAnswer, type HoldTest, type Verdict } from "./hold.ts";
export { lookingOrder } from "./looking-order.ts";
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
export { SUSPECTS, type Suspect } from "./suspects.ts";
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

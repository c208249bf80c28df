export { analyseHold } from "./hold.ts";
export type { DrawOff } from "./hold-model.ts";
export {
  type HoldRecord,
  holdRecordOf,
  type MeterReading,
  MOST_KEPT_SAMPLES,
  READING_SOURCES,
  type ReadingSource,
} from "./hold-record.ts";
export { DOUBTS, type Doubt, type HoldAnswer, type HoldTest, SUSPECTS, type Suspect } from "./hold-test.ts";
export { type HoldPlan, planHold } from "./plan-hold.ts";
export { sectionOf } from "./section-of-plan.ts";
export { readingRuns, type Sample } from "./trace.ts";

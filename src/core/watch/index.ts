export {
  CHANGE_WORDS,
  HAMMER_SOUNDS,
  HEARD_OCCASIONS,
  type HeardHammer,
  heardChange,
  SOUND_WORDS,
} from "./heard.ts";
export { type RateRange, rateText, reconcile } from "./reconcile.ts";
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

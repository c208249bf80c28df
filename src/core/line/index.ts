export {
  aheadOf,
  type Bench,
  type BenchFault,
  explainFault,
  FARTHEST_IN,
  faultOf,
  type LineEnd,
  tipDistanceIn,
  tipOf,
  type Wall,
} from "./bench.ts";
export { curveOf, type LineCurve, STRAIGHT_IN } from "./curve.ts";
export { type FirmLength, type FitOutcome, fitLines } from "./fit.ts";
export { depthToCut, type Insertion } from "./insertion.ts";
export { goodIntervals, type Interval } from "./intervals.ts";
export {
  bestOf,
  DEFAULT_MARGINS,
  RATINGS,
  type RatedLength,
  type Rating,
  rateLength,
  type SlackMargins,
} from "./rate.ts";
export {
  BEND_ANGLES,
  bendRiser,
  explainRiser,
  gentlestAngle,
  type Mark,
  type Riser,
  type RiserFault,
  type RiserJob,
  STRAIGHT_BEFORE_FERRULE_IN,
} from "./riser.ts";
export {
  type Coil,
  LOOP_MARGIN,
  pulledOut,
  type RolledLength,
  type RollOut,
  rollOutChoice,
  rollOutLengths,
} from "./roll-out.ts";
export { type Hole, type Leg, type Route, type RouteFault, routeLength, toBuy } from "./route.ts";
export { type Firmness, firmnessOf, MEASURED_TO_IN, TOUCHY_SHARE } from "./touchy.ts";
export {
  type Alternative,
  elbowTurns,
  type Hour,
  helpfulTurns,
  hourDirection,
  stopTurns,
  type TriedAlternative,
  throughPart,
} from "./turns.ts";
export type { Vector } from "./vector.ts";
export { finish, type Work, within } from "./work.ts";

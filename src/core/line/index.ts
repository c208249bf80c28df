export { type LineCurve, STRAIGHT_IN } from "./curve.ts";
export { type FirmLength, type FitOutcome, fitLines } from "./fit.ts";
export type { Interval } from "./intervals.ts";
export { type Bench, explainFault, faultOf, type LineEnd, type Wall } from "./line-setup.ts";
export {
  DEFAULT_MARGINS,
  RATINGS,
  type RatedLength,
  type Rating,
  rateLength,
  type SlackMargins,
} from "./rate.ts";
export { type Coil, type RolledLength, type RollOut, rollOutChoice, rollOutLengths } from "./roll-out.ts";
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

export { type LineCurve, STRAIGHT_IN } from "./curve.ts";
export { type FitOutcome, type FittedLength, fitLines } from "./fit.ts";
export type { Interval } from "./intervals.ts";
export {
  explainFault,
  type LineEnd,
  type LineSetup,
  setupFault,
  type Wall,
} from "./line-setup.ts";
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
  type ClockPosition,
  clockDirection,
  elbowTurns,
  helpfulTurns,
  stopTurns,
  type TriedAlternative,
  throughPart,
} from "./turns.ts";

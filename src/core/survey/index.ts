export {
  factsIn,
  guessesOf,
  SEEN_AT_ONCE,
  SURVEY_FACTS,
  type SurveyFact,
  withConfirmed,
} from "./confirmed.ts";
export type { Preset } from "./preset.ts";
export { type LineSpace, lineSetupOf, WALL_SIDES, type WallSide, wallAt } from "./space.ts";
export {
  ASSUMED_STATIC_PSI,
  isSameRun,
  PROOF_METHODS,
  planRequestOf,
  REPLACES,
  STOP_KINDS,
  STOP_PROOFS,
  type StopProof,
  type StopProved,
  type Survey,
  staticInWords,
  surveyFromPreset,
} from "./survey.ts";
export { asSixteenths, asTyped, type Typed } from "./typed.ts";

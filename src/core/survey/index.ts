export { factsIn, guessesOf, SEEN_AT_ONCE, withConfirmed } from "./confirmed.ts";
export { placeOfInlet, placeOfSupply } from "./place.ts";
export type { Preset, VisitTemplate } from "./preset.ts";
export { type LineSpace, WALL_SIDES, type WallSide, wallAt } from "./space.ts";
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
export { SURVEY_FACTS, type SurveyFact } from "./survey-fact.ts";
export { asSixteenths, asTyped, type Typed } from "./typed.ts";
export { surveyWith } from "./way-out.ts";

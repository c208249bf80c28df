export { differencesOf } from "./differences.ts";
export {
  evidenceFaults,
  isBlank,
  type Measured,
  NOTHING_MEASURED,
  PLACES,
  type Place,
  SEATS,
  SEEN_MATERIALS,
  type Seat,
  TPI_LIMITS,
} from "./evidence.ts";
export {
  answerEvidence,
  type EndKnowledge,
  type Identifier,
  type IdentifyAnswer,
  openIdentifier,
} from "./identifier.ts";
export { type Candidate, identify } from "./identify.ts";
export { INSTRUMENT_CODES, type Instrument, type InstrumentCode } from "./instrument.ts";
export { likelyEnds } from "./likely.ts";
export type { LookAlike } from "./look-alikes.ts";
export {
  COUNT_OVER_IN,
  crestsToSpan,
  FURTHER_ALONG_IN,
  NEXT_KINDS,
  type NextKind,
  type NextMeasurement,
} from "./next-measurement.ts";
export type { Profile } from "./profile.ts";

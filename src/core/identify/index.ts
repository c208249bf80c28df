export { type Difference, differencesOf } from "./differences.ts";
export {
  type Count,
  type EvidenceFault,
  evidenceFaults,
  type Further,
  isBlank,
  LARGEST_IN,
  type Measured,
  NOTHING_MEASURED,
  PLACES,
  type Place,
  SEATS,
  SEEN_MATERIALS,
  type Seat,
  type Span,
  TPI_LIMITS,
} from "./evidence.ts";
export {
  type Answer,
  answerEvidence,
  type EndKnowledge,
  type Identifier,
  openIdentifier,
} from "./identifier.ts";
export { type Candidate, type Identification, identify, posterior } from "./identify.ts";
export { INSTRUMENT_CODES, type Instrument, type InstrumentCode } from "./instrument.ts";
export { counterpart, type LookAlike, lookAlikesOf } from "./look-alikes.ts";
export {
  COUNT_OVER_IN,
  crestsToSpan,
  FURTHER_ALONG_IN,
  NEXT_KINDS,
  type NextKind,
  type NextMeasurement,
} from "./next-measurement.ts";
export {
  type IdentifyTables,
  type PlaceWeight,
  type Profile,
  profilesOf,
  type SeatChance,
} from "./profile.ts";

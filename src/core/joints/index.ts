export {
  JOINT_TYPES,
  type JointRule,
  type JointType,
  type Mating,
  mate,
  type PlasticPart,
  SEALANTS,
  type Sealant,
} from "./joint.ts";
export { heldEnd, ruleFor, type Side, wrenchesFor } from "./make-up.ts";
export { allPairs, type JointCard, type Match, type Matrix, matchEnds, VERDICT_LETTERS } from "./match.ts";
export {
  MEETING_CODES,
  type Meeting,
  type MeetingCode,
  type MeetingWords,
  type MeetTables,
  meet,
  tubeSizeIn,
  VERDICTS,
  type Verdict,
} from "./meet.ts";
export { wordsFor } from "./tell.ts";

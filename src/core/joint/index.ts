export { wordsFor } from "./end-description.ts";
export {
  JOINT_TYPES,
  type JointRule,
  type JointType,
  type Mating,
  mate,
  SEALANTS,
  type Sealant,
} from "./joint.ts";
export { heldEnd, ruleFor, type Side, wrenchesFor } from "./make-up.ts";
export { allPairs, type Match, type Matrix, matchEnds } from "./match.ts";
export { MEETING_CODES, type MeetingWords, type MeetTables, meet, VERDICTS, type Verdict } from "./meet.ts";

export { textFor } from "./end-description.ts";
export {
  JOINT_TYPES,
  type JointRule,
  type JointType,
  type Mating,
  mate,
  PREPARATIONS,
  type Preparation,
  SEALANTS,
  type Sealant,
} from "./joint.ts";
export { isNut, type JointSide, ruleFor, SOFT_TUBES, unionRule, wrenchesFor } from "./make-up.ts";
export { makeUpRank, needsDryPipe } from "./make-up-rank.ts";
export { allPairs, type Match, type Matrix, matchEnds } from "./match.ts";
export {
  CONTACT_CODES,
  type ContactText,
  contactOf,
  FIT_VERDICTS,
  type FitVerdict,
  type MatchTables,
} from "./meet.ts";

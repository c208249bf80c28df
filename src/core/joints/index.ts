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
export { ruleFor, type Side, wrenchesFor } from "./make-up.ts";

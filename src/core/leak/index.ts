export { lookingOrder } from "./looking-order.ts";
export {
  CHECK_METHODS,
  CHECK_SCOPES,
  type CheckMethod,
  type Checkpoint,
  JOINT_STAGES,
  STAGE_CODES,
  type Stage,
  type StageCode,
} from "./stage.ts";
export { detectableMlPerMin, mlPerDay } from "./watch.ts";

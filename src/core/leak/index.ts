export { lookingOrder } from "./looking-order.ts";
export { CHECK_METHODS, CHECK_SCOPES, type CheckMethod, type Checkpoint, JOINT_STAGES, type Stage, STAGE_CODES, type StageCode } from "./stage.ts";
export { detectableMlPerMin, mlPerDay } from "./watch.ts";

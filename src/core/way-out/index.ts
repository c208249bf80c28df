export {
  type PlanChange,
  type Refused,
  WAY_OUT_CODES,
  type WayOut,
  type WayOutCode,
  withChange,
} from "./way-out.ts";

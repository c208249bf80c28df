export { asksOthers } from "./asks-water.ts";
export { heldInWords, reasonOf } from "./held.ts";
export { neededBeforeLook, whyLookWaits } from "./looks-wait-for.ts";
export { blockersOf } from "./order-needs.ts";
export {
  LEFT_CODES,
  type LeftCode,
  leavesOf,
  nowOf,
  type Owed,
  owedAt,
  owedOf,
} from "./owed.ts";
export { SITUATION_RULES, type SituationRules } from "./rules.ts";
export { asksForSharedActs, withSharedActs } from "./shared-acts.ts";
export { type ShutFirst, shutFirst } from "./shut-first.ts";
export { situationOf, standingOf } from "./situation.ts";
export { type FixtureSheet, NEED_CODES } from "./standing-shape.ts";
export type { MapEnd, MapValve, WaterMap } from "./water-map.ts";

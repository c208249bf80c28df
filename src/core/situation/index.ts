export { asksOthers } from "./asks-water.ts";
export { heldInWords, reasonOf } from "./held.ts";
export { blockersOf } from "./order-needs.ts";
export {
  LEFT_CODES,
  type LeftCode,
  leavesOf,
  neededBeforeLook,
  nowOf,
  type Owed,
  owedAt,
  owedOf,
  whyLookWaits,
} from "./owed.ts";
export { type ShutFirst, shutFirst } from "./shut-first.ts";
export { situationOf, standingOf } from "./situation.ts";
export { type FixtureSheet, NEED_CODES } from "./standing-shape.ts";
export type { MapEnd, MapValve, WaterMap } from "./water-map.ts";

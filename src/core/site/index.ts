export { type ConnectionAsLeft, surveyAsLeft, visitAsLeft } from "./as-left.ts";
export { type DueThing, dueThings, monthsAfter, UPKEEP_CODES, type Upkeep, type UpkeepCode } from "./due.ts";
export { type FixtureAsLeft, type RoomAsLeft, roomsAsLeft } from "./rooms.ts";
export { siteMap } from "./site-map.ts";

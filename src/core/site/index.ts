export { type ConnectionAsLeft, connectionAsLeft, surveyAsLeft, visitAsLeft } from "./as-left.ts";
export { type DueThing, dueThings, monthsAfter, UPKEEP_CODES, type Upkeep, type UpkeepCode } from "./due.ts";

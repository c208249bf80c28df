export { LEFT_CODES, type LeftCode, leavesOf, nowOf, type Owed, owedAt, owedOf } from "./owed.ts";
export { type ShutFirst, shutFirst } from "./shut-first.ts";
export { type FixtureSheet, NEED_CODES, type NeedCode, situationOf } from "./situation.ts";

export { type Defect, type Finding, type JudgeTables, judgePlan } from "./judge.ts";

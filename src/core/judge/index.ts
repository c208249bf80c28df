export { type Defect, judgePlan } from "./judge.ts";

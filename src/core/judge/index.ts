export { judgePlan } from "./judge.ts";

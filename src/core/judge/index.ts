export type { PlanFault, PlanFaultCode } from "./case.ts";
export { judgePlan } from "./judge.ts";

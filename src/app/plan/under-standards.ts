import type { PlanRequest } from "../../core/plan/index.ts";
import type { Standards } from "../../core/standard/index.ts";

/** Returns a request under the shop's standards; what the job sets itself wins. */
export function underStandards(planRequest: PlanRequest, rules: Partial<Standards>): PlanRequest {
  return { ...planRequest, houseRules: { ...rules, ...planRequest.houseRules } };
}

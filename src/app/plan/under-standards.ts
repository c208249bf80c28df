import type { PlanRequest } from "../../core/plan/index.ts";
import type { Standards } from "../../core/standard/index.ts";

/**
 * Returns a request under the shop's standards; what the job sets itself wins. A shop that asks for no stop of its own says so of a second
 * fixture on one stop: that a branch has none at all is for the job itself to say.
 */
export function underStandards(planRequest: PlanRequest, rules: Partial<Standards>): PlanRequest {
  const { ownStop, ...others } = rules;
  const isOnlyStop = planRequest.supply.behindValve === "holds" && ownStop === "never";
  const shops = isOnlyStop ? others : rules;
  return { ...planRequest, houseRules: { ...shops, ...planRequest.houseRules } };
}

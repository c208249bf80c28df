/** Plans for the Hookup page and for requests from outside, as this shop builds. */
import { withKnownParts } from "../../compute/compute.ts";
import type { PlanOptions } from "../../compute/plan-options.ts";
import type { PlanOutcome, PlanRequest } from "../../core/plan/index.ts";
import type { Standards } from "../../core/standard/index.ts";
import { planRequestOf, type Survey } from "../../core/survey/index.ts";
import type { Context } from "../context.ts";
import { shopParts, shopStandards } from "../shop/shop.ts";
import { truckStock } from "../shop/truck.ts";
import { figuresFor } from "../visit/connection-page.ts";

/** A request under the shop's rules; what the job sets itself wins. */
function underRules(planRequest: PlanRequest, rules: Partial<Standards>): PlanRequest {
  return { ...planRequest, houseRules: { ...rules, ...planRequest.houseRules } };
}

async function ways(context: Context, planRequest: PlanRequest, signal?: AbortSignal): Promise<PlanOptions> {
  return withKnownParts(await shopParts(context), (catalogue) =>
    context.compute.run("ways", { catalogue, ask: planRequest }, signal),
  );
}

/** Plans for a survey as this shop builds. Errors: ComputeRefusal. */
export async function planOptionsFor(
  context: Context,
  survey: Survey,
  signal?: AbortSignal,
): Promise<PlanOptions> {
  const [rules, stock] = await Promise.all([shopStandards(context), truckStock(context)]);
  return ways(context, underRules(planRequestOf(survey, stock), rules), signal);
}

/** Plans for a request from outside: the shop's catalogue, its rules where the request sets none. Errors: ComputeRefusal. */
export async function planForShop(
  context: Context,
  planRequest: PlanRequest,
  signal?: AbortSignal,
): Promise<PlanOutcome> {
  const [parts, rules] = await Promise.all([shopParts(context), shopStandards(context)]);
  return withKnownParts(parts, (catalogue) =>
    context.compute.run("plan", { catalogue, ask: underRules(planRequest, rules) }, signal),
  );
}

/** Returns everything the Hookup page shows of a request a person is trying out. Errors: ComputeRefusal. */
export async function tryRequest(context: Context, planRequest: PlanRequest, signal?: AbortSignal) {
  const [rules, stock] = await Promise.all([shopStandards(context), truckStock(context)]);
  const options = await ways(context, underRules({ ...planRequest, stock }, rules), signal);
  return { ...options, ends: figuresFor(context, options.codes) };
}

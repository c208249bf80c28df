/** Plans for the Hookup page and for requests from outside, as this shop builds. */
import { tellingParts } from "../compute/compute.ts";
import type { Ways } from "../compute/ways.ts";
import type { HookupProblem, HouseRules, PlanOutcome } from "../core/plan/index.ts";
import { problemOf, type Survey } from "../core/survey/index.ts";
import { figuresFor } from "./connection-page.ts";
import type { Context } from "./context.ts";
import { shopParts, shopRules, truckStock } from "./shop.ts";

/** A problem under the shop's rules; what the job sets itself wins. */
function underRules(problem: HookupProblem, rules: Partial<HouseRules>): HookupProblem {
  return { ...problem, houseRules: { ...rules, ...problem.houseRules } };
}

async function ways(context: Context, problem: HookupProblem, signal?: AbortSignal): Promise<Ways> {
  return tellingParts(await shopParts(context), (shop) =>
    context.compute.run("ways", { shop, ask: problem }, signal),
  );
}

/** Plans for a survey as this shop builds. Errors: ComputeRefusal. */
export async function waysFor(context: Context, survey: Survey, signal?: AbortSignal): Promise<Ways> {
  const [rules, stock] = await Promise.all([shopRules(context), truckStock(context)]);
  return ways(context, underRules(problemOf(survey, stock), rules), signal);
}

/** Plans for a problem from outside: the shop's catalogue, its rules where the problem sets none. Errors: ComputeRefusal. */
export async function planAsShop(
  context: Context,
  problem: HookupProblem,
  signal?: AbortSignal,
): Promise<PlanOutcome> {
  const [parts, rules] = await Promise.all([shopParts(context), shopRules(context)]);
  return tellingParts(parts, (shop) =>
    context.compute.run("plan", { shop, ask: underRules(problem, rules) }, signal),
  );
}

/** Everything the Hookup page shows of a problem a person is trying out. Errors: ComputeRefusal. */
export async function tryOut(context: Context, problem: HookupProblem, signal?: AbortSignal) {
  const found = await ways(context, { ...problem, stock: await truckStock(context) }, signal);
  return { ...found, ends: figuresFor(context, found.codes) };
}

/** Everything the Hookup page shows of one survey: the plans, other ways beside them, the refusals. */
import type { EndCode } from "../core/ends/index.ts";
import {
  type Alternative,
  type Finding,
  type HookupProblem,
  type HouseRules,
  type OtherWay,
  otherWays,
  type Plan,
  type PlanOutcome,
  planHookup,
  planWithChoices,
  type Shop,
} from "../core/hookup/index.ts";
import { problemOf, type Survey } from "../core/visit/index.ts";
import { figuresFor } from "./connection-page.ts";
import type { Context } from "./context.ts";
import { currentShop, shopRules, truckStock } from "./shop.ts";

/** Plans for a survey as this shop builds. */
export async function waysFor(context: Context, survey: Survey): Promise<Ways> {
  const [shop, rules, stock] = await Promise.all([
    currentShop(context),
    shopRules(context),
    truckStock(context),
  ]);
  return waysOf(shop, underRules(problemOf(survey, stock), rules));
}

export interface Ways {
  /** Without the stock: that is not part of a job. */
  readonly problem: HookupProblem;
  /** Whether the plans were weighed against what is on the truck. */
  readonly hasStock: boolean;
  readonly plans: readonly Plan[];
  readonly ways: readonly OtherWay[];
  readonly refused: readonly Finding[];
  readonly complete: boolean;
  /** Every end code the plans name. */
  readonly codes: readonly EndCode[];
  /** Parts that could stand in the place of each part of the best plan, by its SKU. */
  readonly swaps: Readonly<Record<string, readonly Alternative[]>>;
}

/** A problem under the shop's rules; what the job sets itself wins. */
function underRules(problem: HookupProblem, rules: Partial<HouseRules>): HookupProblem {
  return { ...problem, houseRules: { ...rules, ...problem.houseRules } };
}

/** Plans and what stands beside them for one problem. */
function waysOf(shop: Shop, problem: HookupProblem): Ways {
  const { plans, refused, complete, swapChoices } = planWithChoices(shop, problem);
  const best = plans[0];
  const ways = (best === undefined ? [] : otherWays(shop, problem, plans, best)).map((way) => ({
    ...way,
    problem: { ...way.problem, stock: null },
  }));
  const all = [...plans, ...ways.map((way) => way.plan)];
  return {
    problem: { ...problem, stock: null },
    hasStock: problem.stock !== null,
    plans,
    ways,
    refused,
    complete,
    swaps: Object.fromEntries(swapChoices),
    codes: [...new Set(all.flatMap((plan) => plan.joints.flatMap((joint) => joint.ends)))],
  };
}

/** Plans for a problem from outside: the shop's catalogue, its rules where the problem sets none. */
export async function planAsShop(context: Context, problem: HookupProblem): Promise<PlanOutcome> {
  const [shop, rules] = await Promise.all([currentShop(context), shopRules(context)]);
  return planHookup(shop, underRules(problem, rules));
}

/** Everything the Hookup page shows of a problem a person is trying out. */
export async function tryOut(context: Context, problem: HookupProblem) {
  const ways = waysOf(await currentShop(context), { ...problem, stock: await truckStock(context) });
  return { ...ways, ends: figuresFor(context, ways.codes) };
}

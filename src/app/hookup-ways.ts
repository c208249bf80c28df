/** Everything the Hookup page shows of one survey: the plans, other ways beside them, the refusals. */
import type { EndCode } from "../core/ends/index.ts";
import {
  type Finding,
  type HookupProblem,
  type OtherWay,
  otherWays,
  type Plan,
  planHookup,
} from "../core/hookup/index.ts";
import { problemOf, type Survey } from "../core/visit/index.ts";
import type { Context } from "./context.ts";

export interface Ways {
  readonly problem: HookupProblem;
  readonly plans: readonly Plan[];
  readonly ways: readonly OtherWay[];
  readonly refused: readonly Finding[];
  readonly complete: boolean;
  /** Every end code the plans name. */
  readonly codes: readonly EndCode[];
}

export function waysFor({ shop }: Pick<Context, "shop">, survey: Survey): Ways {
  const problem = problemOf(survey, null);
  const { plans, refused, complete } = planHookup(shop, problem);
  const best = plans[0];
  const ways = best === undefined ? [] : otherWays(shop, problem, plans, best);
  const all = [...plans, ...ways.map((way) => way.plan)];
  return {
    problem,
    plans,
    ways,
    refused,
    complete,
    codes: [...new Set(all.flatMap((plan) => plan.joints.flatMap((joint) => joint.ends)))],
  };
}

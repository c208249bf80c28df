/** Everything the Hookup page shows of one request: the plans, other ways beside them, the refusals. */
import type { EndCode } from "../core/end/index.ts";
import type { PlanFault } from "../core/judge/index.ts";
import type { Alternative, Plan, PlanRequest, StoredPlanRequest } from "../core/plan/index.ts";
import {
  type Effort,
  type OtherPlan,
  otherPlans,
  type PlannerIndex,
  planHookup,
  planWithChoices,
  type StandingWay,
  standingWay,
  UNBOUNDED,
  withWaysOut,
} from "../core/planner/index.ts";
import type { Refused } from "../core/way-out/index.ts";

export interface PlanOptions {
  readonly request: StoredPlanRequest;
  /** Whether the plans were weighed against what is on the truck. */
  readonly hasStock: boolean;
  readonly plans: readonly Plan[];
  readonly ways: readonly (OtherPlan & { readonly request: StoredPlanRequest })[];
  readonly refused: readonly Refused[];
  readonly complete: boolean;
  /** Every end code the plans and the ways out name. */
  readonly codes: readonly EndCode[];
  /** The way as it stands where no plan is found; absent: there is a plan. */
  readonly standing?: StandingWay;
  /** What the judge found in ways that are not shown; absent: nothing. */
  readonly faults?: readonly PlanFault[];
  /** Parts that could stand in the place of each part of the best plan, by its SKU. */
  readonly swaps: Readonly<Record<string, readonly Alternative[]>>;
}

/** Plans and what stands beside them for one request. */
export function planOptionsOf(
  plannerIndex: PlannerIndex,
  planRequest: PlanRequest,
  effort: Effort = UNBOUNDED,
  wayOutEffort: Effort = effort,
): PlanOptions {
  const { plans, refused, complete, swapChoices, faults } = withWaysOut(
    plannerIndex,
    planRequest,
    planWithChoices(plannerIndex, planRequest, effort),
    wayOutEffort,
  );
  const best = plans[0];
  const ways = (best === undefined ? [] : otherPlans(plannerIndex, planRequest, plans, best, effort)).map(
    (way) => ({
      ...way,
      request: { ...way.request, stock: null },
    }),
  );
  const all = [...plans, ...ways.map((way) => way.plan)];
  return {
    request: { ...planRequest, stock: null },
    hasStock: planRequest.stock !== null,
    plans,
    ways,
    refused,
    complete,
    ...(best === undefined ? { standing: standingWay(plannerIndex, planRequest) } : {}),
    ...(faults === undefined ? {} : { faults }),
    swaps: Object.fromEntries(swapChoices),
    codes: [
      ...new Set([
        ...all.flatMap((plan) => plan.joints.flatMap((joint) => joint.ends ?? [])),
        ...refused.flatMap(({ wayOut }) =>
          wayOut !== undefined && plannerIndex.ends.has(wayOut.about) ? [wayOut.about] : [],
        ),
      ]),
    ],
  };
}

/** SKUs of everything a plan takes, the pieces of its joints included where they have an SKU of their own. */
const skusOf = ({ parts }: Plan) => new Set(parts.map(({ sku }) => sku));

/**
 * Returns the planner's own plan of this id for the request, or null. Where the search could not go through everything, the plan
 * is looked for among its own parts alone, so that a plan found once is found again on a busier machine.
 */
export function findPlan(
  plannerIndex: PlannerIndex,
  planRequest: PlanRequest,
  stock: ReadonlyMap<string, number> | null,
  sent: Plan,
  effort: Effort,
): Plan | null {
  let complete = true;
  // With stock in view the planner gives plans more that are on the truck.
  for (const countedStock of stock === null ? [null] : [null, stock]) {
    const outcome = planHookup(plannerIndex, { ...planRequest, stock: countedStock }, effort);
    const plan = outcome.plans.find(({ id }) => id === sent.id);
    if (plan) return plan;
    complete &&= outcome.complete;
  }
  if (complete) return null;
  const own = skusOf(sent);
  const narrowed: PlannerIndex = {
    ...plannerIndex,
    forks: plannerIndex.forks.filter(({ part }) => own.has(part.sku)),
    passagesFrom: (end) => plannerIndex.passagesFrom(end).filter(({ passage }) => own.has(passage.part.sku)),
  };
  return planHookup(narrowed, { ...planRequest, stock: null }).plans.find(({ id }) => id === sent.id) ?? null;
}

/** A plan that somebody chose, held against what the planner gives now. The choice stands; what differs is said beside it. */
import { isDeepStrictEqual } from "node:util";
import type { Plan, PlanRequest } from "../core/plan/index.ts";
import {
  type Effort,
  type PlanJudgement,
  type PlannerIndex,
  withTableFigures,
} from "../core/planner/index.ts";
import { formatCents } from "../core/units/index.ts";
import { findPlan } from "./plan-options.ts";

export interface ChosenQuestion {
  /** As the chooser sent it, without the shop's standards. */
  readonly sent: PlanRequest;
  /** Under the shop's standards. */
  readonly planRequest: PlanRequest;
  readonly stock: ReadonlyMap<string, number> | null;
  readonly plan: Plan;
}

/** The plan as it is kept, with what the planner says of it; or why it cannot be at all. */
export type ChosenAnswer =
  | { readonly plan: Plan; readonly judged: PlanJudgement }
  | { readonly impossible: string };

function differencesOf(chosen: Plan, now: Plan): readonly string[] {
  const price =
    chosen.priceCents === now.priceCents
      ? []
      : [`price ${formatCents(chosen.priceCents)} as chosen, ${formatCents(now.priceCents)} now`];
  const skus = ({ parts }: Plan) => parts.map(({ sku, quantity }) => `${quantity} ${sku}`);
  const parts = isDeepStrictEqual(skus(chosen), skus(now)) ? [] : ["other parts or quantities"];
  return [...price, ...parts];
}

/** Stands on a plan that the planner does not give: nobody has worked out its cautions afresh. */
const NOT_GIVEN = {
  code: "not-given-now",
  message: "The planner does not give this plan now, so its cautions are those it was chosen with.",
} as const;

function withCaution(plan: Plan): Plan {
  const others = plan.warnings.filter(({ code }) => code !== NOT_GIVEN.code);
  return { ...plan, warnings: [...others, NOT_GIVEN] };
}

/** What the planner gives in the chosen plan's place: under the shop's standards, else under the request as it was sent. */
function givenNow(index: PlannerIndex, question: ChosenQuestion, effort: Effort) {
  const { sent, planRequest, stock, plan } = question;
  const own = findPlan(index, planRequest, stock, plan, effort);
  if (own !== null) return { given: own, differs: differencesOf(plan, own) };
  const asSent = findPlan(index, sent, stock, plan, effort);
  return asSent === null
    ? null
    : { given: asSent, differs: ["other standards than the shop's", ...differencesOf(plan, asSent)] };
}

/** Returns the chosen plan with the server's own figures, and what the planner says of the choice now. `effort` null: there is no time to plan again. */
export function judgeChosen(
  index: PlannerIndex,
  question: ChosenQuestion,
  effort: Effort | null,
): ChosenAnswer {
  const { ends, tables } = index;
  const { sent, plan } = question;
  const found = effort === null ? null : givenNow(index, question, effort);
  if (found !== null) {
    const { given, differs } = found;
    // Parts, order and price stay as they were chosen; all else is the planner's own.
    const { parts, priceCents } = plan;
    return {
      plan: differs.length === 0 ? given : { ...given, parts, priceCents },
      judged: { current: differs.length === 0, differs },
    };
  }
  const figured = withTableFigures(plan, sent, {
    ends,
    matings: tables.matings,
    joints: tables.joints,
    partOf: (sku) => tables.parts.find((part) => part.sku === sku),
  });
  if ("impossible" in figured) return { impossible: figured.impossible.message };
  const gone = plan.parts.filter(({ sku }) => !tables.parts.some((part) => part.sku === sku));
  const differs =
    effort === null
      ? ["not compared: there was no time to plan again"]
      : gone.length > 0
        ? gone.map(({ name }) => `${name} is no longer in the catalogue`)
        : ["the planner gives other parts for this survey now"];
  return { plan: withCaution(figured.plan), judged: { current: false, differs: differs.slice(0, 40) } };
}

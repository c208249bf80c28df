/** Plans for the Hookup page and for requests from outside, as this shop builds: worked out once for each job and catalogue. */
import { LRUCache } from "lru-cache";
import { type KnownParts, withKnownParts } from "../../compute/compute.ts";
import type { PlanOptions } from "../../compute/plan-options.ts";
import type { TimedOutcome } from "../../compute/tasks.ts";
import type { PlanOutcome, PlanRequest } from "../../core/plan/index.ts";
import { planRequestOf, type Survey } from "../../core/survey/index.ts";
import type { Context } from "../context.ts";
import { surveyOfRequest } from "../schedule/requested-connection.ts";
import { shopParts, shopStandards } from "../shop/shop.ts";
import { truckStock } from "../shop/truck.ts";
import { currentLibrary } from "../step/step-library.ts";
import { figuresFor } from "../visit/connection-page.ts";
import { underStandards } from "./under-standards.ts";

/** Answers held in memory at most, for one state of the catalogue. */
const MOST_HELD = 200;
const heldFor = new WeakMap<KnownParts, LRUCache<string, PlanOptions>>();

function heldAnswers(parts: KnownParts): LRUCache<string, PlanOptions> {
  const held = heldFor.get(parts) ?? new LRUCache<string, PlanOptions>({ max: MOST_HELD });
  heldFor.set(parts, held);
  return held;
}

/** Everything an answer depends on beside the catalogue: the job, and what of it is on the truck. */
const keyOf = ({ stock, ...job }: PlanRequest) => JSON.stringify([job, stock && [...stock]]);

async function ways(context: Context, planRequest: PlanRequest, signal?: AbortSignal): Promise<PlanOptions> {
  const parts = await shopParts(context);
  const held = heldAnswers(parts);
  const key = keyOf(planRequest);
  const known = held.get(key);
  if (known !== undefined) return known;
  const options = await withKnownParts(parts, (catalogue) =>
    context.compute.run("ways", { catalogue, ask: planRequest }, signal),
  );
  // What a busy machine did not finish is asked again.
  if (options.complete) held.set(key, options);
  return options;
}

/** Plans for a survey as this shop builds. Errors: ComputeRefusal. */
export async function planOptionsFor(
  context: Context,
  survey: Survey,
  signal?: AbortSignal,
): Promise<PlanOptions> {
  const [rules, stock] = await Promise.all([shopStandards(context), truckStock(context)]);
  return ways(context, underStandards(planRequestOf(survey, stock), rules), signal);
}

/** Plans for a request from outside: the shop's catalogue, its rules where the request sets none. Errors: ComputeRefusal. */
export async function planForShop(
  context: Context,
  planRequest: PlanRequest,
  signal?: AbortSignal,
): Promise<PlanOutcome> {
  const [parts, rules] = await Promise.all([shopParts(context), shopStandards(context)]);
  return withKnownParts(parts, (catalogue) =>
    context.compute.run("plan", { catalogue, ask: underStandards(planRequest, rules) }, signal),
  );
}

/** As `planForShop`, each plan with the minutes its run sheet takes by the shop's procedures. Errors: ComputeRefusal. */
export async function timedPlansForShop(
  context: Context,
  planRequest: PlanRequest,
  signal?: AbortSignal,
): Promise<TimedOutcome> {
  const [parts, rules, { steps }] = await Promise.all([
    shopParts(context),
    shopStandards(context),
    currentLibrary(context.sql, context.tables),
  ]);
  const request = underStandards(planRequest, rules);
  const survey = surveyOfRequest(context.tables, request);
  return withKnownParts(parts, (catalogue) =>
    context.compute.run("timedPlans", { catalogue, ask: { request, survey, steps } }, signal),
  );
}

/** Returns everything the Hookup page shows of a request a person is trying out. Errors: ComputeRefusal. */
export async function tryRequest(context: Context, planRequest: PlanRequest, signal?: AbortSignal) {
  const [rules, stock] = await Promise.all([shopStandards(context), truckStock(context)]);
  const options = await ways(context, underStandards({ ...planRequest, stock }, rules), signal);
  return { ...options, ends: figuresFor(context, options.codes) };
}

/** The planner: what goes between two ends. Search, then say what was found, what was refused and what is left to watch. */
import { isFactoryHose } from "../end/index.ts";
import type { PartFunction } from "../part/index.ts";
import type { Alternative, FixtureFacts, Plan, PlanOutcome, PlanRequest } from "../plan/index.ts";
import { completeStandards, type Standards } from "../plan/index.ts";
import { advice, warningsFor, whyFor } from "./advice.ts";
import { type Approach, approachesOf, hiddenRule, startsAtPipe, stopNeeded } from "./approach.ts";
import { assemble } from "./assemble.ts";
import type { Candidate, SearchSetup } from "./candidate.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { headLossOf } from "./head-loss.ts";
import { admittedBy, type PartFilter, partFiltersFor } from "./part-filter.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { refusalsFor } from "./refusals.ts";
import { searchChains } from "./search.ts";
import { type Chain, jointsOf, type SearchTask } from "./search-task.ts";
import { alternativesFor, applySwaps } from "./swap.ts";

/** Longest chain that is looked at, parts. No job has been seen to need more than four; two spare. */
export const MAX_PARTS = 6;

function noPlans(
  index: PlannerIndex,
  ...codes: readonly (readonly [code: string, about?: string])[]
): SwappableOutcome {
  const refused = codes.map(([code, about]) => advice(index, code, about));
  return { plans: [], refused, complete: true, swapChoices: new Map() };
}

function factsOf(index: PlannerIndex, request: PlanRequest): FixtureFacts {
  const facts = index.tables.fixtures.find((each) => each.fixture === request.inlet.fixture);
  if (!facts) throw new RangeError(`no fixture ${request.inlet.fixture} in the table of fixtures`);
  return facts;
}

/** Needs asked for, the stop where there is none, and the arrestor where the shop has set that rule itself and the inlet closes fast. */
function needsOf(request: PlanRequest, facts: FixtureFacts): readonly PartFunction[] {
  const ruled: readonly PartFunction[] =
    request.houseRules.hammer === "arrestor" && facts.solenoid ? ["arrestor"] : [];
  return [...new Set([...stopNeeded(request), ...request.needs, ...ruled])];
}

function isAsGood(one: Candidate, other: Candidate): boolean {
  return (
    jointsOf(one.chain.links) <= jointsOf(other.chain.links) &&
    one.chain.bill.priceCents <= other.chain.bill.priceCents &&
    one.chain.bill.missing.size <= other.chain.bill.missing.size
  );
}

/** Only what no other way, however it was taken up, matches or beats; of equals the first. */
function undominated(candidates: readonly Candidate[]): readonly Candidate[] {
  return candidates.filter(
    (one, at) =>
      !candidates.some(
        (other, place) => other !== one && isAsGood(other, one) && (place < at || !isAsGood(one, other)),
      ),
  );
}

function searchAll({ approaches, taskFor }: SearchSetup, index: PlannerIndex, admits: SearchTask["admits"]) {
  const outcomes = approaches.map((approach) => ({
    approach,
    ...searchChains(index, taskFor(approach, admits)),
  }));
  return {
    found: undominated(
      outcomes.flatMap(({ approach, chains }) => chains.map((chain) => ({ approach, chain }))),
    ),
    complete: outcomes.every(({ complete }) => complete),
    stopped: outcomes.some(({ stopped }) => stopped),
  };
}

/** The search under every admission; when a practice leaves nothing, the search with that practice given way. */
function searchWithSchools(index: PlannerIndex, tasks: SearchSetup, admissions: readonly PartFilter[]) {
  const admits = admittedBy(admissions);
  const strict = searchAll(tasks, index, admits);
  const firm = admissions.filter((admission) => !admission.isSoft);
  if (strict.found.length > 0 || firm.length === admissions.length) return { ...strict, relaxed: [], admits };
  const wider = searchAll(tasks, index, admittedBy(firm));
  if (wider.found.length === 0) return { ...strict, relaxed: [], admits };
  const relaxed: readonly string[] = admissions
    .filter((admission) => admission.isSoft)
    .map((admission) => admission.code);
  return { ...wider, relaxed, admits: admittedBy(firm) };
}

/** Everything on the truck first, then the fewest joints, then the price. */
function byPreference({ chain: a }: Candidate, { chain: b }: Candidate): number {
  return (
    Number(a.bill.missing.size > 0) - Number(b.bill.missing.size > 0) ||
    jointsOf(a.links) - jointsOf(b.links) ||
    a.bill.priceCents - b.bill.priceCents ||
    a.bill.missing.size - b.bill.missing.size
  );
}

interface PlanContext {
  readonly index: PlannerIndex;
  readonly request: PlanRequest;
  readonly rules: Standards;
  readonly facts: FixtureFacts;
  readonly relaxed: readonly string[];
}

function planOf({ index, request, rules, facts, relaxed }: PlanContext, candidate: Candidate): Plan {
  const { parts, joints } = assemble(index, request, rules, candidate);
  const { bill } = candidate.chain;
  const missing = [...bill.missing].sort();
  const at = candidate.approach.code === "at-supply" ? "" : `${candidate.approach.code}:`;
  return {
    id: at + (parts.length === 0 ? "direct" : parts.map((part) => part.sku).join("+")),
    parts,
    joints,
    priceCents: bill.priceCents,
    headLossPsi: headLossOf(index, request, facts, candidate.chain),
    inStock: missing.length === 0,
    missing,
    warnings: warningsFor(index, request, facts, candidate, relaxed),
    why: whyFor(index, rules, { parts, joints, facts, relaxed, request }),
  };
}

interface PreparedSearch extends Omit<PlanContext, "relaxed"> {
  readonly admissions: readonly PartFilter[];
  readonly tasks: SearchSetup;
}

function prepare(index: PlannerIndex, request: PlanRequest, effort: Effort): PreparedSearch {
  const facts = factsOf(index, request);
  const rules = completeStandards(request.houseRules);
  const inletEnd = index.ends.get(request.inlet.end);
  const needs = needsOf(request, facts);
  const hidden = hiddenRule(request, rules);
  const taskFor: SearchSetup["taskFor"] = (approach, admits) => ({
    from: approach.from,
    to: approach.to,
    needs,
    lengthIn: approach.takesLine ? request.lengthIn : null,
    admits,
    stock: request.stock,
    maxParts: MAX_PARTS,
    effort,
    kept: approach.kept,
    hidden,
  });
  const approaches = approachesOf(index, request, inletEnd !== undefined && isFactoryHose(inletEnd));
  const admissions = partFiltersFor(request, rules, facts, startsAtPipe(index, request));
  return { index, request, facts, rules, admissions, tasks: { approaches, taskFor } };
}

/** Parts that could stand in the place of each part of a way, by its SKU; parts without a choice are left out. */
function choicesIn(index: PlannerIndex, task: SearchTask, chain: Chain): SwapChoices {
  return new Map(
    chain.links.flatMap(({ passage }, at) => {
      const others = alternativesFor(index, task, chain, at).map(({ part: { sku, name, priceCents } }) => ({
        sku,
        name,
        priceCents,
      }));
      return others.length === 0 ? [] : [[passage.part.sku, others] as const];
    }),
  );
}

export type SwapChoices = ReadonlyMap<string, readonly Alternative[]>;

/** An outcome with what could be swapped in its best plan as the planner chose it, before any swap. */
export interface SwappableOutcome extends PlanOutcome {
  readonly swapChoices: SwapChoices;
}

/**
 * Plans for one connection, Pareto-optimal in (joints, price in cents, missing SKUs), best first. A plan is a chain, or
 * a tree with one fork where a present line or a cut pipe goes on being fed.
 * Units: inches, psi gauge, cents. `effort` bounds the work; where it is used up first, `complete` is false and the
 * refusals say what the search stopped at.
 * Errors: RangeError for a fixture or advice the tables do not hold (a bug in the tables); unknown ends are refused.
 * Source of the joint rules: data/matings.csv and data/joints.csv; of the judgements: data/judgements.csv.
 */
export function planHookup(
  index: PlannerIndex,
  request: PlanRequest,
  effort: Effort = UNBOUNDED,
): PlanOutcome {
  const { swapChoices: _, ...outcome } = planWithChoices(index, request, effort);
  return outcome;
}

/** Returns as planHookup, with the parts that could be swapped in; one search serves both. */
export function planWithChoices(
  index: PlannerIndex,
  request: PlanRequest,
  effort: Effort = UNBOUNDED,
): SwappableOutcome {
  const { supply, inlet } = request;
  const named = [supply.end, inlet.end, ...(supply.keptLine ? [supply.keptLine.inlet] : [])];
  const unknown = named.filter((code) => !index.ends.has(code));
  if (unknown.length > 0) return noPlans(index, ...unknown.map((code) => ["unknown-end", code] as const));

  const prepared = prepare(index, request, effort);
  const { rules, facts, admissions, tasks } = prepared;
  if (tasks.approaches.length === 0) return noPlans(index, ["kept-nut-unknown", supply.end]);
  const {
    found: candidates,
    complete,
    stopped,
    relaxed,
    admits,
  } = searchWithSchools(index, tasks, admissions);
  // A person may swap against a practice, never against a rating.
  const firm = admittedBy(admissions.filter((admission) => !admission.isSoft));
  const swapTask = (approach: Approach) => ({ ...tasks.taskFor(approach, admits), admits: firm });
  const chosen = [...candidates].sort(byPreference)[0];
  const swapped = candidates.map(({ approach, chain }) => ({
    approach,
    chain: request.swaps ? applySwaps(index, swapTask(approach), chain, request.swaps) : chain,
  }));
  const ranked = [...swapped].sort(byPreference);
  const job = { index, request, rules, facts, relaxed };
  const refused = refusalsFor({
    index,
    request,
    rules,
    tasks,
    admits,
    admissions: admissions.filter((admission) => !relaxed.includes(admission.code)),
    best: ranked[0]?.chain,
    stopped,
  });
  const bound = stopped ? effort.bound : `${MAX_PARTS} parts`;
  const unfinished = complete ? [] : [advice(index, "bound-reached", bound)];
  return {
    plans: ranked.map((each) => planOf(job, each)),
    refused: ranked.length === 0 ? [...unfinished, ...refused] : [...refused, ...unfinished],
    complete,
    swapChoices: chosen ? choicesIn(index, swapTask(chosen.approach), chosen.chain) : new Map(),
  };
}

/** The planner: what goes between two ends. Search, then say what was found, what was refused and what is left to watch. */
import { isFactoryHose } from "../end/index.ts";
import type { PartFunction } from "../part/index.ts";
import type { Alternative, FixtureFacts, HookupProblem, Plan, PlanOutcome } from "../plan/index.ts";
import { completeHouseRules, type HouseRules } from "../plan/index.ts";
import { finding, warningsFor, whyFor } from "./advice.ts";
import { type Approach, approachesOf, hiddenRule, startsAtPipe, stopNeeded } from "./approach.ts";
import { assemble } from "./assemble.ts";
import type { Found, Tasks } from "./candidate.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { headLossOf } from "./head-loss.ts";
import { type Admission, admissionsFor, admitsUnder } from "./part-filter.ts";
import type { Shop } from "./planner-index.ts";
import { refusalsFor } from "./refusals.ts";
import { searchChains } from "./search.ts";
import { type Chain, jointsOf, type SearchTask } from "./search-task.ts";
import { alternativesFor, applySwaps } from "./swap.ts";

/** Longest chain that is looked at, parts. No job has been seen to need more than four; two spare. */
export const MAX_PARTS = 6;

function nothing(
  shop: Shop,
  ...codes: readonly (readonly [code: string, about?: string])[]
): SwappableOutcome {
  const refused = codes.map(([code, about]) => finding(shop, code, about));
  return { plans: [], refused, complete: true, swapChoices: new Map() };
}

function factsOf(shop: Shop, problem: HookupProblem): FixtureFacts {
  const facts = shop.tables.fixtures.find((each) => each.fixture === problem.inlet.fixture);
  if (!facts) throw new RangeError(`no fixture ${problem.inlet.fixture} in the table of fixtures`);
  return facts;
}

/** Needs asked for, the stop where there is none, and the arrestor where the shop has set that rule itself and the inlet closes fast. */
function needsOf(problem: HookupProblem, facts: FixtureFacts): readonly PartFunction[] {
  const ruled: readonly PartFunction[] =
    problem.houseRules.hammer === "arrestor" && facts.solenoid ? ["arrestor"] : [];
  return [...new Set([...stopNeeded(problem), ...problem.needs, ...ruled])];
}

function isAsGood(one: Found, other: Found): boolean {
  return (
    jointsOf(one.chain.links) <= jointsOf(other.chain.links) &&
    one.chain.bill.priceCents <= other.chain.bill.priceCents &&
    one.chain.bill.missing.size <= other.chain.bill.missing.size
  );
}

/** Only what no other way, however it was taken up, matches or beats; of equals the first. */
function undominated(found: readonly Found[]): readonly Found[] {
  return found.filter(
    (one, at) =>
      !found.some(
        (other, place) => other !== one && isAsGood(other, one) && (place < at || !isAsGood(one, other)),
      ),
  );
}

function searchAll({ approaches, taskFor }: Tasks, shop: Shop, admits: SearchTask["admits"]) {
  const outcomes = approaches.map((approach) => ({
    approach,
    ...searchChains(shop, taskFor(approach, admits)),
  }));
  return {
    found: undominated(
      outcomes.flatMap(({ approach, chains }) => chains.map((chain) => ({ approach, chain }))),
    ),
    complete: outcomes.every(({ complete }) => complete),
    stopped: outcomes.some(({ stopped }) => stopped),
  };
}

/** The search under every admission; when a school leaves nothing, the search with that school given way. */
function searchWithSchools(shop: Shop, tasks: Tasks, admissions: readonly Admission[]) {
  const admits = admitsUnder(admissions);
  const strict = searchAll(tasks, shop, admits);
  const firm = admissions.filter((admission) => !admission.givesWay);
  if (strict.found.length > 0 || firm.length === admissions.length) return { ...strict, relaxed: [], admits };
  const wider = searchAll(tasks, shop, admitsUnder(firm));
  if (wider.found.length === 0) return { ...strict, relaxed: [], admits };
  const relaxed: readonly string[] = admissions
    .filter((admission) => admission.givesWay)
    .map((admission) => admission.code);
  return { ...wider, relaxed, admits: admitsUnder(firm) };
}

/** Everything on the truck first, then the fewest joints, then the price. */
function byPreference({ chain: a }: Found, { chain: b }: Found): number {
  return (
    Number(a.bill.missing.size > 0) - Number(b.bill.missing.size > 0) ||
    jointsOf(a.links) - jointsOf(b.links) ||
    a.bill.priceCents - b.bill.priceCents ||
    a.bill.missing.size - b.bill.missing.size
  );
}

interface Job {
  readonly shop: Shop;
  readonly problem: HookupProblem;
  readonly rules: HouseRules;
  readonly facts: FixtureFacts;
  readonly relaxed: readonly string[];
}

function planFrom({ shop, problem, rules, facts, relaxed }: Job, found: Found): Plan {
  const { parts, joints } = assemble(shop, problem, rules, found);
  const { bill } = found.chain;
  const missing = [...bill.missing].sort();
  const at = found.approach.code === "at-supply" ? "" : `${found.approach.code}:`;
  return {
    id: at + (parts.length === 0 ? "direct" : parts.map((part) => part.sku).join("+")),
    parts,
    joints,
    priceCents: bill.priceCents,
    headLossPsi: headLossOf(shop, problem, facts, found.chain),
    inStock: missing.length === 0,
    missing,
    warnings: warningsFor(shop, problem, facts, found, relaxed),
    why: whyFor(shop, rules, { parts, joints, facts, relaxed, problem }),
  };
}

interface Prepared extends Omit<Job, "relaxed"> {
  readonly admissions: readonly Admission[];
  readonly tasks: Tasks;
}

function prepare(shop: Shop, problem: HookupProblem, effort: Effort): Prepared {
  const facts = factsOf(shop, problem);
  const rules = completeHouseRules(problem.houseRules);
  const inletEnd = shop.ends.get(problem.inlet.end);
  const needs = needsOf(problem, facts);
  const hidden = hiddenRule(problem, rules);
  const taskFor: Tasks["taskFor"] = (approach, admits) => ({
    from: approach.from,
    to: approach.to,
    needs,
    lengthIn: approach.takesLine ? problem.lengthIn : null,
    admits,
    stock: problem.stock,
    maxParts: MAX_PARTS,
    effort,
    kept: approach.kept,
    hidden,
  });
  const approaches = approachesOf(shop, problem, inletEnd !== undefined && isFactoryHose(inletEnd));
  const admissions = admissionsFor(problem, rules, facts, startsAtPipe(shop, problem));
  return { shop, problem, facts, rules, admissions, tasks: { approaches, taskFor } };
}

/** Parts that could stand in the place of each part of a way, by its SKU; parts without a choice are left out. */
function choicesIn(shop: Shop, task: SearchTask, chain: Chain): SwapChoices {
  return new Map(
    chain.links.flatMap(({ passage }, at) => {
      const others = alternativesFor(shop, task, chain, at).map(({ part: { sku, name, priceCents } }) => ({
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
 * Errors: RangeError for a fixture or judgement the tables do not hold (a bug in the tables); unknown ends are refused.
 * Source of the joint rules: data/matings.csv and data/joints.csv; of the judgements: data/judgements.csv.
 */
export function planHookup(shop: Shop, problem: HookupProblem, effort: Effort = UNBOUNDED): PlanOutcome {
  const { swapChoices: _, ...outcome } = planWithChoices(shop, problem, effort);
  return outcome;
}

/** As planHookup, with the parts that could be swapped in; one search serves both. */
export function planWithChoices(
  shop: Shop,
  problem: HookupProblem,
  effort: Effort = UNBOUNDED,
): SwappableOutcome {
  const { supply, inlet } = problem;
  const named = [supply.end, inlet.end, ...(supply.keptLine ? [supply.keptLine.inlet] : [])];
  const unknown = named.filter((code) => !shop.ends.has(code));
  if (unknown.length > 0) return nothing(shop, ...unknown.map((code) => ["unknown-end", code] as const));

  const prepared = prepare(shop, problem, effort);
  const { rules, facts, admissions, tasks } = prepared;
  if (tasks.approaches.length === 0) return nothing(shop, ["kept-nut-unknown", supply.end]);
  const { found, complete, stopped, relaxed, admits } = searchWithSchools(shop, tasks, admissions);
  // A person may swap against a school, never against a rating.
  const firm = admitsUnder(admissions.filter((admission) => !admission.givesWay));
  const swapTask = (approach: Approach) => ({ ...tasks.taskFor(approach, admits), admits: firm });
  const chosen = [...found].sort(byPreference)[0];
  const swapped = found.map(({ approach, chain }) => ({
    approach,
    chain: problem.swaps ? applySwaps(shop, swapTask(approach), chain, problem.swaps) : chain,
  }));
  const ranked = [...swapped].sort(byPreference);
  const job = { shop, problem, rules, facts, relaxed };
  const refused = refusalsFor({
    shop,
    problem,
    rules,
    tasks,
    admits,
    admissions: admissions.filter((admission) => !relaxed.includes(admission.code)),
    best: ranked[0]?.chain,
    stopped,
  });
  const bound = stopped ? effort.bound : `${MAX_PARTS} parts`;
  const unfinished = complete ? [] : [finding(shop, "bound-reached", bound)];
  return {
    plans: ranked.map((each) => planFrom(job, each)),
    refused: ranked.length === 0 ? [...unfinished, ...refused] : [...refused, ...unfinished],
    complete,
    swapChoices: chosen ? choicesIn(shop, swapTask(chosen.approach), chosen.chain) : new Map(),
  };
}

/** The planner: what goes between two ends. Search, then say what was found, what was refused and what is left to watch. */
import { isFactoryHose } from "../end/index.ts";
import type { PartFunction } from "../part/index.ts";
import type { Advice, Alternative, FixtureFacts, Plan, PlanOutcome, PlanRequest } from "../plan/index.ts";
import { completeStandards, HIGHEST_STATIC_PSI, type PracticeKey, type Standards } from "../plan/index.ts";
import { advice, warningsFor, whyFor } from "./advice.ts";
import { type Approach, approachesOf, hiddenRule, startsAtPipe, stopNeeded } from "./approach.ts";
import { assemble } from "./assemble.ts";
import type { Candidate, SearchSetup } from "./candidate.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { admittedBy, partFiltersFor, wantsArrestor } from "./part-filter.ts";
import { planFlow, starvedInWords, waterBudget } from "./plan-flow.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { faultsByPart, preferencesAgainst } from "./preference.ts";
import { refusalsFor } from "./refusals.ts";
import { byPreference, distinct, type SearchJob, searchWithSchools } from "./search-job.ts";
import type { Chain, SearchTask } from "./search-task.ts";
import { alternativesFor, applySwaps } from "./swap.ts";

/** Longest chain that is looked at, parts. No job has been seen to need more than four; two spare. */
export const MAX_PARTS = 6;

/** That the static pressure is too high, before anything else is said. */
function pressureFirst(index: PlannerIndex, { supply: { staticPsi } }: PlanRequest): readonly Advice[] {
  return staticPsi > HIGHEST_STATIC_PSI ? [advice(index, "pressure-too-high", `${staticPsi} psi`)] : [];
}

function noPlans(
  index: PlannerIndex,
  request: PlanRequest,
  ...codes: readonly (readonly [code: string, about?: string])[]
): SwappableOutcome {
  const refused = [
    ...pressureFirst(index, request),
    ...codes.map(([code, about]) => advice(index, code, about)),
  ];
  return { plans: [], refused, complete: true, swapChoices: new Map() };
}

function factsOf(index: PlannerIndex, request: PlanRequest): FixtureFacts {
  const facts = index.tables.fixtures.find((each) => each.fixture === request.inlet.fixture);
  if (!facts) throw new RangeError(`no fixture ${request.inlet.fixture} in the table of fixtures`);
  return facts;
}

/** Needs asked for, the stop where there is none, and the arrestor where the shop has set that rule itself and the inlet closes fast. */
function needsOf(request: PlanRequest, facts: FixtureFacts): readonly PartFunction[] {
  const ruled: readonly PartFunction[] = wantsArrestor(request, facts) ? ["arrestor"] : [];
  return [...new Set([...stopNeeded(request), ...request.needs, ...ruled])];
}

interface PlanContext {
  readonly index: PlannerIndex;
  readonly request: PlanRequest;
  readonly rules: Standards;
  readonly facts: FixtureFacts;
  /** Standards that gave way. */
  readonly relaxed: readonly PracticeKey[];
}

function planOf({ index, request, rules, facts, relaxed }: PlanContext, candidate: Candidate): Plan {
  const { parts, joints } = assemble(index, request, rules, candidate);
  const { bill } = candidate.chain;
  const missing = [...bill.missing].sort();
  const flow = planFlow(
    index,
    request,
    facts,
    candidate.chain.links.map(({ passage }) => passage),
  );
  const unusual = candidate.chain.links.flatMap(({ passage: { part } }) =>
    preferencesAgainst(index.tables.preferences, request, part).map(
      ({ reason }) => `Not the usual kind here: ${part.name}, because ${reason}.`,
    ),
  );
  const at = candidate.approach.code === "at-supply" ? "" : `${candidate.approach.code}:`;
  return {
    id: at + (parts.length === 0 ? "direct" : parts.map((part) => part.sku).join("+")),
    parts,
    joints,
    priceCents: bill.priceCents,
    kindFaults: candidate.chain.faults,
    ...(unusual.length === 0 ? {} : { unusual }),
    ...(relaxed.length === 0 ? {} : { gaveWay: relaxed }),
    flow,
    inStock: missing.length === 0,
    missing,
    warnings: warningsFor(index, request, facts, candidate, relaxed, flow.residualPsi),
    why: whyFor(index, rules, { parts, joints, facts, relaxed, request, flow }),
  };
}

interface PreparedSearch extends SearchJob, Omit<PlanContext, "relaxed"> {}

function prepare(index: PlannerIndex, request: PlanRequest, effort: Effort): PreparedSearch {
  const facts = factsOf(index, request);
  const rules = completeStandards(request.houseRules);
  const inletEnd = index.ends.get(request.inlet.end);
  const needs = needsOf(request, facts);
  const hidden = hiddenRule(request, rules);
  const faultsOf = faultsByPart(index.tables.preferences, request);
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
    shared: needs.filter((need) => need !== "shut-off" && request.for?.[need] === "both"),
    arrestorAt: request.arrestorAt ?? rules.arrestorPlace,
    faultsOf,
    water: null,
    hidden,
  });
  const approaches = approachesOf(index, request, inletEnd !== undefined && isFactoryHose(inletEnd));
  const admissions = partFiltersFor(
    request,
    rules,
    facts,
    startsAtPipe(index, request),
    index.ends.get(request.supply.end)?.material ?? null,
  );
  const water = waterBudget(index, request, facts);
  return { index, request, facts, rules, admissions, tasks: { approaches, taskFor }, water };
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
 * Plans for one connection, Pareto-optimal in (faults of kind, joints, price in cents, missing SKUs), best first. A plan is a chain, or
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
  if (unknown.length > 0)
    return noPlans(index, request, ...unknown.map((code) => ["unknown-end", code] as const));

  const prepared = prepare(index, request, effort);
  const { rules, facts, admissions, water } = prepared;
  if (prepared.tasks.approaches.length === 0)
    return noPlans(index, request, ["kept-nut-unknown", supply.end]);
  const {
    found: candidates,
    complete,
    stopped,
    relaxed,
    admits,
    tasks,
    starved,
  } = searchWithSchools(prepared);
  // A person may swap against a practice, never against a rating.
  const firm = admittedBy(admissions.filter((admission) => !admission.isSoft));
  const swapTask = (approach: Approach) => ({ ...tasks.taskFor(approach, admits), admits: firm });
  const found = [...candidates].sort(byPreference(prepared));
  const [chosen] = found;
  const { swaps } = request;
  // What a person swaps in keeps the plan's place, whatever kind it is.
  const ranked =
    swaps === undefined
      ? found
      : distinct(
          found.map(({ approach, chain }) => ({
            approach,
            chain: applySwaps(index, swapTask(approach), chain, swaps),
          })),
        );
  const gaveWay = relaxed.flatMap(({ rule }) => rule ?? []);
  const job = { index, request, rules, facts, relaxed: gaveWay };
  const refused = refusalsFor({
    index,
    request,
    rules,
    tasks,
    admits,
    admissions: admissions.filter((admission) => !relaxed.includes(admission)),
    best: ranked[0]?.chain,
    starved: starved && advice(index, "starved", starvedInWords(water, starved.chain, facts, request)),
    stopped,
  });
  const bound = stopped ? effort.bound : `${MAX_PARTS} parts`;
  const unfinished = complete ? [] : [advice(index, "bound-reached", bound)];
  return {
    plans: ranked.map((each) => planOf(job, each)),
    refused: [
      ...pressureFirst(index, request),
      ...(ranked.length === 0 ? [...unfinished, ...refused] : [...refused, ...unfinished]),
    ],
    complete,
    swapChoices: chosen ? choicesIn(index, swapTask(chosen.approach), chosen.chain) : new Map(),
  };
}

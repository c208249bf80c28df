/** The planner: what goes between two ends. Search, then say what was found, what was refused and what is left to watch. */
import { judgePlan, type PlanFault } from "../judge/index.ts";
import {
  type Advice,
  type Alternative,
  HIGHEST_STATIC_PSI,
  type LineFound,
  type Need,
  type Plan,
  type PlanOutcome,
  type PlanRequest,
} from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import { formatInches } from "../units/index.ts";
import { advice, OLD_LINE_YEARS, warningsFor, whyFor } from "./advice.ts";
import { asksForAirChamber, hasAirChamber, withAirChamber } from "./air-chamber.ts";
import type { Approach } from "./approach.ts";
import { assemble } from "./assemble.ts";
import { billWith } from "./bill.ts";
import type { Candidate } from "./candidate.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { unknownEnds } from "./job.ts";
import { outfitFor } from "./outfit.ts";
import type { PartFilter, PartRules } from "./part-rules.ts";
import { planBang } from "./plan-bang.ts";
import { planFlow, starvedInWords } from "./plan-flow.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { preferencesAgainst } from "./preference.ts";
import { MAX_PARTS, type PlanContext, prepare, suppliesOf } from "./prepare.ts";
import { jointRefusals, refusalsFor } from "./refusals.ts";
import { byPreference, distinct, searchWithSchools } from "./search-job.ts";
import type { Chain, SearchTask } from "./search-task.ts";
import { supplyFault } from "./supply-fault.ts";
import { alternativesFor, applySwaps } from "./swap.ts";

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

function planOf(job: PlanContext, candidate: Candidate): Plan {
  const { index, request, rules, facts, relaxed, outlet, isStrained, keptFit, place, knownBangs } = job;
  const { parts, joints, fresh, makeUpOrder, cutOutIn } = assemble(job, candidate);
  // Cement is nobody's standard and stays the usual way on CPVC.
  const isCemented = joints.some(({ type }) => type === "solvent") && !relaxed.includes("pipeJoint");
  const lacksChamber = asksForAirChamber(job, candidate) && !hasAirChamber(candidate);
  const gaveWay = [
    ...relaxed,
    ...(lacksChamber ? ["hammer" as const] : []),
    ...(isCemented ? ["pipeJoint" as const] : []),
  ];
  const bill = fresh.reduce((sum, part) => billWith(sum, part, 1, suppliesOf(request)), candidate.chain.bill);
  const missing = [...bill.missing].filter((sku) => sku !== candidate.approach.keptLine?.sku).sort();
  const flow = planFlow(index, request, facts, candidate.chain.links);
  const bang = planBang(index, request, facts, { parts, joints }, knownBangs);
  const unusual = candidate.chain.links.flatMap(({ passage: { part } }) =>
    preferencesAgainst(index.tables.preferences, place, part).map(
      ({ reason }) => `Not the usual kind here: ${part.name}, because ${reason}.`,
    ),
  );
  const at = candidate.approach.code === "at-supply" ? "" : `${candidate.approach.code}:`;
  return {
    id: at + (parts.length === 0 ? "direct" : parts.map((part) => part.sku).join("+")),
    parts,
    joints,
    priceCents: bill.priceCents,
    makeUpOrder,
    ...outfitFor(index.tables.tools, joints),
    ...(cutOutIn === undefined ? {} : { cutOutIn }),
    kindFaults: candidate.chain.faults,
    ...(unusual.length === 0 ? {} : { unusual }),
    gaveWay,
    flow,
    ...(bang === null ? {} : { bang }),
    inStock: missing.length === 0,
    missing,
    warnings: warningsFor(index, request, facts, candidate, {
      relaxed: gaveWay,
      isStrained,
      residualPsi: flow.residualPsi,
      bang,
      outlet,
      keptFit: keptFit(candidate),
    }),
    why: whyFor(index, rules, { parts, joints, facts, relaxed: gaveWay, request, flow, bang }),
  };
}

/** True where a line that stays is not what the standard keeps: new every time, or recent ones only. */
const isPastReuse = ({ ageYears = 0 }: LineFound, { reuseLine }: Standards): boolean =>
  reuseLine === "never" || ageYears > OLD_LINE_YEARS;

/** Rules that leave out every part which answers a need. */
function rulesAgainst({ tables }: PlannerIndex, { rules }: PartRules, need: Need): readonly PartFilter[] {
  const answers = tables.parts.filter(({ functions }) => functions.includes(need));
  return rules.filter(({ excludes }) => answers.length > 0 && answers.every(excludes));
}

/** That needs stand in the way, with the rules that rule them out: those that no plan meets alone; all of them where only together they cannot be met. */
function needsUnmet(
  index: PlannerIndex,
  request: PlanRequest,
  effort: Effort,
  {
    isFound,
    isWhole,
    partRules,
  }: { readonly isFound: boolean; readonly isWhole: boolean; readonly partRules: PartRules },
): readonly Advice[] {
  const { needs } = request;
  if (isFound || !isWhole || needs.length === 0) return [];
  const hasPlan = (some: readonly Need[]) =>
    planWithChoices(index, { ...request, needs: some }, effort).plans.length > 0;
  if (!hasPlan([])) return [];
  const alone = needs.length === 1 ? needs : needs.filter((need) => !hasPlan([need]));
  const unmet = alone.length === 0 ? needs : alone;
  const ruledOut = unmet.flatMap((need) =>
    rulesAgainst(index, partRules, need).map(({ code }) => advice(index, code, need.replaceAll("-", " "))),
  );
  return [advice(index, "needs-unmet", unmet.join(", ").replaceAll("-", " ")), ...ruledOut];
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
  /** What the judge found in ways that are not shown, each a fault of the search; absent: nothing. */
  readonly faults?: readonly PlanFault[];
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

/** Tube that goes on feeding something is cut as pipe is: its other half is fed on. */
function asCut(request: PlanRequest): PlanRequest {
  const { supply } = request;
  return supply.kind === "tube" && supply.keepsExistingLine
    ? { ...request, supply: { ...supply, kind: "pipe", keepsExistingLine: false } }
    : request;
}

/** Returns as planHookup, with the parts that could be swapped in; one search serves both. */
export function planWithChoices(
  catalogue: PlannerIndex,
  asked: PlanRequest,
  effort: Effort = UNBOUNDED,
): SwappableOutcome {
  const request = asCut(asked);
  const { supply, line, lengthIn } = request;
  const unknown = unknownEnds(catalogue.ends, request);
  if (unknown.length > 0)
    return noPlans(catalogue, request, ...unknown.map((code) => ["unknown-end", code] as const));
  if (line?.by === "kept" && line.lengthIn !== undefined && line.lengthIn < lengthIn.min)
    return noPlans(catalogue, request, [
      "kept-line-short",
      `${formatInches(line.lengthIn)} in where ${formatInches(lengthIn.min)} are needed`,
    ]);

  const atSupply = supplyFault(catalogue, request);
  if (atSupply !== null) return noPlans(catalogue, request, atSupply);

  const prepared = prepare(catalogue, request, effort);
  const { index, rules, facts, partRules, water, outlet, keptFit, place } = prepared;
  if (water.mostPsi < 0)
    return noPlans(index, request, ["starved", starvedInWords(index, water, { links: [] }, facts, request)]);
  if (prepared.tasks.approaches.length === 0)
    return noPlans(index, request, [
      line?.by === "kept" ? "kept-line-unknown" : "kept-nut-unknown",
      supply.end,
    ]);
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
  const firm = partRules.by(partRules.rules.filter(({ isSoft }) => !isSoft));
  const swapTask = (approach: Approach) => tasks.taskFor(approach, firm);
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
  const gaveWay = [
    ...relaxed.flatMap(({ rule }) => rule ?? []),
    ...(line?.by === "kept" && isPastReuse(line, rules) ? ["reuseLine" as const] : []),
  ];
  const isStrained = relaxed.some(({ code }) => code === "line-lies-badly");
  const job: PlanContext = {
    index,
    request,
    rules,
    facts,
    relaxed: gaveWay,
    outlet,
    isStrained,
    keptFit,
    place,
    knownBangs: new Map(),
  };
  const refused = refusalsFor({
    index,
    request,
    rules,
    tasks,
    admits,
    partRules,
    applied: partRules.rules.filter((rule) => !relaxed.includes(rule)),
    best: ranked[0]?.chain,
    starved: starved && advice(index, "starved", starvedInWords(index, water, starved.chain, facts, request)),
    stopped,
  });
  const bound = stopped ? effort.bound : `${MAX_PARTS} parts`;
  const judged = ranked.map((each) => {
    const plan = planOf(job, withAirChamber(job, each, tasks.taskFor, admits));
    return { plan, grave: judgePlan(plan, request, index.tables).filter(({ isGrave }) => isGrave) };
  });
  // A plan that the judge finds grave faults in is never shown: what it names is a fault of the search.
  const plans = judged.flatMap(({ plan, grave }) => (grave.length === 0 ? [plan] : []));
  const faults = judged.flatMap(({ grave }) => grave);
  const unsafe = new Set(faults.map(({ code }) => code));
  const unfinished = complete ? [] : [advice(index, "bound-reached", bound)];
  return {
    plans,
    refused: [
      ...pressureFirst(index, request),
      ...needsUnmet(index, request, effort, { isFound: ranked.length > 0, isWhole: !stopped, partRules }),
      ...(unsafe.size === 0
        ? []
        : [advice(index, "plan-not-safe", [...unsafe].join(", ").replaceAll("-", " "))]),
      ...(ranked.length === 0 ? [...unfinished, ...refused] : [...refused, ...unfinished]),
      ...jointRefusals(index, rules, plans[0]?.joints ?? []),
    ],
    complete,
    ...(faults.length === 0 ? {} : { faults }),
    swapChoices: chosen ? choicesIn(index, swapTask(chosen.approach), chosen.chain) : new Map(),
  };
}

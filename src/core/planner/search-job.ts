/** All searches of one job: every approach, the pressure each way may use, and the fewest standards that give way; then the order. */
import type { PlanRequest } from "../plan/index.ts";
import type { PracticeKey } from "../standard/index.ts";
import type { Candidate, SearchSetup } from "./candidate.ts";
import type { KeptLineRater } from "./kept-line-fit.ts";
import { costOf, isAsGood } from "./pareto.ts";
import type { PartFilter, PartRules } from "./part-rules.ts";
import { chainLossPsi, shortOfPsi } from "./plan-flow.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { capped, waysWithStop } from "./rough-in.ts";
import { searchChains } from "./search.ts";
import { type Chain, piecesOf, type SearchTask, type WaterBudget } from "./search-task.ts";

/** What the searches of one job work with. */
export interface SearchJob {
  readonly index: PlannerIndex;
  readonly request: PlanRequest;
  readonly partRules: PartRules;
  readonly tasks: SearchSetup;
  readonly water: WaterBudget;
  /** How a line that stays lies under a way, where it was measured. */
  readonly keptFit: KeptLineRater;
}

/** Whether a way leaves the line that stays lying badly. */
const strains = ({ keptFit }: Pick<SearchJob, "keptFit">, candidate: Candidate): boolean => {
  const fit = keptFit(candidate);
  return fit !== null && fit.moved !== "good";
};

/** Only what no other way, however it was taken up, matches or beats; of equals the first. */
function undominated(job: SearchJob, candidates: readonly Candidate[]): readonly Candidate[] {
  const beats = (one: Candidate, other: Candidate) =>
    isAsGood(costOf(one.chain), costOf(other.chain)) &&
    Number(strains(job, one)) <= Number(strains(job, other));
  return candidates.filter(
    (one, at) =>
      !candidates.some(
        (other, place) => other !== one && beats(other, one) && (place < at || !beats(one, other)),
      ),
  );
}

interface SearchOutcome {
  readonly found: readonly Candidate[];
  /** Every way was tried. */
  readonly complete: boolean;
  /** The time was over. */
  readonly stopped: boolean;
}

function searchOnce(
  job: SearchJob,
  { approaches, taskFor }: SearchSetup,
  admits: SearchTask["admits"],
): SearchOutcome {
  const { index } = job;
  const allowed = approaches.filter(({ cap }) => cap === undefined || admits(cap));
  const outcomes = allowed.map((approach) => ({
    approach,
    ...searchChains(index, taskFor(approach, admits)),
  }));
  return {
    found: undominated(
      job,
      outcomes.flatMap(({ approach, chains }) => chains.map((chain) => ({ approach, chain }))),
    ),
    complete: outcomes.every(({ complete }) => complete),
    stopped: outcomes.some(({ stopped }) => stopped),
  };
}

interface WateredOutcome extends SearchOutcome {
  readonly tasks: SearchSetup;
  /** The way that came nearest to feeding the fixture and does not; undefined: all that were found feed it. */
  readonly starved: Candidate | undefined;
}

/**
 * The search, and where a way it found starves the fixture the search again with the pressure each way may use. Where
 * none starves the first search has lost nothing, and costs less.
 */
function searchAll(prepared: SearchJob, admits: SearchTask["admits"]): WateredOutcome {
  const { tasks, water } = prepared;
  const first = searchOnce(prepared, tasks, admits);
  const starved = first.found
    .filter(({ chain }) => shortOfPsi(water, chain) > 0)
    .sort((a, b) => shortOfPsi(water, a.chain) - shortOfPsi(water, b.chain))[0];
  if (starved === undefined) return { ...first, tasks, starved };
  const watered: SearchSetup = {
    ...tasks,
    taskFor: (approach, allowed) => tasks.taskFor(approach, allowed, water),
  };
  const second = searchOnce(prepared, watered, admits);
  return { ...second, tasks: watered, starved };
}

/** Returns every choice of at least one of the rules, the fewest first. */
function fewestFirst(soft: readonly PartFilter[]): readonly (readonly PartFilter[])[] {
  return Array.from({ length: 2 ** soft.length - 1 }, (_, at) =>
    soft.filter((_rule, place) => ((at + 1) & (1 << place)) !== 0),
  ).sort((one, other) => one.length - other.length);
}

/** The job without what standards ask of places and stops, where those give way: arrestors anywhere, one stop for two. */
function withoutPlaces(job: SearchJob, relaxed: readonly PartFilter[]): SearchJob {
  const givesWay = (key: PracticeKey) => relaxed.some(({ rule }) => rule === key);
  const [anyPlace, sharedStop] = [givesWay("arrestorPlace"), givesWay("ownStop")];
  if (!anyPlace && !sharedStop) return job;
  const { tasks } = job;
  return {
    ...job,
    tasks: {
      ...tasks,
      taskFor: (...asked) => {
        const task = tasks.taskFor(...asked);
        return {
          ...task,
          arrestorAt: anyPlace ? null : task.arrestorAt,
          needs: sharedStop ? task.needs.filter((need) => need !== "own-stop") : task.needs,
        };
      },
    },
  };
}

/** Where a branch is only made as far as its cap: every way cut off and capped, from where a stop stands already without a search. */
function searchCapped(prepared: SearchJob, admits: SearchTask["admits"]): WateredOutcome {
  const { index, tasks } = prepared;
  // Pipe as far as the fixture is searched with its cap for an end.
  if (tasks.approaches.some(({ cap }) => cap !== undefined)) return searchAll(prepared, admits);
  const standing = waysWithStop(tasks, admits);
  const searched =
    standing.length > 0
      ? { found: standing, complete: true, stopped: false, starved: undefined, tasks }
      : searchAll(prepared, admits);
  const found = searched.found.flatMap((each) => capped(index, each, searched.tasks.taskFor, admits) ?? []);
  return { ...searched, found: distinct(found) };
}

/** What was found, and the standards that gave way for it. */
export interface SearchUnderStandards extends WateredOutcome {
  readonly relaxed: readonly PartFilter[];
  readonly admits: SearchTask["admits"];
}

/** Searches under every rule; when practices leave nothing, the search with the fewest of them given way. */
export function searchWithSchools(prepared: SearchJob): SearchUnderStandards {
  const { partRules, request } = prepared;
  const { rules } = partRules;
  const search = request.phase === "rough-in" ? searchCapped : searchAll;
  const admits = partRules.by(rules);
  const relaxed: readonly PartFilter[] = [];
  const strict = search(prepared, admits);
  if (strict.found.length > 0) return { ...strict, relaxed, admits };
  for (const some of fewestFirst(rules.filter(({ isSoft }) => isSoft))) {
    const allowed = partRules.by(rules.filter((rule) => !some.includes(rule)));
    const wider = search(withoutPlaces(prepared, some), allowed);
    if (wider.found.length > 0) return { ...wider, relaxed: some, admits: allowed };
  }
  return { ...strict, relaxed, admits };
}

/** A plan that takes more than this share of the static pressure is ranked by what it takes. */
const NOTED_LOSS = 0.25;

/** Pressure a way takes, where that is enough to rank by, psi; else 0. */
function notedLossPsi(water: WaterBudget, { supply }: PlanRequest, chain: Chain): number {
  const loss = chainLossPsi(water, chain);
  return loss > NOTED_LOSS * supply.staticPsi ? loss : 0;
}

/** Parts of a way that came with the job. */
function fromBox({ stockInBox = {} }: PlanRequest, { links }: Chain): number {
  const skus = new Set(links.flatMap((link) => [link.passage.part, ...piecesOf(link)]).map(({ sku }) => sku));
  return [...skus].filter((sku) => (stockInBox[sku] ?? 0) > 0).length;
}

/** Returns the order plans are shown in: what came with the job first, the right kinds, then what leaves a line that stays lying well, then what is all on the truck, then the pressure where much of it goes, joints, price. */
export function byPreference(job: Pick<SearchJob, "water" | "request" | "keptFit">) {
  const { water, request } = job;
  return (left: Candidate, right: Candidate): number => {
    const [one, other] = [left.chain, right.chain];
    const [a, b] = [costOf(one), costOf(other)];
    return (
      fromBox(request, other) - fromBox(request, one) ||
      a.faults - b.faults ||
      Number(strains(job, left)) - Number(strains(job, right)) ||
      Number(a.missing > 0) - Number(b.missing > 0) ||
      notedLossPsi(water, request, one) - notedLossPsi(water, request, other) ||
      a.joints - b.joints ||
      a.priceCents - b.priceCents ||
      a.missing - b.missing
    );
  };
}

/** Drops repeats: a swap may make of one way what another is already: of equal ways the first. */
export function distinct(candidates: readonly Candidate[]): readonly Candidate[] {
  const skusOf = ({ approach, chain }: Candidate) =>
    [approach.code, ...chain.links.map(({ passage }) => passage.part.sku)].join("+");
  return candidates.filter(
    (one, at) => candidates.findIndex((other) => skusOf(other) === skusOf(one)) === at,
  );
}

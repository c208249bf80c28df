/** A job made ready for its searches: needs, filters, ways to take it up, the water it may use. */
import { demandOf, type FixtureDemand } from "../demand/index.ts";
import type { Part, PipeDirection } from "../part/index.ts";
import type { FixtureFacts, PlanRequest } from "../plan/index.ts";
import { completeStandards, type PracticeKey, type Standards } from "../standard/index.ts";
import {
  type Approach,
  approachesOf,
  hiddenRule,
  isCloseToPipe,
  isSteel,
  isWholeInWall,
  keptAtSupply,
  kindsAfterStop,
  startsAtPipe,
} from "./approach.ts";
import type { Supplies } from "./bill.ts";
import type { SearchSetup } from "./candidate.ts";
import type { Effort } from "./effort.ts";
import {
  hasOwnHose,
  lengthAdmission,
  lengthOfWay,
  needsOf,
  needsOfWay,
  optionalOf,
  outletBreaker,
} from "./job.ts";
import { keptLineOf, withKeptLine } from "./kept-line.ts";
import { type KeptLineRater, keptLineRater } from "./kept-line-fit.ts";
import { marginsFor } from "./line-fit.ts";
import { linkPool } from "./links.ts";
import { partFiltersFor } from "./part-filter.ts";
import { PartRules } from "./part-rules.ts";
import type { KnownBangs } from "./plan-bang.ts";
import { waterBudget } from "./plan-flow.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { faultsByPart, type PartPlace } from "./preference.ts";
import { isPiped, pipedApproaches, wholeOf } from "./rough-in.ts";
import type { SearchJob } from "./search-job.ts";
import type { LinkPool, SearchTask } from "./search-task.ts";

/** Longest chain that is looked at, parts. No job has been seen to need more than four; two spare. */
export const MAX_PARTS = 6;

function factsOf(index: PlannerIndex, request: PlanRequest): FixtureFacts {
  const facts = index.tables.fixtures.find((each) => each.fixture === request.inlet.fixture);
  if (!facts) throw new RangeError(`no fixture ${request.inlet.fixture} in the table of fixtures`);
  return facts;
}

/** What a plan is written with. */
export interface PlanContext {
  readonly index: PlannerIndex;
  readonly request: PlanRequest;
  readonly rules: Standards;
  readonly facts: FixtureFacts;
  /** Standards that gave way. */
  readonly relaxed: readonly PracticeKey[];
  /** No line that would lie well was found. */
  readonly isStrained: boolean;
  /** What goes on the fixture's hose outlet. */
  readonly outlet: Part | null;
  readonly keptFit: KeptLineRater;
  readonly place: PartPlace;
  readonly knownBangs: KnownBangs;
}

/** Most supplies come out of the wall: what is taken while nobody has looked, with a warning. */
const USUALLY: PipeDirection = "wall";

/** Returns what a job tells of the place a part comes to. */
function placeOf({ ends }: PlannerIndex, demand: FixtureDemand, request: PlanRequest): PartPlace {
  const { supply } = request;
  const end = ends.get(supply.end);
  return {
    looks: supply.looks ?? USUALLY,
    tubeBoreIn: end?.family === "tube" ? end.boreIn : null,
    isCloseToPipe: isCloseToPipe(request, demand),
  };
}

/** What is at hand for a job. */
export function suppliesOf({ stock, stockInBox }: PlanRequest): Supplies {
  return stockInBox === undefined ? { stock } : { stock, inBox: new Map(Object.entries(stockInBox)) };
}

/** A job made ready for its searches. */
export interface PreparedSearch
  extends SearchJob,
    Omit<PlanContext, "relaxed" | "isStrained" | "knownBangs"> {}

/** Returns a job made ready: what every way must do, which parts it may use, what the water may lose. */
export function prepare(catalogue: PlannerIndex, asked: PlanRequest, effort: Effort): PreparedSearch {
  const demand = demandOf(catalogue.tables.demands, asked.inlet.fixture);
  const request = asked.phase === "rough-in" ? wholeOf(asked, demand) : asked;
  const facts = factsOf(catalogue, request);
  const rules = completeStandards(request.houseRules);
  const inletEnd = catalogue.ends.get(request.inlet.end);
  const keptLine = request.line?.by === "kept" ? keptLineOf(catalogue, request) : null;
  const index = keptLine === null ? catalogue : withKeptLine(catalogue, keptLine);
  const needs = needsOf(index, request, facts, rules);
  const outlet = outletBreaker(index, request, facts);
  const optional = optionalOf(request);
  const hidden = hiddenRule(request, rules, demand);
  const place = placeOf(index, demand, request);
  const faultsOf = faultsByPart(index.tables.preferences, place);
  const ownTask = (approach: Approach, admits: SearchTask["admits"]): SearchTask => ({
    from: approach.from,
    to: approach.to,
    needs: needsOfWay(needs, approach),
    // Pipe by the foot before a cap is listed, and paid for, by the length that was asked.
    lengthIn: approach.cap === undefined ? lengthOfWay(approach, request) : asked.lengthIn,
    admits,
    ...suppliesOf(request),
    ...(optional.length === 0 ? {} : { optional }),
    extras: [...(approach.cap ? [approach.cap] : []), ...(outlet === null ? [] : [outlet])],
    maxParts: MAX_PARTS,
    effort,
    kept: approach.kept,
    shared: request.needs.filter((need) => request.for?.[need] === "both"),
    arrestorAt: request.arrestorAt ?? rules.arrestorPlace,
    ...(isSteel(index, request) && approach.kept === null ? { isDielectricFirst: true as const } : {}),
    faultsOf,
    water: null,
    hidden,
    afterStop: kindsAfterStop(demand),
    ...(isWholeInWall(request, demand) ? { isAllHidden: true } : {}),
  });
  const [pools, wateredPools] = [new Map<Approach, LinkPool>(), new Map<Approach, LinkPool>()];
  const taskFor: SearchSetup["taskFor"] = (approach, admits, budget) => {
    const runs = lengthAdmission(approach, request, facts, demand);
    const task = { ...ownTask(approach, admits), water: budget ?? null };
    const both = (part: Part) => runs(part) && admits(part);
    const own = { ...task, admits: Object.assign(both, { active: admits.active ?? 0 }) };
    // A way that ends in a cap is found already: nothing is searched on it.
    if (approach.cap !== undefined && !approach.takesLine) return own;
    const made = budget === undefined ? pools : wateredPools;
    const pool = made.get(approach) ?? linkPool(index, { ...task, admits: runs }, partRules);
    made.set(approach, pool);
    return { ...own, pool };
  };
  const approaches = isPiped(asked, demand)
    ? pipedApproaches(index, request, keptAtSupply(index, request))
    : approachesOf(index, request, hasOwnHose(inletEnd), keptLine);
  const filters = partFiltersFor(
    request,
    rules,
    facts,
    demand,
    startsAtPipe(index, request),
    index.ends.get(request.supply.end),
    needs.includes("own-stop") && !request.needs.includes("own-stop"),
  );
  const partRules = new PartRules(filters);
  const water = waterBudget(index, request, facts);
  const keptFit = keptLineRater(index, request, marginsFor(rules));
  return {
    index,
    request,
    facts,
    rules,
    outlet,
    place,
    partRules,
    tasks: { approaches, taskFor },
    water,
    keptFit,
  };
}

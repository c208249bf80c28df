/** Water through a plan: what is left at the inlet at the fixture's usual flow, and how much could flow. K is known to tens of per cent only. */
import { estimateOf, likelyReach, pipeBefore, volumeGal } from "../branch/index.ts";
import { IN_PER_FT } from "../constants/index.ts";
import { norm, subtract } from "../geometry/index.ts";
import type { FixtureFacts, Plan, PlanRequest } from "../plan/index.ts";
import { elevationPsi, flowAtLoss, lossPsi, type Reach } from "../water/index.ts";
import { lossKindOf, WATER_F } from "./branch.ts";
import type { Passage, PlannerIndex } from "./planner-index.ts";
import type { Chain, Link, WaterBudget } from "./search-task.ts";

type WayThrough = Pick<Link, "passage" | "continues">;
type FlowJob = Pick<PlanRequest, "supply" | "lengthIn">;

/** Length water goes through a part: what it is cut to, or from port to port. */
function lengthIn({ part, into, out }: Passage, { lengthIn: wanted }: FlowJob): number {
  if (part.cutToLength) return (wanted.min + wanted.max) / 2;
  return norm(subtract(out.at, into.at));
}

/** Returns one part as a reach of the branch. Errors: RangeError for a kind or material the tables do not hold (a bug in the tables). */
function reachOf({ tables }: PlannerIndex, job: FlowJob, { passage, continues }: WayThrough): Reach {
  const { part, into, out } = passage;
  const { k, roughnessMm } = estimateOf(tables, lossKindOf(part, into, out), part.material);
  return {
    lengthFt: continues ? 0 : lengthIn(passage, job) / IN_PER_FT,
    boreIn: Math.min(into.boreIn, out.boreIn),
    roughnessMm: roughnessMm.likely,
    k: k.likely,
  };
}

/** Pipe before the supply end, where somebody has measured how far the pressure was read from it. */
function upstreamOf({ tables }: PlannerIndex, { supply }: FlowJob): readonly Reach[] {
  return supply.upstream === undefined ? [] : [likelyReach(pipeBefore(tables, supply.upstream))];
}

/** Pressure for losses and the inlet together: the static pressure less the rise to the supply end. */
function headPsi({ supply }: FlowJob): number {
  return supply.staticPsi - elevationPsi(supply.upstream?.riseFt ?? 0, WATER_F[supply.water]);
}

/** Returns what the parts of a plan may take at the usual flow for the least flowing pressure to be left, psi; below 0: no plan has enough. */
function lossBudgetPsi(index: PlannerIndex, job: FlowJob, { flowGpm, leastPsi }: FixtureFacts): number {
  return headPsi(job) - lossPsi(upstreamOf(index, job), flowGpm, WATER_F[job.supply.water]) - leastPsi;
}

/**
 * Returns what a chain may take of the pressure at the fixture's usual flow, and what each part takes. A branch that ends in
 * a cap feeds nothing yet: its line comes later, of a length nobody knows, so it may take any pressure.
 */
export function waterBudget(
  index: PlannerIndex,
  job: FlowJob & Pick<PlanRequest, "phase">,
  facts: FixtureFacts,
): WaterBudget {
  const whole = new Map<Passage, number>();
  const rests = new Map<Passage, number>();
  return {
    mostPsi: job.phase === "rough-in" ? Number.POSITIVE_INFINITY : lossBudgetPsi(index, job, facts),
    lossOf: (way) => {
      const losses = way.continues ? rests : whole;
      const known = losses.get(way.passage);
      if (known !== undefined) return known;
      const loss = lossPsi([reachOf(index, job, way)], facts.flowGpm, WATER_F[job.supply.water]);
      losses.set(way.passage, loss);
      return loss;
    },
  };
}

/** Returns what the parts of a chain take at the usual flow, psi. */
export function chainLossPsi({ lossOf }: WaterBudget, { links }: Chain): number {
  return links.reduce((sum, link) => sum + lossOf(link), 0);
}

/** Returns what a chain lacks for the least flowing pressure to be left, psi; 0 and less: it has enough. */
export function shortOfPsi(budget: WaterBudget, chain: Chain): number {
  return chainLossPsi(budget, chain) - budget.mostPsi;
}

/** Returns in figures why a chain starves the fixture, and what would pass. */
export function starvedInWords(
  budget: WaterBudget,
  chain: Chain,
  { flowGpm, leastPsi }: FixtureFacts,
  { supply }: FlowJob,
): string {
  const short = shortOfPsi(budget, chain);
  const left = Math.max(0, Math.floor(leastPsi - short));
  const [most] = chain.links
    .map((link) => ({ name: link.passage.part.name, psi: budget.lossOf(link) }))
    .sort((a, b) => b.psi - a.psi);
  const taker = most === undefined ? "" : `; most of it goes in ${most.name} (${tenths(most.psi)} psi)`;
  const passes = `${Math.ceil(supply.staticPsi + short)} psi static or a wider way would do`;
  return `${left} psi at ${flowGpm} gpm where ${leastPsi} psi are needed${taker}; ${passes}`;
}

const tenths = (value: number) => Math.round(value * 10) / 10;

/** Returns the flow figures of a way from supply to inlet, to the tenth. Source: Darcy and Weisbach; K from data/losses.csv. */
export function planFlow(
  index: PlannerIndex,
  job: FlowJob,
  { flowGpm, leastPsi }: FixtureFacts,
  ways: readonly WayThrough[],
): NonNullable<Plan["flow"]> {
  const temperatureF = WATER_F[job.supply.water];
  const parts = ways.map((way) => reachOf(index, job, way));
  const reaches = [...upstreamOf(index, job), ...parts];
  const loss = lossPsi(reaches, flowGpm, temperatureF);
  const most = flowAtLoss(reaches, headPsi(job) - leastPsi, temperatureF);
  return {
    usualGpm: flowGpm,
    leastPsi,
    lossPsi: tenths(loss),
    residualPsi: tenths(headPsi(job) - loss),
    availableGpm: most === null ? null : tenths(most),
    holdsGal: Math.round(volumeGal(parts) * 1000) / 1000,
  };
}

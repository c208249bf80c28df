/** Water through a plan: what is left at the inlet at the fixture's usual flow, and how much could flow. K is known to tens of per cent only. */
import { estimateOf, likelyReach, pipeBefore, volumeGal } from "../branch/index.ts";
import { IN_PER_FT } from "../constants/index.ts";
import { norm, subtract } from "../geometry/index.ts";
import { type FixtureFacts, HIGHEST_STATIC_PSI, type Plan, type PlanRequest } from "../plan/index.ts";
import { elevationPsi, flowAtLoss, lossPsi, type Reach } from "../water/index.ts";
import { lossKindOf, WATER_F } from "./branch.ts";
import { outletReach } from "./outlet-reach.ts";
import type { Passage, PlannerIndex } from "./planner-index.ts";
import type { Chain, Link, WaterBudget } from "./search-task.ts";
import { elementsBefore, type StandingElement } from "./standing-way.ts";

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

/** What stands before the plan's parts: pipe to where the pressure was read, where somebody has measured that, and the stop that is there. */
function upstreamOf(index: PlannerIndex, job: FlowJob): readonly Reach[] {
  const { upstream } = job.supply;
  const pipe = upstream === undefined ? [] : [likelyReach(pipeBefore(index.tables, upstream))];
  return [...pipe, ...outletReach(index, job)];
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
export function chainLossPsi({ lossOf }: WaterBudget, { links }: Pick<Chain, "links">): number {
  return links.reduce((sum, link) => sum + lossOf(link), 0);
}

/** Returns what a chain lacks for the least flowing pressure to be left, psi; 0 and less: it has enough. */
export function shortOfPsi(budget: WaterBudget, chain: Pick<Chain, "links">): number {
  return chainLossPsi(budget, chain) - budget.mostPsi;
}

/** Returns what the stop that is there takes at the fixture's usual flow, psi; 0: the supply is none. */
export function outletLossPsi(index: PlannerIndex, job: FlowJob, { flowGpm }: FixtureFacts): number {
  const outlet = outletReach(index, job);
  return outlet.length === 0 ? 0 : lossPsi(outlet, flowGpm, WATER_F[job.supply.water]);
}

function nameOf(element: StandingElement): string {
  if (element.kind === "pipe") return `the pipe before it, ${element.lengthFt} ft of ${element.boreIn} in`;
  return element.kind === "rise" ? "the rise" : "the stop that is there";
}

/** What stands before the plan's parts, each with what it takes at the usual flow, psi. */
const takersBefore = (index: PlannerIndex, job: FlowJob, facts: FixtureFacts): readonly Taker[] =>
  elementsBefore(index, job, facts).map((element) => ({ name: nameOf(element), psi: element.psi }));

interface Taker {
  readonly name: string;
  readonly psi: number;
}

/** Returns in figures why a chain starves the fixture, what takes most of the pressure, and what would pass: never more static pressure than lines are made for. */
export function starvedInWords(
  index: PlannerIndex,
  budget: WaterBudget,
  chain: Pick<Chain, "links">,
  facts: FixtureFacts,
  job: FlowJob,
): string {
  const { supply } = job;
  const { flowGpm, leastPsi } = facts;
  const short = shortOfPsi(budget, chain);
  const left = Math.max(0, Math.floor(leastPsi - short));
  const before = takersBefore(index, job, facts);
  const own = chain.links.map((link) => ({ name: link.passage.part.name, psi: budget.lossOf(link) }));
  const [most] = [...before, ...own].toSorted((a, b) => b.psi - a.psi);
  const taker =
    most === undefined || most.psi < 1 ? "" : `; most of it goes in ${most.name} (${tenths(most.psi)} psi)`;
  const wanted = Math.ceil(supply.staticPsi + short);
  const ways = [
    ...(wanted <= HIGHEST_STATIC_PSI ? [`${wanted} psi static`] : []),
    ...(supply.treated === undefined ? [] : ["a booster for the treated water, or more air in its tank"]),
    ...(most !== undefined && before.includes(most) && most.psi >= 1
      ? ["wider pipe before it, else a pump"]
      : own.length > 0
        ? ["a wider way"]
        : []),
  ];
  const passes = ways.length === 0 ? "what helps: a pump" : `what helps: ${ways.join("; or ")}`;
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

/** Which connections a truck's stock can make, how much of the demand that covers, and which parts would cover more. */

import type { EndCode } from "../end/index.ts";
import type { Part } from "../part/index.ts";
import type { Plan, PlanRequest, SupplyKind } from "../plan/index.ts";
import {
  buildPlannerIndex,
  type Effort,
  type PlannerIndex,
  planHookup,
  UNBOUNDED,
} from "../planner/index.ts";
import type { Standards } from "../standard/index.ts";
import { ASSUMED_STATIC_PSI, type Preset } from "../survey/index.ts";
import type { Quantities } from "./drawn.ts";

/** A connection that may be asked for, and how often beside the others. */
export interface Demand {
  readonly supply: EndCode;
  readonly inlet: EndCode;
  readonly lengthIn: { readonly min: number; readonly max: number };
  /** Any positive scale. */
  readonly weight: number;
}

export interface ReachCell {
  readonly supply: EndCode;
  readonly inlet: EndCode;
  /** How many such connections the stock makes, one after the other; at most `MOST_MADE`. */
  readonly makes: number;
}

export interface StockAdd {
  readonly sku: string;
  readonly name: string;
  /** Share of the whole demand that is covered besides. Where several parts are wanted together, each has its share by price. */
  readonly gain: number;
  readonly priceCents: number;
}

export interface Reach {
  readonly cells: readonly ReachCell[];
  /** Share of the demand of which the stock makes at least one. */
  readonly coverage: number;
  /** The parts that cover most besides for their price, the best first. */
  readonly adds: readonly StockAdd[];
  /** False where the time was up before every cell was gone through. */
  readonly complete: boolean;
}

/** Counted no further: a truck that makes so many of one kind is well stocked for it. */
const MOST_MADE = 9;
/** Parts told at most. */
const MOST_ADDS = 8;

export interface ReachTools {
  readonly index: PlannerIndex;
  readonly presets: readonly Preset[];
  readonly standards: Partial<Standards>;
}

/** What a supply end is where nobody says: pipe and tube are open ends, a hose thread is a box valve, all else a stop's outlet. */
function kindOf(supply: EndCode): SupplyKind {
  if (supply.startsWith("pipe-")) return "stub";
  if (supply.startsWith("tube-")) return "tube";
  return supply.startsWith("hose-") ? "box-valve" : "stop-outlet";
}

/** Returns the planner's request for a demand: its fixture is that of the preset with these ends, else with this inlet. */
export function requestOf(
  { supply, inlet, lengthIn }: Demand,
  { presets, standards }: Pick<ReachTools, "presets" | "standards">,
  stock: Quantities | null,
): PlanRequest {
  const preset =
    presets.find((each) => each.supplyEnd === supply && each.inletEnd === inlet) ??
    presets.find((each) => each.inletEnd === inlet);
  const kind = presets.find((each) => each.supplyEnd === supply)?.supplyKind ?? kindOf(supply);
  return {
    supply: {
      end: supply,
      kind,
      water: preset?.water ?? "cold",
      staticPsi: ASSUMED_STATIC_PSI,
      isStaticAssumed: true,
      stopHolds: true,
      keepsExistingLine: false,
    },
    inlet: {
      end: inlet,
      fixture: preset?.fixture ?? "lavatory",
      plastic: preset?.inletPlastic ?? false,
    },
    lengthIn,
    needs: [],
    access: "open",
    houseRules: standards,
    stock,
  };
}

/** The planner over what is on the truck alone. */
function indexOver(index: PlannerIndex, stock: Quantities): PlannerIndex {
  return buildPlannerIndex({
    ...index.tables,
    parts: index.tables.parts.filter(({ sku }) => (stock.get(sku) ?? 0) > 0),
  });
}

/** The same planner without a part that has run out, whatever it is used for: a piece of a joint or a cap too. */
function without(index: PlannerIndex, gone: ReadonlySet<string>): PlannerIndex {
  if (gone.size === 0) return index;
  return buildPlannerIndex({
    ...index.tables,
    parts: index.tables.parts.filter(({ sku }) => !gone.has(sku)),
  });
}

/** Quantities a plan takes, by SKU. */
function quantitiesOf({ parts }: Plan): Map<string, number> {
  const sum = new Map<string, number>();
  for (const { sku, quantity } of parts) if (quantity > 0) sum.set(sku, (sum.get(sku) ?? 0) + quantity);
  return sum;
}

/** Times a plan can be made from what is left; infinite where it takes nothing. */
function timesOf(plan: Plan, left: Quantities): number {
  return Math.min(
    Number.POSITIVE_INFINITY,
    ...[...quantitiesOf(plan)].map(([sku, quantity]) => Math.floor((left.get(sku) ?? 0) / quantity)),
  );
}

/**
 * Counts how many connections of one kind a stock makes: the planner's best plan is made as often as its parts last, then the
 * planner is asked again without what has run out. At most `MOST_MADE`. `onTruck`: the planner over what the stock holds.
 */
export function madeOf(
  demand: Demand,
  onTruck: PlannerIndex,
  tools: Pick<ReachTools, "presets" | "standards">,
  stock: Quantities,
  effort: Effort = UNBOUNDED,
): number {
  const left = new Map(stock);
  const gone = new Set<string>();
  let made = 0;
  while (made < MOST_MADE && effort.used() < 1) {
    const { plans } = planHookup(without(onTruck, gone), requestOf(demand, tools, null), effort);
    const [best] = plans;
    if (best === undefined) break;
    const plan = plans.find((each) => timesOf(each, left) >= 1);
    // A plan that wants more of a part than is left: without that part there may be another.
    const used = quantitiesOf(plan ?? best);
    const times = plan === undefined ? 0 : Math.min(MOST_MADE - made, timesOf(plan, left));
    made += times;
    for (const [sku, quantity] of used) {
      const rest = (left.get(sku) ?? 0) - times * quantity;
      left.set(sku, rest);
      if (rest < quantity) gone.add(sku);
    }
    if (used.size === 0) break;
  }
  return made;
}

interface Wanted {
  readonly weight: number;
  /** Each of these sets of parts, added, makes the connection. */
  readonly sets: readonly (readonly string[])[];
}

/** Sets of parts that are missing to one connection, from the plans over the whole catalogue. */
function missingSets(demand: Demand, tools: ReachTools, stock: Quantities, effort: Effort): Wanted["sets"] {
  const { plans } = planHookup(tools.index, requestOf(demand, tools, stock), effort);
  return plans.map((plan) =>
    [...quantitiesOf(plan)].filter(([sku, quantity]) => (stock.get(sku) ?? 0) < quantity).map(([sku]) => sku),
  );
}

/** Chooses parts one set after the other, each time the set that covers most besides for its price. */
function bestAdds(wanted: readonly Wanted[], parts: readonly Part[], whole: number): readonly StockAdd[] {
  const bySku = new Map(parts.map((part) => [part.sku, part]));
  const priceOf = (sku: string) => bySku.get(sku)?.priceCents ?? 0;
  const added = new Set<string>();
  const adds: StockAdd[] = [];
  let open = wanted;
  const isMet = ({ sets }: Wanted, have: ReadonlySet<string>) =>
    sets.some((set) => set.every((sku) => have.has(sku)));
  while (adds.length < MOST_ADDS && open.length > 0) {
    const options = open
      .flatMap(({ sets }) => sets)
      .map((set) => {
        const fresh = set.filter((sku) => !added.has(sku));
        const have = new Set([...added, ...fresh]);
        const gain = open.filter((each) => isMet(each, have)).reduce((sum, { weight }) => sum + weight, 0);
        const cents = fresh.reduce((sum, sku) => sum + priceOf(sku), 0);
        return { fresh, gain, cents, worth: gain / Math.max(1, cents) };
      })
      .filter(({ fresh, gain }) => fresh.length > 0 && gain > 0);
    const best = options.toSorted((a, b) => b.worth - a.worth)[0];
    if (best === undefined) break;
    for (const sku of best.fresh) {
      added.add(sku);
      const share = best.cents === 0 ? 1 / best.fresh.length : priceOf(sku) / best.cents;
      adds.push({
        sku,
        name: bySku.get(sku)?.name ?? sku,
        gain: (best.gain * share) / whole,
        priceCents: priceOf(sku),
      });
    }
    open = open.filter((each) => !isMet(each, added));
  }
  return adds;
}

/**
 * Returns what a truck's stock reaches of a demand. A pair of ends that stands twice is one cell, made for its first length;
 * coverage counts every line of the demand by itself.
 */
export function reachOf(
  demand: readonly Demand[],
  stock: Quantities,
  tools: ReachTools,
  effort: Effort = UNBOUNDED,
): Reach {
  const whole = demand.reduce((sum, { weight }) => sum + weight, 0);
  const cells = new Map<string, ReachCell>();
  const wanted: Wanted[] = [];
  let covered = 0;
  let complete = true;
  const onTruck = indexOver(tools.index, stock);
  for (const each of demand) {
    if (effort.used() >= 1) {
      complete = false;
      break;
    }
    const { supply, inlet, weight } = each;
    const makes = madeOf(each, onTruck, tools, stock, effort);
    const key = `${supply} ${inlet}`;
    if (!cells.has(key)) cells.set(key, { supply, inlet, makes });
    if (makes > 0) covered += weight;
    else if (weight > 0) wanted.push({ weight, sets: missingSets(each, tools, stock, effort) });
  }
  return {
    cells: [...cells.values()],
    coverage: whole === 0 ? 0 : covered / whole,
    adds: whole === 0 ? [] : bestAdds(wanted, tools.index.tables.parts, whole),
    complete: complete && effort.used() < 1,
  };
}

/** Jobs the prior counts as, spread evenly over the presets: a shop's own log outweighs them after some weeks. */
const PRIOR_JOBS = 20;

/**
 * Returns the demand a shop may expect: its own jobs by preset, and a prior of 20 jobs spread evenly over all presets. Presets
 * with the same ends and lengths are one line. Source of the prior: judgement, so that a new shop sees every usual job once.
 */
export function expectedDemand(
  presets: readonly Preset[],
  jobs: ReadonlyMap<string, number>,
): readonly Demand[] {
  const lines = new Map<string, Demand>();
  for (const { id, supplyEnd, inletEnd, lengthIn } of presets) {
    const key = `${supplyEnd} ${inletEnd}`;
    const weight = PRIOR_JOBS / presets.length + (jobs.get(id) ?? 0);
    const before = lines.get(key);
    lines.set(key, {
      supply: supplyEnd,
      inlet: inletEnd,
      lengthIn: before?.lengthIn ?? lengthIn,
      weight: (before?.weight ?? 0) + weight,
    });
  }
  return [...lines.values()];
}

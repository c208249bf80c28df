/**
 * Label-setting search for every part chain between two ends that no other chain beats in joints, price and
 * missing parts at once. A label is a chain so far; of two labels in the same state the worse one is dropped
 * (Martins 1984, multicriteria shortest path), which is exact because every cost only grows along a chain.
 */
import type { EndCode } from "../ends/index.ts";
import { ADAPTER_KINDS, FUNCTION_KINDS, LENGTH_KINDS, type Part } from "../parts/index.ts";
import { type Bill, billWith, EMPTY_BILL, neverWorse, unitsOf } from "./bill.ts";
import type { Need } from "./problem.ts";
import type { Meeting, Passage, Shop } from "./shop.ts";

export interface SearchTask {
  readonly from: EndCode;
  readonly to: EndCode;
  readonly needs: readonly Need[];
  /** Null: the fixture brings its own hose and no line may be added. */
  readonly lengthIn: { readonly min: number; readonly max: number } | null;
  /** Parts that may be used at all; pieces included. */
  readonly admits: (part: Part) => boolean;
  readonly stock: ReadonlyMap<string, number> | null;
  readonly maxParts: number;
}

export interface Link {
  readonly passage: Passage;
  /** Pieces for the joint on its way in. */
  readonly kit: Part | null;
}

export interface Chain {
  readonly links: readonly Link[];
  /** Pieces for the last joint, at the inlet. */
  readonly lastKit: Part | null;
  readonly bill: Bill;
}

export interface SearchOutcome {
  readonly chains: readonly Chain[];
  readonly complete: boolean;
}

/** An adapter of the run of adapters a chain ends in: what it is screwed to, and its own way in. */
interface AdapterInRun {
  readonly after: EndCode;
  readonly into: EndCode;
}

interface Label {
  readonly end: EndCode;
  readonly done: readonly Need[];
  readonly hasLength: boolean;
  readonly run: readonly AdapterInRun[];
  readonly links: readonly Link[];
  readonly bill: Bill;
}

function stateOf(label: Label): string {
  const run = label.run.map(({ after, into }) => `${after}>${into}`).join(",");
  return `${label.end};${[...label.done].sort().join(",")};${label.hasLength};${run}`;
}

/** Joints of a chain: one more than its parts, so fewer parts is fewer joints. */
export function jointsOf(links: readonly Link[]): number {
  return links.length + 1;
}

function kitsOf(meeting: Meeting, admits: SearchTask["admits"]): readonly (Part | null)[] {
  return meeting.kits === null ? [null] : meeting.kits.filter(admits);
}

/** True when the part's length answers the wanted one. */
export function lengthServes(part: Part, lengthIn: { readonly min: number; readonly max: number }): boolean {
  if (part.cutToLength) return part.lengthIn === null || part.lengthIn >= lengthIn.min;
  return part.lengthIn !== null && part.lengthIn >= lengthIn.min && part.lengthIn <= lengthIn.max;
}

/**
 * True when this adapter may not follow the run before it: it undoes the run (comes back to an end it started
 * from), or a single admitted adapter does the work of the two or more.
 */
function isNeedlessAdapter(label: Label, passage: Passage, singles: ReadonlySet<string>): boolean {
  return label.run.some(
    ({ after, into }) => after === passage.out.end || singles.has(`${into}>${passage.out.end}`),
  );
}

/** The label with one link more, or null where a rule of the trade forbids the link. */
function extend(label: Label, link: Link, task: SearchTask, singles: ReadonlySet<string>): Label | null {
  const { passage, kit } = link;
  const { part } = passage;
  const gains = task.needs.filter((need) => part.functions.includes(need) && !label.done.includes(need));
  const isLength = LENGTH_KINDS.includes(part.kind);
  if (isLength && (label.hasLength || task.lengthIn === null || !lengthServes(part, task.lengthIn)))
    return null;
  if (FUNCTION_KINDS.includes(part.kind) && gains.length === 0) return null;
  const isAdapter = ADAPTER_KINDS.includes(part.kind) && gains.length === 0;
  if (isAdapter && isNeedlessAdapter(label, passage, singles)) return null;
  const pieces = kit === null ? label.bill : billWith(label.bill, kit, 1, task.stock);
  return {
    end: passage.out.end,
    done: [...label.done, ...gains],
    hasLength: label.hasLength || isLength,
    run: isAdapter ? [...label.run, { after: label.end, into: passage.into.end }] : [],
    links: [...label.links, link],
    bill: billWith(pieces, part, unitsOf(part, task.lengthIn?.max ?? 0), task.stock),
  };
}

/** Pairs "in>out" that a single admitted adapter bridges. */
function singleAdapters(shop: Shop, admits: SearchTask["admits"]): ReadonlySet<string> {
  return new Set(
    shop.passages
      .filter(({ part }) => ADAPTER_KINDS.includes(part.kind) && admits(part))
      .map(({ into, out }) => `${into.end}>${out.end}`),
  );
}

function isAsGood(chain: Chain, parts: number, bill: Bill): boolean {
  return (
    chain.links.length <= parts &&
    chain.bill.priceCents <= bill.priceCents &&
    chain.bill.missing.size <= bill.missing.size
  );
}

/** Keeps only chains that no other one matches or beats in all three costs; of equals the first. */
class ParetoChains {
  readonly chains: Chain[] = [];

  /** True when a chain found already is as good as any chain of this many parts (or more) and this bill (or a larger one). */
  beats(parts: number, bill: Bill): boolean {
    return this.chains.some((chain) => isAsGood(chain, parts, bill));
  }

  add(chain: Chain): void {
    if (this.beats(chain.links.length, chain.bill)) return;
    const kept = this.chains.filter((other) => !isAsGood(chain, other.links.length, other.bill));
    this.chains.splice(0, this.chains.length, ...kept, chain);
  }
}

/**
 * All chains from one end to another that are Pareto-optimal in (joints, price in cents, number of missing SKUs),
 * one for each such triple. `complete` is false when chains of more than `maxParts` parts might still matter.
 * Shape: chains may be empty (the ends meet directly). Errors: none; unknown ends give no chains.
 */
export function searchChains(shop: Shop, task: SearchTask): SearchOutcome {
  const singles = singleAdapters(shop, task.admits);
  const goals = new ParetoChains();
  const kept = new Map<string, Label[]>();
  let frontier: Label[] = [
    { end: task.from, done: [], hasLength: task.lengthIn === null, run: [], links: [], bill: EMPTY_BILL },
  ];
  for (let parts = 0; frontier.length > 0; parts += 1) {
    for (const label of frontier) closeChain(shop, task, label, goals);
    if (parts === task.maxParts) break;
    frontier = grow(shop, task, frontier, { singles, goals, kept });
  }
  const complete = !frontier.some((label) => !goals.beats(label.links.length + 1, label.bill));
  return { chains: goals.chains, complete };
}

function closeChain(shop: Shop, task: SearchTask, label: Label, goals: ParetoChains): void {
  if (!label.hasLength || task.needs.some((need) => !label.done.includes(need))) return;
  const meeting = shop.meet(label.end, task.to);
  if (meeting === null) return;
  for (const kit of kitsOf(meeting, task.admits)) {
    const bill = kit === null ? label.bill : billWith(label.bill, kit, 1, task.stock);
    goals.add({ links: label.links, lastKit: kit, bill });
  }
}

interface GrowContext {
  readonly singles: ReadonlySet<string>;
  readonly goals: ParetoChains;
  readonly kept: Map<string, Label[]>;
}

/** Every label one part longer that nothing found so far makes pointless. */
function grow(
  shop: Shop,
  task: SearchTask,
  frontier: readonly Label[],
  { singles, goals, kept }: GrowContext,
): Label[] {
  const grown: Label[] = [];
  for (const label of frontier)
    for (const { passage, meeting } of shop.passagesFrom(label.end)) {
      if (!task.admits(passage.part)) continue;
      for (const kit of kitsOf(meeting, task.admits)) {
        const next = extend(label, { passage, kit }, task, singles);
        if (next === null || goals.beats(next.links.length, next.bill)) continue;
        const state = stateOf(next);
        const rivals = kept.get(state) ?? [];
        if (
          rivals.some((rival) => rival.links.length <= next.links.length && neverWorse(rival.bill, next.bill))
        )
          continue;
        kept.set(state, [
          ...rivals.filter(
            (rival) => rival.links.length < next.links.length || !neverWorse(next.bill, rival.bill),
          ),
          next,
        ]);
        grown.push(next);
      }
    }
  return grown.filter((label) => kept.get(stateOf(label))?.includes(label) === true);
}

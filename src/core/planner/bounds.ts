/**
 * The least that any way from here to the inlet can still cost for each number of joints, some rules relaxed: without
 * stock, without the rules about adapters in a row and without what may be hidden. A label that cannot beat what
 * has been found even at this least is dropped, which loses nothing (an admissible bound, as in A*).
 */
import type { EndCode } from "../end/index.ts";
import { FUNCTION_KINDS, LENGTH_KINDS, type PartFunction } from "../part/index.ts";
import { leastCents } from "./bill.ts";
import type { Graph } from "./graph.ts";
import type { LinksFrom } from "./links.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { possibleFunctions, type SearchState } from "./search-label.ts";
import type { CandidateLink, SearchTask } from "./search-task.ts";

/** Bits of a task. */
interface Bits {
  readonly need: ReadonlyMap<PartFunction, number>;
  readonly length: number;
  readonly fork: number;
  /** All of them. */
  readonly done: number;
  /** Number of different states. */
  readonly states: number;
}

/** The bits of a task: one for each need, one for the length and one for the fork where the task has them. */
function bitsOf({ needs, lengthIn, kept }: SearchTask): Bits {
  const need = new Map(needs.map((each, at) => [each, 1 << at]));
  const length = lengthIn === null ? 0 : 1 << needs.length;
  const fork = kept === null ? 0 : (length === 0 ? 1 : 2) << needs.length;
  const done = ((1 << needs.length) - 1) | length | fork;
  return { need, length, fork, done, states: done + 1 };
}

/** Bits a link sets; null for a device that nobody asked for. */
function bitsSet({ link }: CandidateLink, { optional }: SearchTask, bits: Bits): number | null {
  const { part } = link.passage;
  const functions = possibleFunctions(part);
  const gains = functions.reduce((sum, each) => sum | (bits.need.get(each) ?? 0), 0);
  const isOptional = functions.some((each) => optional?.includes(each));
  if (FUNCTION_KINDS.includes(part.kind) && gains === 0 && !isOptional) return null;
  const isLength = LENGTH_KINDS.includes(part.kind) && link.continues !== true;
  return gains | (isLength ? bits.length : 0) | (link.branch === null ? 0 : bits.fork);
}

interface Row {
  readonly from: number;
  readonly to: number;
  readonly sets: number;
  readonly asks: number;
  readonly joints: number;
  readonly excludedBy: number;
  readonly faults: number;
  readonly cents: number;
}

/** A link as a row of the graph; null for a device that nobody asked for. */
function rowOf(candidate: CandidateLink, task: SearchTask, bits: Bits, from: number, to: number): Row | null {
  const sets = bitsSet(candidate, task, bits);
  if (sets === null) return null;
  const { joints, faults, priceCents, excludedBy = 0 } = candidate;
  return {
    from,
    to,
    sets,
    asks: candidate.link.continues ? bits.length : 0,
    joints,
    excludedBy,
    faults,
    cents: priceCents,
  };
}

/** Room for each figure of a key: more needs, joints, faults or rules than any job has. */
const [SETS, SMALL, RULES] = [2 ** 12, 16, 2 ** 22];

/** A number equal for two links exactly when only their price may differ. */
function keyOf({ to, sets, asks, joints, faults, excludedBy }: Row): number {
  const shape = ((to * SETS + sets) * 2 + (asks === 0 ? 0 : 1)) * SMALL + joints;
  return (shape * SMALL + faults) * RULES + excludedBy;
}

function graphOf(task: SearchTask, linksFrom: (end: EndCode) => LinksFrom, bits: Bits): Graph {
  const places = new Map<EndCode, number>([[task.from, 0]]);
  const rows: Row[] = [];
  // A map goes on to what is added while it is walked: every end is visited once.
  for (const [end, from] of places) {
    const { plain, forks } = linksFrom(end);
    const cheapest = new Map<number, Row>();
    for (const candidate of [...plain, ...forks]) {
      const { out } = candidate.link.passage;
      const to = places.get(out.end) ?? places.size;
      const row = rowOf(candidate, task, bits, from, to);
      if (row === null) continue;
      places.set(out.end, to);
      const key = keyOf(row);
      if (row.cents < (cheapest.get(key)?.cents ?? Number.POSITIVE_INFINITY)) cheapest.set(key, row);
    }
    rows.push(...cheapest.values());
  }
  return {
    places,
    from: Int32Array.from(rows, ({ from }) => from),
    to: Int32Array.from(rows, ({ to }) => to),
    sets: Int32Array.from(rows, ({ sets }) => sets),
    asks: Int32Array.from(rows, ({ asks }) => asks),
    joints: Int32Array.from(rows, ({ joints }) => joints),
    excludedBy: Int32Array.from(rows, ({ excludedBy }) => excludedBy),
    faults: Float64Array.from(rows, ({ faults }) => faults),
    cents: Float64Array.from(rows, ({ cents }) => cents),
  };
}

/** The graph of a task: that of its pool, made once, or its own. */
function graphFor(task: SearchTask, linksFrom: (end: EndCode) => LinksFrom, bits: Bits): Graph {
  const { pool, needs } = task;
  if (pool === undefined) return graphOf(task, linksFrom, bits);
  const key = needs.join();
  const known = pool.graphs.get(key);
  if (known !== undefined) return known;
  const made = graphOf(task, pool.linksFrom, bits);
  pool.graphs.set(key, made);
  return made;
}

/** The least that is still to come. */
export interface LeastToCome {
  /** Price by the number of joints still to make: entry j is the cheapest with at most j joints, the last entry with any number. Infinity: cannot be done. */
  readonly prices: ArrayLike<number>;
  readonly faults: number;
}

/** Joints looked at one by one; ways with more are bounded by their price alone. */
const MOST_JOINTS = 8;

/** A table of the least by end, state and column: the column costs are brought into, and the one they are read from. */
interface Columns {
  readonly table: Float64Array;
  readonly width: number;
  readonly into: number;
  readonly out: number;
  /** Rules that apply, a bit each. */
  readonly active: number;
}

/** Takes a link in every state; a length or a fork is taken once only. Returns true when that changed anything. */
function takeLink(graph: Graph, at: number, cost: number, columns: Columns, bits: Bits): boolean {
  const { table, width, into, out, active } = columns;
  if (((graph.excludedBy[at] ?? 0) & active) !== 0) return false;
  const sets = graph.sets[at] ?? 0;
  const asks = graph.asks[at] ?? 0;
  const once = sets & (bits.length | bits.fork);
  const from = (graph.from[at] ?? 0) * bits.states;
  const to = (graph.to[at] ?? 0) * bits.states;
  let changed = false;
  for (let state = 0; state < bits.states; state += 1) {
    if ((state & once) !== 0 || (state & asks) !== asks) continue;
    const through = cost + (table[(to + (state | sets)) * width + out] ?? Number.POSITIVE_INFINITY);
    const place = (from + state) * width + into;
    if (through >= (table[place] ?? Number.POSITIVE_INFINITY)) continue;
    table[place] = through;
    changed = true;
  }
  return changed;
}

/** Takes every link again and again until nothing changes (Bellman and Ford). */
function settle(graph: Graph, costs: Float64Array, columns: Columns, bits: Bits): void {
  for (let changed = true; changed; ) {
    changed = false;
    for (let at = costs.length - 1; at >= 0; at -= 1)
      if (takeLink(graph, at, costs[at] ?? 0, columns, bits)) changed = true;
  }
}

/** Returns the least price and the least faults of kind still to come, by how far a label has come. Errors: none. */
export function leastToCome(
  index: PlannerIndex,
  task: SearchTask,
  linksFrom: (end: EndCode) => LinksFrom,
): (progress: SearchState) => LeastToCome {
  const bits = bitsOf(task);
  const graph = graphFor(task, linksFrom, bits);
  const active = task.pool === undefined ? 0 : (task.admits.active ?? 0);
  const rows = graph.places.size * bits.states;
  const width = MOST_JOINTS + 2;
  const prices = new Float64Array(rows * width).fill(Number.POSITIVE_INFINITY);
  const faults = new Float64Array(rows).fill(Number.POSITIVE_INFINITY);
  for (const [end, place] of graph.places) {
    const meeting = index.meet(end, task.to);
    if (meeting === null) continue;
    const pieces = meeting.pieces?.filter(task.admits).map((piece) => leastCents(piece, 1, task));
    const goal = place * bits.states + bits.done;
    prices.fill(pieces === undefined ? 0 : Math.min(...pieces), goal * width + 1, (goal + 1) * width);
    faults[goal] = 0;
  }
  // Every link makes a joint, so the columns with fewer joints are finished before they are read.
  for (let joints = 1; joints <= MOST_JOINTS + 1; joints += 1) {
    for (let row = 0; row < rows; row += 1) {
      const before = prices[row * width + joints - 1] ?? Number.POSITIVE_INFINITY;
      if (before < (prices[row * width + joints] ?? 0)) prices[row * width + joints] = before;
    }
    for (let at = 0; at < graph.cents.length && joints <= MOST_JOINTS; at += 1) {
      const out = joints - (graph.joints[at] ?? 1);
      if (out >= 1)
        takeLink(graph, at, graph.cents[at] ?? 0, { table: prices, width, into: joints, out, active }, bits);
    }
  }
  const anyNumber = { table: prices, width, into: MOST_JOINTS + 1, out: MOST_JOINTS + 1, active };
  settle(graph, graph.cents, anyNumber, bits);
  settle(graph, graph.faults, { table: faults, width: 1, into: 0, out: 0, active }, bits);
  const never = new Float64Array(width).fill(Number.POSITIVE_INFINITY);
  return ({ end, done, hasLength, hasBranched }) => {
    const state = done.reduce(
      (sum, each) => sum | (bits.need.get(each) ?? 0),
      (hasLength ? bits.length : 0) | (hasBranched ? bits.fork : 0),
    );
    const place = graph.places.get(end);
    if (place === undefined) return { prices: never, faults: 0 };
    const row = place * bits.states + state;
    return { prices: prices.subarray(row * width, (row + 1) * width), faults: faults[row] ?? 0 };
  };
}

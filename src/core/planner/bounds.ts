/**
 * The least that any way from here to the inlet can still cost for each number of joints, some rules relaxed: without
 * stock, without the rules about adapters in a row and without what may be hidden. A label that cannot beat what
 * has been found even at this least is dropped, which loses nothing (an admissible bound, as in A*).
 */
import type { EndCode } from "../end/index.ts";
import { FUNCTION_KINDS, LENGTH_KINDS } from "../part/index.ts";
import type { LinksFrom } from "./links.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { lengthServes, type SearchState } from "./search-label.ts";
import type { CandidateLink, SearchTask } from "./search-task.ts";

interface Edge {
  readonly to: EndCode;
  /** Bits this link sets: needs, then length, then fork. */
  readonly sets: number;
  readonly joints: number;
  readonly priceCents: number;
  readonly faults: number;
}

/** The bits of a task: one for each need, one for the length, one for the fork. */
function bitsOf(task: SearchTask) {
  const need = new Map(task.needs.map((each, at) => [each, 1 << at]));
  const length = 1 << task.needs.length;
  return { need, length, fork: length << 1, all: (length << 2) - 1 };
}

type Bits = ReturnType<typeof bitsOf>;

function edgeOf(
  task: SearchTask,
  { link, joints, priceCents, faults }: CandidateLink,
  bits: Bits,
): Edge | null {
  const { part, out } = link.passage;
  const isLength = LENGTH_KINDS.includes(part.kind);
  if (isLength && (task.lengthIn === null || !lengthServes(part, task.lengthIn))) return null;
  const gains = part.functions.reduce((sum, each) => sum | (bits.need.get(each) ?? 0), 0);
  if (FUNCTION_KINDS.includes(part.kind) && gains === 0) return null;
  return {
    to: out.end,
    sets: gains | (isLength ? bits.length : 0) | (link.branch === null ? 0 : bits.fork),
    joints,
    priceCents,
    faults,
  };
}

/** Links out of an end, of equal ones the cheapest. */
function edgesFrom(task: SearchTask, { plain, forks }: LinksFrom, bits: Bits): readonly Edge[] {
  const cheapest = new Map<string, Edge>();
  for (const link of [...plain, ...forks]) {
    const edge = edgeOf(task, link, bits);
    if (edge === null) continue;
    const key = `${edge.to};${edge.sets};${edge.joints};${edge.faults}`;
    if (edge.priceCents < (cheapest.get(key)?.priceCents ?? Number.POSITIVE_INFINITY))
      cheapest.set(key, edge);
  }
  return [...cheapest.values()];
}

function reachable(task: SearchTask, linksFrom: (end: EndCode) => LinksFrom, bits: Bits): Graph {
  const edges = new Map<EndCode, readonly Edge[]>();
  const queue: EndCode[] = [task.from];
  for (let end = queue.pop(); end !== undefined; end = queue.pop()) {
    if (edges.has(end)) continue;
    const outgoing = edgesFrom(task, linksFrom(end), bits);
    edges.set(end, outgoing);
    queue.push(...outgoing.map(({ to }) => to));
  }
  return edges;
}

/** The least that is still to come. */
export interface LeastToCome {
  /** Price by the number of joints still to make: entry j is the cheapest with at most j joints, the last entry with any number. Infinity: cannot be done. */
  readonly prices: ArrayLike<number>;
  readonly faults: number;
}

/** Joints looked at one by one; ways with more are bounded by their price alone. */
const MOST_JOINTS = 10;

/** Returns the least price and the least faults of kind still to come, by how far a label has come. Errors: none. */
export function leastToCome(
  index: PlannerIndex,
  task: SearchTask,
  linksFrom: (end: EndCode) => LinksFrom,
): (progress: SearchState) => LeastToCome {
  const bits = bitsOf(task);
  const graph = reachable(task, linksFrom, bits);
  const size = bits.all + 1;
  const width = MOST_JOINTS + 2;
  const table = new Map<EndCode, Float64Array>();
  for (const end of graph.keys()) {
    const least = new Float64Array(size * width).fill(Number.POSITIVE_INFINITY);
    const meeting = index.meet(end, task.to);
    const prices = meeting?.pieces?.filter(task.admits).map(({ priceCents }) => priceCents);
    if (meeting !== null)
      least.fill(prices === undefined ? 0 : Math.min(...prices), bits.all * width + 1, size * width);
    table.set(end, least);
  }
  // Every link makes a joint, so the rows with fewer joints are finished before they are read.
  for (let joints = 1; joints <= MOST_JOINTS; joints += 1)
    takeEdges(graph, (end, edge) =>
      takeEdge(table.get(end), table.get(edge.to), edge, edge.priceCents, {
        width,
        column: joints,
        left: joints - edge.joints,
        bits,
      }),
    );
  const anyNumber = { width, column: width - 1, left: width - 1, bits };
  settle(graph, (end, edge) =>
    takeEdge(table.get(end), table.get(edge.to), edge, edge.priceCents, anyNumber),
  );
  const faultsToCome = leastFaults(index, task, graph, bits);
  const never = new Float64Array(width).fill(Number.POSITIVE_INFINITY);
  return ({ end, done, hasLength, hasBranched }) => {
    const state = done.reduce(
      (sum, each) => sum | (bits.need.get(each) ?? 0),
      (hasLength ? bits.length : 0) | (hasBranched ? bits.fork : 0),
    );
    return {
      prices: table.get(end)?.subarray(state * width, (state + 1) * width) ?? never,
      faults: faultsToCome.get(end)?.[state] ?? 0,
    };
  };
}

type Graph = ReadonlyMap<EndCode, readonly Edge[]>;

/** Takes every edge once; true when that changed anything. */
function takeEdges(graph: Graph, take: (end: EndCode, edge: Edge) => boolean): boolean {
  let changed = false;
  for (const [end, edges] of graph) for (const edge of edges) changed = take(end, edge) || changed;
  return changed;
}

/** Takes every edge again and again until nothing changes (Bellman and Ford). */
function settle(graph: Graph, take: (end: EndCode, edge: Edge) => boolean): void {
  while (takeEdges(graph, take));
}

/** Where in a table an edge is taken: `width` columns a state, into one column, from what is left in another. */
interface Columns {
  readonly width: number;
  readonly column: number;
  readonly left: number;
  readonly bits: Bits;
}

/** Takes the edge in one column wherever its cost comes to less; a length or a fork is taken once only. */
function takeEdge(
  from: Float64Array | undefined,
  to: Float64Array | undefined,
  { sets }: Edge,
  cost: number,
  { width, column, left, bits: { length, fork, all } }: Columns,
): boolean {
  if (from === undefined || to === undefined || left < 0) return false;
  const once = sets & (length | fork);
  let changed = false;
  for (let state = 0; state <= all; state += 1) {
    if ((state & once) !== 0) continue;
    const at = state * width + column;
    const before =
      column === width - 1 ? Number.POSITIVE_INFINITY : (from[at - 1] ?? Number.POSITIVE_INFINITY);
    const through = Math.min(before, cost + (to[(state | sets) * width + left] ?? Number.POSITIVE_INFINITY));
    if (through < (from[at] ?? Number.POSITIVE_INFINITY)) {
      from[at] = through;
      changed = true;
    }
  }
  return changed;
}

/** Least faults of kind still to come, by end and state. */
function leastFaults(
  index: PlannerIndex,
  { to: goal }: SearchTask,
  graph: Graph,
  bits: Bits,
): ReadonlyMap<EndCode, Float64Array> {
  const table = new Map<EndCode, Float64Array>();
  for (const end of graph.keys()) {
    const least = new Float64Array(bits.all + 1).fill(Number.POSITIVE_INFINITY);
    if (index.meet(end, goal) !== null) least[bits.all] = 0;
    table.set(end, least);
  }
  const onlyOne = { width: 1, column: 0, left: 0, bits };
  settle(graph, (end, edge) => takeEdge(table.get(end), table.get(edge.to), edge, edge.faults, onlyOne));
  return table;
}

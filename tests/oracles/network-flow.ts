/**
 * An independent solution of steady flow in any network of pipes, by Newton's method on all heads and flows at once (the
 * global gradient method of Todini and Pilati 1987). SI throughout, its own friction formula (Serghides 1984, explicit),
 * its own elimination: nothing of the product is used.
 */

interface Ends {
  readonly from: number;
  readonly to: number;
}

/** Loses the square of flow over coefficient: an outlet towards a node whose head is the outlet's height. */
interface EmitterLink extends Ends {
  readonly coefficient: number;
}

interface PipeLink extends Ends {
  readonly lengthM: number;
  readonly boreM: number;
  readonly roughnessM: number;
  readonly k: number;
}

export interface Network {
  /** Heads that are given, m of water, by node; the others are solved for. */
  readonly fixedHeadM: ReadonlyMap<number, number>;
  readonly nodes: number;
  readonly links: readonly (PipeLink | EmitterLink)[];
  readonly viscosity: number;
}

const G = 9.80665;

/** Serghides' explicit formula, within 0.003 % of Colebrook's; 64/Re below 2000. Between 2000 and 4000 it is not defined here. */
function factorOf(reynolds: number, relative: number): number {
  if (reynolds < 2000) return 64 / reynolds;
  const a = -2 * Math.log10(relative / 3.7 + 12 / reynolds);
  const b = -2 * Math.log10(relative / 3.7 + (2.51 * a) / reynolds);
  const c = -2 * Math.log10(relative / 3.7 + (2.51 * b) / reynolds);
  const bend = c - 2 * b + a;
  return bend === 0 ? c ** -2 : (a - (b - a) ** 2 / bend) ** -2;
}

/** Head lost in a link, m. */
function headLoss(link: PipeLink | EmitterLink, flow: number, viscosity: number): number {
  if ("coefficient" in link) return Math.sign(flow) * (flow / link.coefficient) ** 2;
  const { lengthM, boreM, roughnessM, k } = link;
  const velocity = flow / ((Math.PI * boreM ** 2) / 4);
  const reynolds = (Math.abs(velocity) * boreM) / viscosity;
  if (reynolds === 0) return 0;
  const heads = (factorOf(reynolds, roughnessM / boreM) * lengthM) / boreM + k;
  return (Math.sign(flow) * heads * velocity ** 2) / (2 * G);
}

function eliminate(matrix: number[][], right: number[]): number[] {
  const size = right.length;
  const row = (at: number) => matrix[at] ?? [];
  for (let pivot = 0; pivot < size; pivot += 1)
    for (let below = pivot + 1; below < size; below += 1) {
      const share = (row(below)[pivot] ?? 0) / (row(pivot)[pivot] ?? 1);
      for (let column = pivot; column < size; column += 1)
        row(below)[column] = (row(below)[column] ?? 0) - share * (row(pivot)[column] ?? 0);
      right[below] = (right[below] ?? 0) - share * (right[pivot] ?? 0);
    }
  for (let at = size - 1; at >= 0; at -= 1) {
    for (let column = at + 1; column < size; column += 1)
      right[at] = (right[at] ?? 0) - (row(at)[column] ?? 0) * (right[column] ?? 0);
    right[at] = (right[at] ?? 0) / (row(at)[at] ?? 1);
  }
  return right;
}

/** Flows of all links and heads of all nodes, m3/s and m. */
export function solveNetwork(network: Network): { readonly flows: number[]; readonly headsM: number[] } {
  const { nodes, links, fixedHeadM, viscosity } = network;
  const free = Array.from({ length: nodes }, (_, node) => node).filter((node) => !fixedHeadM.has(node));
  const place = new Map(free.map((node, at) => [node, at]));
  let flows = links.map(() => 1e-4);
  let heads = Array.from({ length: nodes }, (_, node) => fixedHeadM.get(node) ?? 10);
  for (let round = 0; round < 400; round += 1) {
    const matrix = free.map(() => free.map(() => 0));
    const right = free.map(() => 0);
    const add = (a: number | undefined, b: number | undefined, value: number) => {
      const row = a === undefined ? undefined : matrix[a];
      if (row && b !== undefined) row[b] = (row[b] ?? 0) + value;
    };
    const push = (a: number | undefined, value: number) => {
      if (a !== undefined) right[a] = (right[a] ?? 0) + value;
    };
    // Each link as a straight line round its present flow: flow = conductance x difference of heads + rest.
    const straight = links.map((link, at) => {
      const flow = flows[at] ?? 0;
      const step = Math.max(1e-9, Math.abs(flow) * 1e-4);
      const loss = headLoss(link, flow, viscosity);
      const slope =
        (headLoss(link, flow + step, viscosity) - headLoss(link, flow - step, viscosity)) / (2 * step);
      // The loss grows at least as fast as the flow; where the formula jumps, its slope says nothing.
      const conductance = 1 / Math.max(slope, loss / (flow || step), 1);
      return { conductance, rest: flow - conductance * loss };
    });
    for (const [at, { from, to }] of links.entries()) {
      const { conductance, rest } = straight[at] ?? { conductance: 0, rest: 0 };
      const [a, b] = [place.get(from), place.get(to)];
      add(a, a, conductance);
      add(b, b, conductance);
      add(a, b, -conductance);
      add(b, a, -conductance);
      push(a, -rest + (b === undefined ? conductance * (fixedHeadM.get(to) ?? 0) : 0));
      push(b, rest + (a === undefined ? conductance * (fixedHeadM.get(from) ?? 0) : 0));
    }
    const solved = eliminate(matrix, right);
    const next = heads.map((head, node) => {
      const at = place.get(node);
      return at === undefined ? head : (solved[at] ?? head);
    });
    // Half a step at a time: a whole one swings round the jump between laminar and turbulent.
    const nextFlows = links.map(({ from, to }, at) => {
      const { conductance, rest } = straight[at] ?? { conductance: 0, rest: 0 };
      return ((flows[at] ?? 0) + conductance * ((next[from] ?? 0) - (next[to] ?? 0)) + rest) / 2;
    });
    const moved = Math.max(...nextFlows.map((flow, at) => Math.abs(flow - (flows[at] ?? 0))));
    flows = nextFlows;
    heads = next;
    if (moved < 1e-13) break;
  }
  return { flows, headsM: heads };
}

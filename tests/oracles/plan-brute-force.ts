/**
 * The slow reference for searchChains: writes out every chain of up to `maxParts` parts, forks included, and judges each
 * whole chain by the same rules stated the other way round. For tests and bench only: it grows with (parts ^ length).
 */
import type { EndCode } from "../../src/core/end/index.ts";
import {
  ADAPTER_KINDS,
  FUNCTION_KINDS,
  LENGTH_KINDS,
  type Part,
  type Port,
} from "../../src/core/part/index.ts";
import { bringsPieces, type Passage, type PlannerIndex } from "../../src/core/planner/planner-index.ts";
import { lengthServes } from "../../src/core/planner/search-label.ts";
import type { SearchTask, WaterBudget } from "../../src/core/planner/search-task.ts";

export interface CostTriple {
  readonly faults: number;
  readonly joints: number;
  readonly priceCents: number;
  readonly missing: number;
}

/** A link of a written-out chain; a fork also says how the kept end is fed. */
interface Step extends Passage {
  readonly side: { readonly port: Port; readonly via: Passage | null } | null;
}

const hasFunction = ({ part }: Passage, need: string) => part.functions.some((each) => each === need);

/** The step that answers a need, or -1. A valve in a tee's branch shuts nothing else; nothing before a cut pipe's tee shuts the branch. */
function firstWith(chain: readonly Step[], need: string, task: SearchTask): number {
  const fork = chain.findIndex(({ side }) => side !== null);
  return chain.findIndex((step, at) => {
    if (!hasFunction(step, need)) return false;
    if (need === "arrestor" && task.arrestorAt !== null) {
      const line = chain.findIndex(({ part }) => LENGTH_KINDS.includes(part.kind));
      const isAfterLine = task.lengthIn === null || (line >= 0 && line < at);
      return isAfterLine === (task.arrestorAt === "valve");
    }
    if (task.kept !== null && ["auto-shutoff", "filter", "backflow"].includes(need)) {
      const isBefore = fork === -1 || at < fork;
      const isWantedBefore = task.kept.fork === "after-line" || task.shared.some((each) => each === need);
      return isBefore === isWantedBefore;
    }
    if (need !== "shut-off") return true;
    if (step.part.kind === "tee" && step.out.id !== "c") return false;
    return !(task.kept?.isThroughPipe && (fork === -1 || at < fork));
  });
}

function isUsed(chain: readonly Step[], index: number, task: SearchTask): boolean {
  return task.needs.some((need) => firstWith(chain, need, task) === index);
}

function isAdapterHere(chain: readonly Step[], index: number, task: SearchTask): boolean {
  const part = chain[index]?.part;
  return part !== undefined && ADAPTER_KINDS.includes(part.kind) && !isUsed(chain, index, task);
}

/** The first length of a chain; what follows of the same tube is the rest of it. */
function lengthIsRight(chain: readonly Step[], { lengthIn }: SearchTask): boolean {
  const [first, ...rests] = chain.filter(({ part }) => LENGTH_KINDS.includes(part.kind));
  if (lengthIn === null || first === undefined) return lengthIn === null && first === undefined;
  const isOnRoll = first.part.cutToLength && first.part.lengthIn === null;
  return lengthServes(first.part, lengthIn) && rests.every(({ part }) => isOnRoll && part === first.part);
}

/** True for the rest of a tube that was cut for what stands before. */
function isRest(chain: readonly Step[], at: number): boolean {
  const part = chain[at]?.part;
  return (
    part !== undefined &&
    LENGTH_KINDS.includes(part.kind) &&
    chain.slice(0, at).some((step) => step.part === part)
  );
}

function hidesNothingWrong(chain: readonly Step[], task: SearchTask, index: PlannerIndex): boolean {
  const { hidden, kept, needs } = task;
  if (hidden === null) return true;
  const stop = needs.includes("shut-off") ? firstWith(chain, "shut-off", task) : -1;
  const left = (at: number) => chain[at - 1]?.out.end ?? task.from;
  const mayShow = (type: Parameters<typeof hidden>[0] | undefined) => type !== undefined && hidden(type);
  return [...chain, null].every((step, at) => {
    if (stop >= 0 && at > stop) return true;
    if (step !== null && at === stop && !(step.side !== null && kept?.isThroughPipe)) return true;
    if (step !== null && at === stop) return false;
    const right = step === null ? task.to : step.into.end;
    if (!mayShow(index.meet(left(at), right, true)?.mating.type)) return false;
    if (step?.side == null || kept === null || !kept.isThroughPipe) return true;
    return mayShow(index.meet(step.side.port, kept.end, true)?.mating.type);
  });
}

/** The fork stands at the stop or at the far end of the line. */
function forksInPlace(chain: readonly Step[], { kept, lengthIn }: SearchTask): boolean {
  const fork = chain.findIndex(({ side }) => side !== null);
  const line = chain.findIndex(({ part }) => LENGTH_KINDS.includes(part.kind));
  if (kept === null || lengthIn === null || fork === -1) return true;
  return kept.fork === "after-line" ? line < fork : fork < line;
}

/** Every rule of the trade that looks at the whole chain. */
function isAllowed(chain: readonly Step[], task: SearchTask, index: PlannerIndex): boolean {
  if (!lengthIsRight(chain, task) || !forksInPlace(chain, task)) return false;
  if (chain.filter(({ side }) => side !== null).length !== (task.kept === null ? 0 : 1)) return false;
  if (!task.needs.every((need) => firstWith(chain, need, task) >= 0)) return false;
  if (chain.some(({ part }, at) => FUNCTION_KINDS.includes(part.kind) && !isUsed(chain, at, task)))
    return false;
  const places = ["shut-off", "auto-shutoff", "filter", "backflow", "arrestor"]
    .filter((device) => task.needs.some((need) => need === device))
    .map((device) => firstWith(chain, device, task));
  if (places.some((place, at) => place < (places[at - 1] ?? -1))) return false;
  const singles = index.passages.filter(({ part }) => ADAPTER_KINDS.includes(part.kind) && task.admits(part));
  for (let from = 0; from < chain.length; from += 1)
    for (let to = from + 1; to < chain.length && isAdapterHere(chain, from, task); to += 1) {
      if (!isAdapterHere(chain, to, task)) break;
      const before: EndCode = chain[from - 1]?.out.end ?? task.from;
      const after = chain[to]?.out.end;
      if (after === before) return false;
      if (singles.some(({ into, out }) => into.end === chain[from]?.into.end && out.end === after))
        return false;
    }
  return (
    chain.every(
      (link, index) =>
        !isAdapterHere(chain, index, task) || link.out.end !== (chain[index - 1]?.out.end ?? task.from),
    ) && hidesNothingWrong(chain, task, index)
  );
}

/** Every joint of a chain: its two ends, and whether it has its own pieces. */
function jointsOf(chain: readonly Step[], task: SearchTask) {
  const main = [...chain, null].map((right, at) => {
    const left = chain[at - 1]?.out.end ?? task.from;
    return right === null
      ? ([left, task.to, false] as const)
      : ([left, right.into.end, bringsPieces(right)] as const);
  });
  const aside = chain.flatMap(({ side, part }) => {
    if (side === null || task.kept === null) return [];
    const owns = !task.kept.isThroughPipe || part.contents.includes("ferrule");
    if (side.via === null) return [[side.port.end, task.kept.end, owns] as const];
    return [
      [side.port.end, side.via.into.end, bringsPieces(side.via)] as const,
      [side.via.out.end, task.kept.end, true] as const,
    ];
  });
  return [...main, ...aside];
}

/** Every way to choose the pieces for the chain's joints; null when a joint cannot be made. */
function pieceCombinations(
  chain: readonly Step[],
  task: SearchTask,
  index: PlannerIndex,
): readonly (readonly Part[])[] | null {
  let choices: readonly (readonly Part[])[] = [[]];
  for (const [left, right, owns] of jointsOf(chain, task)) {
    const meeting = index.meet(left, right, owns);
    if (meeting === null) return null;
    const { pieces } = meeting;
    if (pieces === null) continue;
    choices = choices.flatMap((chosen) => pieces.filter(task.admits).map((piece) => [...chosen, piece]));
  }
  return choices;
}

function costOf(chain: readonly Step[], pieces: readonly Part[], task: SearchTask): CostTriple {
  const counts = new Map<string, number>();
  let priceCents = 0;
  const bridges = chain.flatMap(({ side }) => side?.via?.part ?? []);
  const links = chain.filter((_, at) => !isRest(chain, at)).map((link) => link.part);
  for (const part of [...links, ...bridges, ...pieces]) {
    const byTheFoot = part.cutToLength && part.lengthIn === null;
    const units = byTheFoot ? Math.max(1, Math.ceil((task.lengthIn?.max ?? 0) / 12)) : 1;
    priceCents += part.priceCents * units;
    counts.set(part.sku, (counts.get(part.sku) ?? 0) + units);
  }
  const { stock } = task;
  const missing =
    stock === null ? 0 : [...counts].filter(([sku, count]) => count > (stock.get(sku) ?? 0)).length;
  const faults = [...links, ...bridges].reduce((sum, part) => sum + task.faultsOf(part), 0);
  const unions = chain.filter(({ part }) => part.unionSeal !== null).length;
  return { joints: jointsOf(chain, task).length + unions, priceCents, missing, faults };
}

/** Every step there is: through a part with two ports, or through one with three, the kept end fed by the third. */
function stepsOf(task: SearchTask, index: PlannerIndex): readonly Step[] {
  const { kept } = task;
  const plain = index.passages.map((passage): Step => ({ ...passage, side: null }));
  if (kept === null) return plain;
  const forks = index.tables.parts.flatMap((part) => {
    if (part.ports.length !== 3) return [];
    return part.ports.flatMap((into) =>
      part.ports.flatMap((out) => {
        const port = part.ports.find((each) => each !== into && each !== out);
        if (into === out || !port || (part.oneWay && into.id !== "a")) return [];
        const isBent = into.direction.some((value, axis) => value + (port.direction[axis] ?? 0) !== 0);
        if (kept.isThroughPipe && isBent) return [];
        const bridges = index.passages.filter(
          (via) => !kept.isThroughPipe && ADAPTER_KINDS.includes(via.part.kind) && task.admits(via.part),
        );
        return [null, ...bridges].map((via): Step => ({ part, into, out, side: { port, via } }));
      }),
    );
  });
  const feeds = ({ side, part }: Step) =>
    side === null ||
    (side.via === null
      ? index.meet(side.port, kept.end, !kept.isThroughPipe || part.contents.includes("ferrule")) !== null
      : index.meet(side.port, side.via.into)?.pieces === null &&
        index.meet(side.via.out, kept.end, true) !== null);
  return [...plain, ...forks.filter(feeds)];
}

/** What one step takes: the task knows passages by identity, so the step's own is looked up again. */
function lossOf({ part, into, out }: Step, { lossOf: ask }: WaterBudget): number {
  return ask({ passage: { part, into, out } });
}

/** Cost triples of all Pareto-optimal chains, sorted; the slow way. */
export function bruteForceCosts(index: PlannerIndex, task: SearchTask): readonly CostTriple[] {
  const found: CostTriple[] = [];
  const steps = stepsOf(task, index).filter(({ part }) => task.admits(part));
  const visit = (chain: readonly Step[]) => {
    const { water } = task;
    const usedPsi = water === null ? 0 : chain.reduce((sum, step) => sum + lossOf(step, water), 0);
    if (usedPsi <= (water?.mostPsi ?? 0) && isAllowed(chain, task, index))
      for (const pieces of pieceCombinations(chain, task, index) ?? [])
        found.push(costOf(chain, pieces, task));
    if (chain.length === task.maxParts) return;
    const end = chain.at(-1)?.out.end ?? task.from;
    const hasFork = chain.some(({ side }) => side !== null);
    for (const step of steps)
      if (!(hasFork && step.side !== null) && index.meet(end, step.into, bringsPieces(step)) !== null)
        visit([...chain, step]);
  };
  visit([]);
  const beats = (a: CostTriple, b: CostTriple) =>
    (a.faults <= b.faults || b.joints - a.joints >= 3) &&
    a.joints <= b.joints &&
    a.priceCents <= b.priceCents &&
    a.missing <= b.missing;
  const same = (a: CostTriple, b: CostTriple) => beats(a, b) && beats(b, a);
  return found
    .filter((cost, index) => found.findIndex((other) => same(other, cost)) === index)
    .filter((cost) => !found.some((other) => beats(other, cost) && !same(other, cost)))
    .sort(
      (a, b) =>
        a.faults - b.faults || a.joints - b.joints || a.priceCents - b.priceCents || a.missing - b.missing,
    );
}

/**
 * The slow reference for searchChains: writes out every chain of up to `maxParts` parts and judges each whole chain
 * by the same rules stated the other way round. For tests and bench only: it grows with (parts ^ length).
 */
import type { EndCode } from "../ends/index.ts";
import { ADAPTER_KINDS, FUNCTION_KINDS, LENGTH_KINDS, type Part } from "../parts/index.ts";
import { lengthServes, type SearchTask } from "./search.ts";
import { bringsPieces, type Passage, type Shop } from "./shop.ts";

export interface CostTriple {
  readonly joints: number;
  readonly priceCents: number;
  readonly missing: number;
}

function isAdapterHere(chain: readonly Passage[], index: number, task: SearchTask): boolean {
  const part = chain[index]?.part;
  if (!part || !ADAPTER_KINDS.includes(part.kind)) return false;
  return !task.needs.some((need) => part.functions.includes(need) && firstWith(chain, need) === index);
}

function firstWith(chain: readonly Passage[], need: string): number {
  return chain.findIndex(({ part }) => part.functions.some((each) => each === need));
}

/** Every rule of the trade that looks at the whole chain. */
function isAllowed(chain: readonly Passage[], task: SearchTask, shop: Shop): boolean {
  const lengths = chain.filter(({ part }) => LENGTH_KINDS.includes(part.kind));
  const { lengthIn } = task;
  if (lengthIn === null ? lengths.length > 0 : lengths.length !== 1) return false;
  if (lengthIn !== null && !lengths.every(({ part }) => lengthServes(part, lengthIn))) return false;
  if (!task.needs.every((need) => firstWith(chain, need) >= 0)) return false;
  const idle = chain.some(
    ({ part }, index) =>
      FUNCTION_KINDS.includes(part.kind) &&
      !task.needs.some((need) => part.functions.includes(need) && firstWith(chain, need) === index),
  );
  if (idle) return false;
  const singles = shop.passages.filter(({ part }) => ADAPTER_KINDS.includes(part.kind) && task.admits(part));
  for (let from = 0; from < chain.length; from += 1)
    for (let to = from + 1; to < chain.length && isAdapterHere(chain, from, task); to += 1) {
      if (!isAdapterHere(chain, to, task)) break;
      const before: EndCode = chain[from - 1]?.out.end ?? task.from;
      const after = chain[to]?.out.end;
      if (after === before) return false;
      if (singles.some(({ into, out }) => into.end === chain[from]?.into.end && out.end === after))
        return false;
    }
  return chain.every(
    (link, index) =>
      !isAdapterHere(chain, index, task) || link.out.end !== (chain[index - 1]?.out.end ?? task.from),
  );
}

/** Every way to choose the pieces for the chain's joints; null when a joint cannot be made. */
function kitChoices(
  chain: readonly Passage[],
  task: SearchTask,
  shop: Shop,
): readonly (readonly Part[])[] | null {
  let choices: readonly (readonly Part[])[] = [[]];
  for (let joint = 0; joint <= chain.length; joint += 1) {
    const left = chain[joint - 1]?.out.end ?? task.from;
    const right = chain[joint];
    const meeting = right ? shop.meet(left, right.into, bringsPieces(right)) : shop.meet(left, task.to);
    if (meeting === null) return null;
    const { kits } = meeting;
    if (kits === null) continue;
    choices = choices.flatMap((chosen) => kits.filter(task.admits).map((kit) => [...chosen, kit]));
  }
  return choices;
}

function costOf(chain: readonly Passage[], kits: readonly Part[], task: SearchTask): CostTriple {
  const counts = new Map<string, number>();
  let priceCents = 0;
  for (const part of [...chain.map((link) => link.part), ...kits]) {
    const byTheFoot = part.cutToLength && part.lengthIn === null;
    const units = byTheFoot ? Math.max(1, Math.ceil((task.lengthIn?.max ?? 0) / 12)) : 1;
    priceCents += part.priceCents * units;
    counts.set(part.sku, (counts.get(part.sku) ?? 0) + units);
  }
  const { stock } = task;
  const missing =
    stock === null ? 0 : [...counts].filter(([sku, count]) => count > (stock.get(sku) ?? 0)).length;
  return { joints: chain.length + 1, priceCents, missing };
}

/** Cost triples of all Pareto-optimal chains, sorted; the slow way. */
export function bruteForceCosts(shop: Shop, task: SearchTask): readonly CostTriple[] {
  const found: CostTriple[] = [];
  const visit = (chain: readonly Passage[]) => {
    if (isAllowed(chain, task, shop))
      for (const kits of kitChoices(chain, task, shop) ?? []) found.push(costOf(chain, kits, task));
    if (chain.length === task.maxParts) return;
    const end = chain.at(-1)?.out.end ?? task.from;
    for (const passage of shop.passages)
      if (task.admits(passage.part) && shop.meet(end, passage.into, bringsPieces(passage)) !== null)
        visit([...chain, passage]);
  };
  visit([]);
  const beats = (a: CostTriple, b: CostTriple) =>
    a.joints <= b.joints && a.priceCents <= b.priceCents && a.missing <= b.missing;
  const same = (a: CostTriple, b: CostTriple) => beats(a, b) && beats(b, a);
  return found
    .filter((cost, index) => found.findIndex((other) => same(other, cost)) === index)
    .filter((cost) => !found.some((other) => beats(other, cost) && !same(other, cost)))
    .sort((a, b) => a.joints - b.joints || a.priceCents - b.priceCents || a.missing - b.missing);
}

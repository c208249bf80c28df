/**
 * Search for every way between two ends that no other way beats in faults of kind, joints, price and missing parts at once.
 * Labels are taken up in the order of the joints they will need at least, then of the price (a multicriteria A*, after
 * Stewart and White 1991): of two labels in the same state the worse one is dropped, and so is a label that even at its
 * least cannot beat what has been found. Both lose nothing, because every cost only grows along a way.
 */
import type { EndCode } from "../end/index.ts";
import { billWith, EMPTY_BILL, neverWorse } from "./bill.ts";
import { type LeastToCome, leastToCome } from "./bounds.ts";
import { halfOfWhatIsLeft, UNBOUNDED } from "./effort.ts";
import { type LinksFrom, linksOver } from "./links.ts";
import { ParetoChains } from "./pareto.ts";
import type { PlannerIndex } from "./planner-index.ts";
import {
  type Bridged,
  bridgedBy,
  extend,
  type Label,
  mayBeHidden,
  mayForkHere,
  nextState,
  type SearchState,
  stateKey,
} from "./search-label.ts";
import { type Chain, pieceChoices, type SearchTask } from "./search-task.ts";

export interface SearchOutcome {
  readonly chains: readonly Chain[];
  readonly complete: boolean;
  /** The work allowed was used up before everything that could matter was looked at. */
  readonly stopped: boolean;
}

/** The least a label will come to. */
interface Outlook {
  readonly joints: number;
  readonly priceCents: number;
}

interface Open {
  readonly label: Label;
  readonly priceCents: number;
}

/** Labels waiting, by the joints they come to at least; within equal joints the cheapest first. */
class Agenda {
  readonly #byJoints: Open[][] = [];

  add(label: Label, { joints, priceCents }: Outlook): void {
    const row = this.#byJoints[joints] ?? [];
    this.#byJoints[joints] = row;
    let at = row.length;
    while (at > 0 && (row[at - 1]?.priceCents ?? 0) < priceCents) at -= 1;
    row.splice(at, 0, { label, priceCents });
  }

  take(): Label | undefined {
    return this.#byJoints.find((row) => row !== undefined && row.length > 0)?.pop()?.label;
  }
}

interface Search {
  readonly index: PlannerIndex;
  readonly task: SearchTask;
  readonly goals: ParetoChains;
  readonly isBridged: Bridged;
  readonly kept: Map<string, Label[]>;
  readonly least: (progress: SearchState) => LeastToCome;
  readonly linksFrom: (end: EndCode) => LinksFrom;
  readonly agenda: Agenda;
  /** True when the work allowed is used up. */
  readonly isSpent: () => boolean;
}

/** What a way has come to so far. */
interface Spent {
  readonly joints: number;
  readonly priceCents: number;
  readonly faults: number;
  readonly missing: number;
}

const spentBy = ({ joints, faults, bill }: Label): Spent => ({
  joints,
  priceCents: bill.priceCents,
  faults,
  missing: bill.missing.size,
});

/** The least this progress can come to that nothing found so far matches or beats; null when there is no such. */
function outlookOf({ least, goals }: Search, progress: SearchState, spent: Spent): Outlook | null {
  const { prices, faults: faultsToCome } = least(progress);
  const faults = spent.faults + faultsToCome;
  let before = Number.POSITIVE_INFINITY;
  for (let more = 1; more < prices.length; more += 1) {
    const price = prices[more] ?? Number.POSITIVE_INFINITY;
    // As dear as with fewer joints: what beats the fewer beats these too.
    if (price === before) continue;
    before = price;
    const joints = spent.joints + more;
    const priceCents = spent.priceCents + price;
    if (!goals.beats(faults, joints, priceCents, spent.missing)) return { joints, priceCents };
  }
  return null;
}

/** Adds the chain a label makes when its end meets the inlet. */
function closeChain({ index, task, goals }: Search, label: Label): void {
  if (!label.hasLength || !label.hasBranched || task.needs.some((need) => !label.done.includes(need))) return;
  const meeting = index.meet(label.end, task.to);
  if (meeting === null) return;
  const isHidden = task.isAllHidden === true || !label.done.includes("shut-off");
  if (task.hidden !== null && isHidden && !task.hidden(meeting.mating.type)) return;
  for (const piece of pieceChoices(meeting, task.admits)) {
    const bill = piece === null ? label.bill : billWith(label.bill, piece, 1, task);
    goals.add({ links: label.links, lastPiece: piece, bill, faults: label.faults });
  }
}

/** True when a label in the same state ends no worse, whatever follows. */
function isNeverWorse(one: Label, other: Label, { inBox }: SearchTask): boolean {
  return (
    one.joints <= other.joints &&
    one.links.length <= other.links.length &&
    one.lossPsi <= other.lossPsi &&
    one.faults <= other.faults &&
    neverWorse(one.bill, other.bill, inBox)
  );
}

/** Puts every label one link longer on the agenda that may still matter. */
function grow(search: Search, label: Label): void {
  const { task, isBridged, kept, linksFrom, agenda, isSpent } = search;
  const { plain, forks } = linksFrom(label.end);
  const mayFork = !label.hasBranched && mayForkHere(label, task);
  for (const candidate of mayFork ? [...plain, ...forks] : plain) {
    if (isSpent()) return;
    if (!mayBeHidden(candidate.link, candidate.type, label.done.includes("shut-off"), label, task)) continue;
    if (task.water !== null && label.lossPsi + candidate.lossPsi > task.water.mostPsi) continue;
    const advanced = nextState(label, candidate.link, task, isBridged);
    if (advanced === null) continue;
    const outlook = outlookOf(search, advanced, {
      joints: label.joints + candidate.joints,
      priceCents: label.bill.priceCents + candidate.priceCents,
      faults: label.faults + candidate.faults,
      missing: label.bill.missing.size,
    });
    if (outlook === null) continue;
    const next = extend(label, candidate, advanced, task);
    const state = stateKey(next);
    const rivals = kept.get(state) ?? [];
    if (rivals.some((rival) => isNeverWorse(rival, next, task))) continue;
    kept.set(state, [...rivals.filter((rival) => !isNeverWorse(next, rival, task)), next]);
    agenda.add(next, outlook);
  }
}

/**
 * Returns all ways from one end to another that are Pareto-optimal in (faults of kind, joints, price in cents, number of
 * missing SKUs), one for each such cost, among those that leave enough pressure where the task asks. `complete` is false when chains of more than `maxParts` parts might still matter, or when the
 * work allowed was used up first; then the chains found are right, and others may be missing.
 * Shape: chains may be empty (the ends meet directly). Errors: none; unknown ends give no chains.
 */
export function searchChains(index: PlannerIndex, task: SearchTask): SearchOutcome {
  const effort = halfOfWhatIsLeft(task.effort ?? UNBOUNDED);
  if (effort.isSpent()) return { chains: [], complete: false, stopped: true };
  const linksFrom = linksOver(index, task);
  const search: Search = {
    index,
    task,
    goals: new ParetoChains(task.rivals ?? []),
    isBridged: bridgedBy(index, task.admits),
    kept: new Map(),
    least: leastToCome(index, task, linksFrom),
    linksFrom,
    agenda: new Agenda(),
    isSpent: effort.isSpent,
  };
  if (task.water !== null && task.water.mostPsi < 0) return { chains: [], complete: true, stopped: false };
  const start: Label = {
    end: task.from,
    done: [],
    hasLength: task.lengthIn === null,
    hasBranched: task.kept === null,
    cutFrom: null,
    run: [],
    links: [],
    joints: 0,
    bill: (task.extras ?? []).reduce((sum, part) => billWith(sum, part, 1, task), EMPTY_BILL),
    faults: 0,
    lossPsi: 0,
  };
  const cut: Label[] = [];
  search.agenda.add(start, { joints: 0, priceCents: 0 });
  for (let label = search.agenda.take(); label !== undefined; label = search.agenda.take()) {
    if (effort.isSpent()) break;
    effort.count();
    if (label !== start && search.kept.get(stateKey(label))?.includes(label) !== true) continue;
    if (outlookOf(search, label, spentBy(label)) === null) continue;
    closeChain(search, label);
    if (label.links.length < task.maxParts) grow(search, label);
    else cut.push(label);
  }
  const stopped = effort.isSpent();
  const complete = !stopped && cut.every((label) => outlookOf(search, label, spentBy(label)) === null);
  return { chains: search.goals.chains, complete, stopped };
}

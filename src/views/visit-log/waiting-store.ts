/**
 * Events kept by the browser: those that wait to be sent, those the server would not take (the tray), so that a reload, a
 * closed tab or an empty battery loses none, and those sent since the page was made, so that a page shown again without a
 * network still has them. Two tabs share the store: every change reads it afresh.
 */
import { broughtForward, type VisitEvent } from "../../core/visit/index.ts";

const QUEUE = "brass-nut waiting ";
const SENT = "brass-nut sent ";
/** What stood in a queue and could not be read; never written over. */
const UNREADABLE = "brass-nut unreadable ";

/** An event the server would not take, with its own words why. */
export interface Refused {
  readonly refused: VisitEvent;
  readonly reason: string;
}

export interface Queue {
  /** In the order they were typed. */
  readonly waiting: readonly VisitEvent[];
  readonly tray: readonly Refused[];
}

/** The browser gives no more room: nothing was kept. */
export class StoreFull extends Error {
  constructor(cause: unknown) {
    super("the browser's store is full", { cause });
    this.name = "StoreFull";
  }
}

type Item = VisitEvent | Refused;

const isObject = (value: unknown): value is object => typeof value === "object" && value !== null;
// What this module wrote itself, and nobody else writes under these names.
const isEvent = (value: unknown): value is VisitEvent => isObject(value) && "id" in value && "kind" in value;
const isRefused = (value: unknown): value is Refused =>
  isObject(value) && "refused" in value && isEvent(value.refused) && "reason" in value;
const isItem = (value: unknown): value is Item => isEvent(value) || isRefused(value);

/** An item of a queue that an earlier version of the page may have written. */
function itemBroughtForward(item: unknown): unknown {
  if (!isObject(item) || !("refused" in item)) return broughtForward(item);
  return { ...item, refused: broughtForward(item.refused) };
}

function parsed(text: string): readonly Item[] | null {
  try {
    const value: unknown = JSON.parse(text);
    const items: unknown = Array.isArray(value) ? value.map(itemBroughtForward) : value;
    return Array.isArray(items) && items.every(isItem) ? items : null;
  } catch {
    return null;
  }
}

function load(key: string): readonly Item[] {
  const text = localStorage.getItem(key);
  if (text === null) return [];
  const items = parsed(text);
  if (items !== null) return items;
  if (key.startsWith(QUEUE))
    localStorage.setItem(`${UNREADABLE}${key.slice(QUEUE.length)} ${Date.now()}`, text);
  return [];
}

const keysOf = (start: string) => Object.keys(localStorage).filter((key) => key.startsWith(start));

/** Writes; when the browser has no more room, what is only a copy of the server's is let go first. Errors: StoreFull. */
function save(key: string, items: readonly Item[]): void {
  if (items.length === 0) {
    localStorage.removeItem(key);
    return;
  }
  const text = JSON.stringify(items);
  try {
    localStorage.setItem(key, text);
  } catch {
    for (const copy of keysOf(SENT)) localStorage.removeItem(copy);
    try {
      localStorage.setItem(key, text);
    } catch (cause) {
      throw new StoreFull(cause);
    }
  }
}

export function loadQueue(visitId: string): Queue {
  const items = load(QUEUE + visitId);
  return { waiting: items.filter(isEvent), tray: items.filter(isRefused) };
}

function saveQueue(visitId: string, { waiting, tray }: Queue): void {
  save(QUEUE + visitId, [...waiting, ...tray]);
}

/** Puts events at the end of the queue, all or none. Errors: StoreFull. */
export function addWaiting(visitId: string, events: readonly VisitEvent[]): void {
  const queue = loadQueue(visitId);
  const known = new Set(queue.waiting.map(({ id }) => id));
  const fresh = events.filter(({ id }) => !known.has(id));
  saveQueue(visitId, { ...queue, waiting: [...queue.waiting, ...fresh] });
}

/** Takes what the server has off the queue, and moves what it would not take to the tray: one write, so nothing falls between. */
export function settleWaiting(
  visitId: string,
  kept: readonly VisitEvent[],
  refused: readonly Refused[],
): void {
  const queue = loadQueue(visitId);
  const gone = new Set([...kept, ...refused.map((each) => each.refused)].map(({ id }) => id));
  saveQueue(visitId, {
    waiting: queue.waiting.filter(({ id }) => !gone.has(id)),
    tray: [...queue.tray.filter((each) => !gone.has(each.refused.id)), ...refused],
  });
  if (kept.length === 0) return;
  try {
    save(SENT + visitId, [...load(SENT + visitId), ...kept]);
  } catch {
    // Only a copy: the server has them.
  }
}

/** What waits, without what a page made since already holds: the answer to those was lost on its way. */
export function restoreQueue(visitId: string, held: readonly VisitEvent[]): Queue {
  const queue = loadQueue(visitId);
  const known = new Set(held.map(({ id }) => id));
  const still = {
    waiting: queue.waiting.filter(({ id }) => !known.has(id)),
    tray: queue.tray.filter(({ refused }) => !known.has(refused.id)),
  };
  if (still.waiting.length + still.tray.length < queue.waiting.length + queue.tray.length)
    saveQueue(visitId, still);
  return still;
}

/** Takes events out of the tray and puts them at the end of the queue again. Errors: StoreFull. */
export function retryFromTray(visitId: string, ids: ReadonlySet<string>): void {
  const { waiting, tray } = loadQueue(visitId);
  const again = tray.filter(({ refused }) => ids.has(refused.id));
  saveQueue(visitId, {
    waiting: [...waiting, ...again.map(({ refused }) => refused)],
    tray: tray.filter((each) => !again.includes(each)),
  });
}

/** Throws events in the tray away: only where a person has asked for exactly that. */
export function removeFromTray(visitId: string, ids: ReadonlySet<string>): void {
  const { waiting, tray } = loadQueue(visitId);
  saveQueue(visitId, { waiting, tray: tray.filter(({ refused }) => !ids.has(refused.id)) });
}

/** Events sent earlier that the page does not hold; those it holds are forgotten. */
export function loadSent(visitId: string, held: readonly VisitEvent[]): readonly VisitEvent[] {
  const known = new Set(held.map(({ id }) => id));
  const missing = load(SENT + visitId)
    .filter(isEvent)
    .filter(({ id }) => !known.has(id));
  save(SENT + visitId, missing);
  return missing;
}

/** Visits something waits for, or lies in the tray of. */
export function visitsQueued(): readonly string[] {
  return keysOf(QUEUE).map((key) => key.slice(QUEUE.length));
}

/** Queues that could not be read, as they stood. */
export function unreadableQueues(): readonly { readonly name: string; readonly text: string }[] {
  return keysOf(UNREADABLE).map((key) => ({
    name: key.slice(UNREADABLE.length),
    text: localStorage.getItem(key) ?? "",
  }));
}

/**
 * Events kept by the browser: those that wait to be sent, so that a reload, a closed tab or an empty battery loses none,
 * and those sent since the page was made, so that a page shown again without a network still has them.
 * Two tabs share the store: every change reads it afresh.
 */
import type { VisitEvent } from "../../core/visit/index.ts";

const WAITING = "brass-nut waiting ";
const SENT = "brass-nut sent ";

function isEventList(value: unknown): value is VisitEvent[] {
  return (
    Array.isArray(value) &&
    value.every((item) => typeof item === "object" && item !== null && "id" in item && "kind" in item)
  );
}

function load(key: string): readonly VisitEvent[] {
  const text = localStorage.getItem(key);
  if (text === null) return [];
  try {
    const value: unknown = JSON.parse(text);
    return isEventList(value) ? value : [];
  } catch {
    return [];
  }
}

function save(key: string, events: readonly VisitEvent[]): void {
  if (events.length === 0) localStorage.removeItem(key);
  else localStorage.setItem(key, JSON.stringify(events));
}

export const loadWaiting = (visitId: string) => load(WAITING + visitId);

export function addWaiting(visitId: string, event: VisitEvent): void {
  const held = loadWaiting(visitId);
  if (!held.some(({ id }) => id === event.id)) save(WAITING + visitId, [...held, event]);
}

/** Takes events off the queue; those the server has are remembered as sent. */
export function settleWaiting(visitId: string, ids: readonly string[], sent: readonly VisitEvent[]): void {
  const gone = new Set(ids);
  save(
    WAITING + visitId,
    loadWaiting(visitId).filter(({ id }) => !gone.has(id)),
  );
  if (sent.length > 0) save(SENT + visitId, [...load(SENT + visitId), ...sent]);
}

/** Events sent earlier that the page does not hold; those it holds are forgotten. */
export function loadSent(visitId: string, held: readonly VisitEvent[]): readonly VisitEvent[] {
  const known = new Set(held.map(({ id }) => id));
  const missing = load(SENT + visitId).filter(({ id }) => !known.has(id));
  save(SENT + visitId, missing);
  return missing;
}

/** Visits something waits for. */
export function visitsWaiting(): readonly string[] {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(WAITING))
    .map((key) => key.slice(WAITING.length));
}

/** Events that wait to be sent, kept by the browser so that a reload or an empty battery loses none. */
import type { VisitEvent } from "../../core/visit/index.ts";

const keyOf = (visitId: string) => `brass-nut waiting ${visitId}`;

function isEventList(value: unknown): value is VisitEvent[] {
  return (
    Array.isArray(value) &&
    value.every((item) => typeof item === "object" && item !== null && "id" in item && "kind" in item)
  );
}

export function loadWaiting(visitId: string): readonly VisitEvent[] {
  const text = localStorage.getItem(keyOf(visitId));
  if (text === null) return [];
  try {
    const value: unknown = JSON.parse(text);
    return isEventList(value) ? value : [];
  } catch {
    return [];
  }
}

export function saveWaiting(visitId: string, events: readonly VisitEvent[]): void {
  if (events.length === 0) localStorage.removeItem(keyOf(visitId));
  else localStorage.setItem(keyOf(visitId), JSON.stringify(events));
}

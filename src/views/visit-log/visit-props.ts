import type { StepTables } from "../../core/step/index.ts";
import { foldVisit, type VisitEvent, type VisitState } from "../../core/visit/index.ts";
import type { EndFigures } from "../../drawing/layout.ts";

/** What every island of a connection is given. */
export interface VisitProps {
  readonly visitId: string;
  readonly connectionId: string;
  /** The visit's events as JSON text: a page writes and reads thousands of them many times faster so than value by value. */
  readonly eventText: string;
  readonly actor: string;
  readonly zone: string;
  /** When the page was made, UTC: decides whether a follow-up check is overdue. */
  readonly now: string;
  /** When an earlier visit left the connection as this one began, and its record; null: this one began from a preset. */
  readonly asLeft: { readonly at: string; readonly href: string } | null;
  /** Only the rows this connection can need. */
  readonly tables: StepTables;
  readonly ends: EndFigures;
}

let latest: { readonly eventText: string; readonly events: readonly VisitEvent[] } | undefined;
const folded = new WeakMap<readonly VisitEvent[], VisitState>();

/** Returns the events a page was given as text. The latest text is read once: a server renders a view twice, and the next request asks for the same visit. */
export function eventsIn(eventText: string): readonly VisitEvent[] {
  if (latest?.eventText === eventText) return latest.events;
  const events: readonly VisitEvent[] = JSON.parse(eventText);
  latest = { eventText, events };
  return events;
}

/** Returns what events come to, folded once for each list. */
export function foldedOnce(events: readonly VisitEvent[]): VisitState {
  const known = folded.get(events);
  if (known !== undefined) return known;
  const state = foldVisit(events);
  folded.set(events, state);
  return state;
}

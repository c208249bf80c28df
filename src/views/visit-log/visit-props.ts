import type { StepTables } from "../../core/step/index.ts";
import type { VisitEvent } from "../../core/visit/index.ts";
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

/** Returns the events a page was given as text. */
export function eventsIn(eventText: string): readonly VisitEvent[] {
  return JSON.parse(eventText);
}

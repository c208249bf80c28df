/** The day's tickets: what runs, what is late, what is done. */
import {
  type ConnectionPhase,
  type ConnectionState,
  connectionPhase,
  foldVisit,
  type NextThing,
  nextThing,
  type VisitState,
} from "../core/visit/index.ts";
import { eventsOf, listVisits } from "../db/visits.ts";
import type { Context } from "./context.ts";
import { eventFromRow } from "./event-rows.ts";

export interface TicketConnection {
  readonly connection: ConnectionState;
  readonly phase: ConnectionPhase;
  readonly next: NextThing | null;
}

export interface Ticket {
  readonly id: string;
  readonly version: number;
  readonly state: VisitState;
  readonly startsAt: Date;
  readonly zone: string;
  readonly connections: readonly TicketConnection[];
  readonly lookBackDueAt: Date | null;
  readonly isOverdue: boolean;
}

/** Finished visits stay on the page this long, ms: one week. */
const KEPT_MS = 7 * 24 * 60 * 60 * 1000;
const MOST_TICKETS = 60;

/** What wants somebody first: late look-backs, then open work, then what waits, then what is done. */
function rankOf({ isOverdue, connections }: Ticket): number {
  if (isOverdue) return 0;
  const phases = new Set(connections.map(({ phase }) => phase));
  if (phases.size === 0) return 1;
  if ([...phases].every((phase) => phase === "done")) return 3;
  return [...phases].every((phase) => phase === "done" || phase === "look-back") ? 2 : 1;
}

/** Tickets by rank, within one rank by start. */
export async function readDay({ sql, tables, now }: Context): Promise<readonly Ticket[]> {
  const at = now();
  const rows = await listVisits(sql, new Date(at.getTime() - KEPT_MS), MOST_TICKETS);
  const events = await eventsOf(
    sql,
    rows.map((row) => row.visitId),
  );
  return rows
    .map((row): Ticket => {
      const own = events
        .filter((event) => event.visitId === row.visitId)
        .map((event) => eventFromRow(event).event);
      const state = foldVisit(own);
      const connections = state.connections
        .map((connection) => ({
          connection,
          phase: connectionPhase(connection, tables.stages, at.toISOString()),
        }))
        .filter(({ phase }) => phase !== "dropped")
        .map(({ connection, phase }) => ({ connection, phase, next: nextThing(phase) }));
      return {
        id: row.visitId,
        version: own.length,
        state,
        startsAt: row.startsAt,
        zone: row.siteZone,
        connections,
        lookBackDueAt: row.lookBackDueAt,
        isOverdue: connections.some(({ phase }) => phase === "overdue"),
      };
    })
    .sort((a, b) => rankOf(a) - rankOf(b));
}

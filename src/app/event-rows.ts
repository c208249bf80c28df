/** Events as rows and back. */
import type { VisitEvent } from "../core/visit/index.ts";
import type { EventRow, ImportMark, NewEventRow } from "../db/visits.ts";
import { isStoredEvent } from "../schema/stored-event.ts";

export interface KeptEvent {
  readonly event: VisitEvent;
  readonly receivedAt: string;
  /** Each time the event was read from a file, the first first; absent: written here. */
  readonly imported?: readonly ImportMark[];
}

/**
 * The event a row holds. Rows were checked when they were written; here only that this version knows their kind and that
 * nothing of it is missing. Errors: RangeError naming the event otherwise.
 */
export function eventFromRow(row: EventRow): KeptEvent {
  const event: unknown = Object.assign(
    { id: row.eventId, kind: row.kind, actor: row.actor, typedAt: row.typedAt.toISOString() },
    row.body,
  );
  if (!isStoredEvent(event))
    throw new RangeError(
      `event ${row.eventId} (number ${row.seq}, ${row.kind}) cannot be read by this version`,
    );
  const kept = { event, receivedAt: row.receivedAt.toISOString() };
  return row.imported === null ? kept : { ...kept, imported: row.imported };
}

export function rowFromEvent(
  visitId: string,
  seq: number,
  event: VisitEvent,
  receivedAt?: string,
): NewEventRow {
  const { id, kind, actor, typedAt, ...body } = event;
  const received = receivedAt === undefined ? {} : { receivedAt: new Date(receivedAt) };
  return { eventId: id, visitId, seq, kind, actor, typedAt: new Date(typedAt), body, ...received };
}

/** Events as rows and back. */
import { broughtForward, EVENT_SHAPE, type VisitEvent } from "../../core/visit/index.ts";
import type { EventRow, ImportMark, NewEventRow } from "../../db/visit.ts";
import { isStoredEvent } from "../../schema/stored-event.ts";
import { eventSchema } from "../../schema/visit.ts";

export interface KeptEvent {
  readonly event: VisitEvent;
  readonly receivedAt: string;
  /** Each time the event was read from a file, the first first; absent: written here. */
  readonly imported?: readonly ImportMark[];
}

/**
 * Reads the event of a row, in today's shape. Rows were checked when they were written; checked here is only that this
 * version knows the kind and that no field is missing. Errors: RangeError naming the event otherwise.
 */
export function eventFromRow(row: EventRow): KeptEvent {
  const stored = { id: row.eventId, kind: row.kind, actor: row.actor, typedAt: row.typedAt.toISOString() };
  const event = broughtForward(Object.assign(stored, row.body), row.shape, row.receivedAt.toISOString());
  if (!isStoredEvent(event))
    throw new RangeError(
      `event ${row.eventId} (number ${row.seq}, ${row.kind}) cannot be read by this version`,
    );
  const kept = { event, receivedAt: row.receivedAt.toISOString() };
  return row.imported === null ? kept : { ...kept, imported: row.imported };
}

/** Returns why the event of a row cannot be read, every field looked at; null: it can. */
export function whyUnreadable(row: EventRow): string | null {
  try {
    const parsed = eventSchema.safeParse(eventFromRow(row).event);
    if (parsed.success) return null;
    const [first] = parsed.error.issues;
    return first ? `${first.path.map(String).join(".")}: ${first.message}` : "its shape is wrong";
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Builds the row an event is stored as, in today's shape. */
export function rowFromEvent(
  visitId: string,
  seq: number,
  event: VisitEvent,
  receivedAt?: string,
): NewEventRow {
  const { id, kind, actor, typedAt, ...body } = event;
  const received = receivedAt === undefined ? {} : { receivedAt: new Date(receivedAt) };
  const stamp = { eventId: id, visitId, seq, kind, actor, typedAt: new Date(typedAt) };
  return { ...stamp, shape: EVENT_SHAPE, body, ...received };
}

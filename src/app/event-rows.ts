/** Events as rows and back. */
import type { VisitEvent } from "../core/visit/index.ts";
import type { EventRow, NewEventRow } from "../db/visits.ts";
import { eventSchema } from "../schema/visit.ts";

export interface KeptEvent {
  readonly event: VisitEvent;
  readonly receivedAt: string;
}

/** Errors: ZodError when a row does not hold an event this version knows. */
export function eventFromRow(row: EventRow): KeptEvent {
  const event = eventSchema.parse({
    ...(row.body as object),
    id: row.eventId,
    kind: row.kind,
    actor: row.actor,
    typedAt: row.typedAt.toISOString(),
  });
  return { event, receivedAt: row.receivedAt.toISOString() };
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

/** True when two events say the same, whatever the order of their fields and the spelling of their times. */
export function isSameEvent(one: VisitEvent, other: VisitEvent): boolean {
  return canonical(one) === canonical(other);
}

function canonical(value: unknown, key = ""): string {
  if (Array.isArray(value)) return `[${value.map((item) => canonical(item)).join(",")}]`;
  if (typeof value === "object" && value !== null)
    return `{${Object.entries(value)
      .filter(([, item]) => item !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, item]) => `${JSON.stringify(name)}:${canonical(item, name)}`)
      .join(",")}}`;
  if (typeof value === "string" && key === "typedAt") return JSON.stringify(new Date(value).toISOString());
  return JSON.stringify(value);
}

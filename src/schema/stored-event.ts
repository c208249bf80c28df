/** A quick look at an event that comes from our own database: it was checked whole when it was written. */
import type { VisitEvent } from "../core/visit/index.ts";
import { isOptional } from "./optional-nulls.ts";
import { eventSchema } from "./visit.ts";

/** Fields an event of each kind must have. */
const FIELDS: ReadonlyMap<string, readonly string[]> = new Map(
  eventSchema.options.map(({ shape }) => [
    shape.kind.value,
    Object.entries(shape)
      .filter(([, field]) => !isOptional(field))
      .map(([name]) => name),
  ]),
);

/** Returns true when this version knows the event's kind and the event has every field of that kind. */
export function isStoredEvent(value: unknown): value is VisitEvent {
  if (typeof value !== "object" || value === null || !("kind" in value)) return false;
  const fields = typeof value.kind === "string" ? FIELDS.get(value.kind) : undefined;
  return fields?.every((name) => name in value) ?? false;
}

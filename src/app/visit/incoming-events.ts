/** Events as they come in: each once, room for them, times put right, the server's own answers in place of the sender's. */
import { firstRepeated, isSameEvent, type VisitEvent } from "../../core/visit/index.ts";
import type { Db } from "../../db/client.ts";
import { findEvents } from "../../db/visit.ts";
import { MOST_EVENTS } from "../../schema/visit.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { withServerAnswers } from "./certified-events.ts";
import { withTypedTimes } from "./corrected-times.ts";
import { eventFromRow } from "./event-rows.ts";

/** How a writer sends events. */
export interface SendOptions {
  /** Number of events the writer has seen; absent: adds to whatever is there. */
  readonly version?: number | null | undefined;
  /** What the writer's clock says; absent: the writer's clock is taken to be right. */
  readonly sentAt?: string | null | undefined;
  /** Who sends, as the server knows from the request; absent: the server itself writes, and the events name their actor. */
  readonly actor?: string;
  readonly signal?: AbortSignal;
}

/** Largest log of one visit, bytes as JSON: what an export of it may be, so that the export can be read in again. */
export const MOST_LOG_BYTES = 8_000_000;

/**
 * Checks that no event stands twice in one request.
 * Errors: AppError invalid when an event stands twice in one request.
 */
export function checkDistinct(events: readonly VisitEvent[]): void {
  const twice = firstRepeated(events);
  if (twice >= 0)
    throw new AppError("invalid", `events.${twice}.id: stands twice in this request.`, [
      { path: `events.${twice}.id`, message: "stands twice in this request" },
    ]);
}

/** Returns the events that are not there yet. Errors: AppError conflict when an id stands for something else, in this visit or another. */
export async function withoutKnownEvents(
  sql: Db,
  id: string,
  events: readonly VisitEvent[],
): Promise<readonly VisitEvent[]> {
  const rows = await findEvents(
    sql,
    events.map((event) => event.id),
  );
  const storedRows = new Map(rows.map((row) => [row.eventId, row]));
  return events.filter((event, index) => {
    const row = storedRows.get(event.id);
    if (!row) return true;
    if (row.visitId === id && isSameEvent(eventFromRow(row).event, event)) return false;
    throw new AppError("conflict", "An event with this id is there already and says something else.", [
      { path: `events.${index}.id`, message: "taken" },
    ]);
  });
}

/**
 * Runs work on some of a request's events; what it finds wrong is told at the event's own place in the request, or a
 * sender would take another event for the bad one.
 */
export async function withFieldsOfRequest<T>(
  some: readonly VisitEvent[],
  request: readonly VisitEvent[],
  work: () => Promise<T> | T,
): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof AppError)) throw error;
    const placeOf = (at: string) => request.findIndex(({ id }) => id === some[Number(at)]?.id);
    const fields = error.fields.map(({ path, message }) => ({
      path: path.replace(/^events\.(\d+)/, (_, at: string) => `events.${placeOf(at)}`),
      message,
    }));
    throw new AppError(error.code, error.message, fields, { cause: error });
  }
}

/** Returns the events as this server keeps them: actor stamped, times put right, plans and judgements its own. Long work, so before any lock is held. */
export async function certifiedEvents(
  context: Context,
  events: readonly VisitEvent[],
  { sentAt, actor, signal }: SendOptions,
): Promise<ReadonlyMap<string, VisitEvent>> {
  const stamped = actor === undefined ? events : events.map((event) => ({ ...event, actor }));
  const timed = withTypedTimes(stamped, context.now(), sentAt ?? null);
  const own = await withServerAnswers(context, timed, signal);
  return new Map(own.map((event) => [event.id, event]));
}

/** Returns the bytes of the log with the events added. Errors: AppError refused when the visit then holds more than an export may. */
export function logBytesWith(events: readonly VisitEvent[], logBytes: number, count: number): number {
  const bytes = events.reduce((sum, event) => sum + JSON.stringify(event).length, logBytes);
  if (count + events.length <= MOST_EVENTS && bytes <= MOST_LOG_BYTES) return bytes;
  throw new AppError(
    "refused",
    `A visit holds ${MOST_EVENTS} events and ${MOST_LOG_BYTES / 1_000_000} MB at most: open another visit for what is left.`,
    [{ path: "events", message: "this visit is full" }],
  );
}

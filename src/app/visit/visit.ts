/** Opening, reading and adding to visits. */
import {
  applyEvent,
  firstRefused,
  foldVisit,
  type VisitEvent,
  type VisitState,
  type VisitSummary,
  visitSummary,
  withStepRoles,
} from "../../core/visit/index.ts";
import type { Db } from "../../db/client.ts";
import { deletePhotos } from "../../db/photo.ts";
import { transact } from "../../db/transact.ts";
import {
  findVisit,
  insertEvents,
  insertVisit,
  lockVisit,
  moveToSite,
  updateVisit,
  type VisitRow,
} from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { AppError, notFound } from "../http/app-error.ts";
import { libraryToOpenWith, withLibrary } from "../step/step-library.ts";
import { type KeptEvent, rowFromEvent } from "./event-rows.ts";
import {
  certifiedEvents,
  checkDistinct,
  logBytesWith,
  type SendOptions,
  withFieldsOfRequest,
  withoutKnownEvents,
} from "./incoming-events.ts";
import { keepProjection } from "./projections.ts";
import { keepValves } from "./site-valves.ts";
import { type FoldedVisit, foldedVisit, isUnreadable, keepFolded } from "./visit-cache.ts";

export interface Visit {
  readonly id: string;
  readonly version: number;
  readonly phase: string;
  readonly lookBackDueAt: string | null;
  readonly libraryVersion: number | null;
  /** Events that could not be read and are left out. */
  readonly setAside: number;
  readonly events: readonly KeptEvent[];
  readonly state: VisitState;
}

export interface AddedEvents {
  readonly visit: string;
  readonly version: number;
  readonly added: number;
}

type VisitTools = Pick<Context, "tables" | "now">;

/** Returns what the visit has come to. Errors: AppError unreadable, naming the event and the command that helps. */
export async function readFolded(
  { sql: pool }: Pick<Context, "sql">,
  row: VisitRow,
  sql?: Db,
): Promise<FoldedVisit> {
  const visit = await foldedVisit(pool, row, sql);
  if (!isUnreadable(visit)) return visit;
  throw new AppError(
    "unreadable",
    `This visit cannot be read: ${visit.unreadable}. Nothing of it is lost; bin/repair says what can be done.`,
  );
}

/** Returns the visit with all its events. Errors: AppError not-found, unreadable. */
export async function readVisit(context: Pick<Context, "sql">, id: string): Promise<Visit> {
  const row = await findVisit(context.sql, id);
  if (!row) throw notFound("visit");
  const { events, state } = await readFolded(context, row);
  const { version, phase, lookBackDueAt, libraryVersion, setAside } = row;
  return {
    id,
    version,
    phase,
    lookBackDueAt: lookBackDueAt?.toISOString() ?? null,
    libraryVersion,
    setAside,
    events,
    state,
  };
}

/** Returns a visit's row from what its events have come to. */
export function rowFromSummary(
  visitId: string,
  { startsAt, lookBackDueAt, ...summary }: VisitSummary,
  {
    version,
    libraryVersion,
    logBytes,
    setAside = 0,
  }: Pick<VisitRow, "version" | "libraryVersion" | "logBytes"> & Partial<Pick<VisitRow, "setAside">>,
): VisitRow {
  return {
    ...summary,
    visitId,
    startsAt: new Date(startsAt),
    lookBackDueAt: lookBackDueAt === null ? null : new Date(lookBackDueAt),
    version,
    libraryVersion,
    logBytes,
    setAside,
  };
}

/** Computes what a visit's row repeats of its events. */
export function summaryOf(events: readonly VisitEvent[], { tables, now }: VisitTools): VisitSummary {
  return visitSummary(foldVisit(events), tables.stages, now().toISOString());
}

/** Writes a visit that is not there yet. `receivedAt` tells when an event came in; absent: now. */
export async function writeNew(
  sql: Db,
  row: VisitRow,
  events: readonly VisitEvent[],
  receivedAt?: (event: VisitEvent) => string,
): Promise<void> {
  await insertVisit(sql, row);
  await insertEvents(
    sql,
    events.map((event, index) => rowFromEvent(row.visitId, index + 1, event, receivedAt?.(event))),
  );
}

/** Returns every event through the rules of the trade, one after the other. Errors: AppError refused or stale, naming the event and field. */
export function withAllowedEvents(
  before: readonly VisitEvent[],
  added: readonly VisitEvent[],
  { tables }: Pick<VisitTools, "tables">,
  now?: VisitState,
): readonly VisitEvent[] {
  const refused = firstRefused(before, added, tables, { now });
  if (refused === null) return [...before, ...added];
  const { message, field, isStale } = refused.refusal;
  throw new AppError(isStale ? "stale" : "refused", message, [
    { path: `events.${refused.index}.${field}`, message },
  ]);
}

/** What accepted events make of a visit; only where one is taken back is the whole list told again. */
function stateAfter(
  state: VisitState,
  before: readonly VisitEvent[],
  added: readonly VisitEvent[],
): VisitState {
  return added.some(({ kind }) => kind === "event-undone")
    ? foldVisit([...before, ...added])
    : added.reduce(applyEvent, state);
}

/** Pictures that events take off and that no signature stood on. */
function deletablePhotos(events: readonly VisitEvent[], { connections }: VisitState): readonly string[] {
  const struck = new Set(connections.flatMap(({ struckPhotos }) => struckPhotos.map(({ id }) => id)));
  return events.flatMap((event) =>
    event.kind === "photo-removed" && !struck.has(event.photo) ? [event.photo] : [],
  );
}

/**
 * Adds events to a visit, exactly once each: those that are there already are passed over.
 * Errors: AppError not-found, stale, conflict, refused, invalid, too-heavy.
 */
export async function addEvents(
  context: Context,
  id: string,
  events: readonly VisitEvent[],
  sending: SendOptions = {},
): Promise<AddedEvents> {
  checkDistinct(events);
  const there = await findVisit(context.sql, id);
  if (!there) throw notFound("visit");
  const sent = await withoutKnownEvents(context.sql, id, events);
  if (sent.length === 0) return { visit: id, version: there.version, added: 0 };
  const own = await withFieldsOfRequest(sent, events, () => certifiedEvents(context, sent, sending));
  const done = await transact(context.sql, async (tx) => {
    const row = await lockVisit(tx, id);
    if (!row) throw notFound("visit");
    const missing = await withFieldsOfRequest(sent, events, () => withoutKnownEvents(tx, id, sent));
    const tools = await withLibrary(context, row.libraryVersion, tx);
    const fresh = withStepRoles(
      missing.map((event) => own.get(event.id) ?? event),
      tools.tables.steps,
    );
    if (fresh.length === 0)
      return { answer: { visit: id, version: row.version, added: 0 }, row, next: row, folded: null };
    const { version: seen } = sending;
    if (seen != null && seen !== row.version)
      throw new AppError(
        "stale",
        `Somebody else has written here since (${row.version - seen} more): reload and look before writing.`,
        [{ path: "version", message: `is ${row.version} now` }],
      );
    const visit = await readFolded(context, row, tx);
    const logBytes = logBytesWith(fresh, row.logBytes, row.version);
    const before = visit.events.map(({ event }) => event);
    await withFieldsOfRequest(fresh, events, () => withAllowedEvents(before, fresh, tools, visit.state));
    const receivedAt = context.now().toISOString();
    const state = stateAfter(visit.state, before, fresh);
    await insertEvents(
      tx,
      fresh.map((event, index) => rowFromEvent(id, row.version + index + 1, event, receivedAt)),
    );
    await deletePhotos(tx, id, deletablePhotos(fresh, state));
    await keepValves(tx, id, fresh);
    const version = row.version + fresh.length;
    const summary = visitSummary(state, context.tables.stages, receivedAt);
    const next = rowFromSummary(id, summary, { ...row, version, logBytes });
    await updateVisit(tx, next);
    if (fresh.some(({ kind }) => kind === "visit-renamed")) await moveToSite(tx, next);
    await keepProjection(
      tx,
      id,
      { events: before, state: visit.state },
      { events: [...before, ...fresh], state },
      context,
    );
    const stored = [...visit.events, ...fresh.map((event) => ({ event, receivedAt }))];
    return {
      answer: { visit: id, version, added: fresh.length },
      row,
      next,
      folded: { events: stored, state },
    };
  });
  // Only what is written for good is remembered.
  if (done.folded !== null) keepFolded(context.sql, done.row, done.next, done.folded);
  return done.answer;
}

/**
 * Opens a visit under an id its writer made, with its first events. Sent twice, or by several at once, it is opened once.
 * Errors: AppError conflict, refused, invalid, too-heavy.
 */
export async function openVisit(
  context: Context,
  id: string,
  events: readonly VisitEvent[],
  sending: SendOptions = {},
): Promise<AddedEvents> {
  checkDistinct(events);
  const present = await findVisit(context.sql, id);
  const certified = present ? new Map<string, VisitEvent>() : await certifiedEvents(context, events, sending);
  return transact(context.sql, async (tx) => {
    const row = await lockVisit(tx, id);
    const fresh = await withoutKnownEvents(tx, id, events);
    if (row) {
      if (fresh.length > 0)
        throw new AppError("conflict", "A visit with this id is there already.", [
          { path: "visit", message: "taken" },
        ]);
      return { visit: id, version: row.version, added: 0 };
    }
    if (fresh.length < events.length)
      throw new AppError("conflict", "An event of this visit belongs to another visit.");
    const libraryVersion = await libraryToOpenWith(tx, context.tables);
    const tools = await withLibrary(context, libraryVersion, tx);
    const own = withStepRoles(
      fresh.map((event) => certified.get(event.id) ?? event),
      tools.tables.steps,
    );
    const logBytes = logBytesWith(own, 0, 0);
    const accepted = withAllowedEvents([], own, tools);
    const version = accepted.length;
    const opened = rowFromSummary(id, summaryOf(accepted, context), { version, libraryVersion, logBytes });
    await writeNew(tx, opened, accepted);
    await keepValves(tx, id, accepted);
    await keepProjection(tx, id, null, { events: accepted, state: foldVisit(accepted) }, context);
    return { visit: id, version, added: version };
  });
}

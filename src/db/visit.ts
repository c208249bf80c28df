/** Rows of visits and their events. */
import type { Db } from "./client.ts";
import { keepSite } from "./site.ts";

export interface VisitRow {
  readonly visitId: string;
  readonly siteName: string;
  readonly siteAddress: string;
  readonly siteZone: string;
  readonly title: string;
  readonly startsAt: Date;
  readonly phase: string;
  readonly lookBackDueAt: Date | null;
  readonly version: number;
  /** Version of the step library the visit was opened with; null: the shipped library. */
  readonly libraryVersion: number | null;
  /** Events that could not be read and are left out. */
  readonly setAside: number;
  /** What its events come to as JSON, bytes. */
  readonly logBytes: number;
}

/** One reading of an event from a file. */
export interface ImportMark {
  readonly at: string;
  readonly by: string;
}

export interface EventRow {
  readonly eventId: string;
  readonly visitId: string;
  readonly seq: number;
  readonly kind: string;
  readonly actor: string;
  readonly typedAt: Date;
  readonly receivedAt: Date;
  /** Shape the event was written in. */
  readonly shape: number;
  readonly body: unknown;
  /** Oldest first; null: written here. */
  readonly imported: readonly ImportMark[] | null;
}

/** What a new event row is made of; the database stamps when it was received unless told. */
export type NewEventRow = Omit<EventRow, "receivedAt" | "body" | "imported"> & {
  readonly body: object;
  readonly receivedAt?: Date;
  readonly imported?: readonly ImportMark[];
};

/** Columns of a visit's row. */
export const visitColumns = (sql: Db) =>
  sql`visit_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version, set_aside, log_bytes`;

/** Finds the row of a visit. */
export async function findVisit(sql: Db, visitId: string): Promise<VisitRow | undefined> {
  const [row] = await sql<VisitRow[]>`select ${visitColumns(sql)} from visit where visit_id = ${visitId}`;
  return row;
}

/**
 * Returns the visit, locked until the transaction ends, so that events are numbered one writer at a time. Its id is locked too:
 * a visit that is not there yet is opened by one writer at a time.
 */
export async function lockVisit(sql: Db, visitId: string): Promise<VisitRow | undefined> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${visitId}, 0))`;
  const [row] = await sql<
    VisitRow[]
  >`select ${visitColumns(sql)} from visit where visit_id = ${visitId} for update`;
  return row;
}

/** Of an event only what times are told from. */
export interface LoggedEventRow {
  readonly eventId: string;
  readonly visitId: string;
  readonly kind: string;
  readonly actor: string;
  readonly typedAt: Date;
  readonly step: string | null;
  readonly undoes: string | null;
}

/**
 * Returns what was done, when and by whom in the visits that started last, visit by visit in order. Reads fields of bodies as they
 * were written: `step` and `undoes` have their names since the first shape.
 */
export async function recentLoggedEvents(sql: Db, visits: number): Promise<readonly LoggedEventRow[]> {
  return sql<LoggedEventRow[]>`
    select event_id, visit_id, kind, actor, typed_at, body ->> 'step' as step, body ->> 'undoes' as undoes
    from visit_event
    where visit_id in (select visit_id from visit order by starts_at desc, visit_id desc limit ${visits})
      and not exists (select 1 from event_set_aside as aside where aside.event_id = visit_event.event_id)
    order by visit_id, seq`;
}

/** Reads the events of some visits in order, those set aside left out. */
export async function eventsOf(sql: Db, visitIds: readonly string[]): Promise<readonly EventRow[]> {
  if (visitIds.length === 0) return [];
  return sql<EventRow[]>`
    select event_id, visit_id, seq, kind, actor, typed_at, received_at, shape, body, imported
    from visit_event where visit_id in ${sql(visitIds)}
      and not exists (select 1 from event_set_aside as aside where aside.event_id = visit_event.event_id)
    order by visit_id, seq`;
}

/** Reads events by their ids, whatever visit they belong to. */
export async function findEvents(sql: Db, eventIds: readonly string[]): Promise<readonly EventRow[]> {
  if (eventIds.length === 0) return [];
  return sql<EventRow[]>`
    select event_id, visit_id, seq, kind, actor, typed_at, received_at, shape, body, imported
    from visit_event where event_id in ${sql(eventIds)}`;
}

/** Adds the visit's row unless it is there; true when it was added. */
export async function insertVisit(sql: Db, row: VisitRow): Promise<boolean> {
  const { siteName: name, siteAddress: address, siteZone: zone } = row;
  const siteId = await keepSite(sql, { name, address, zone });
  const added = await sql`
    insert into visit (visit_id, site_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version, log_bytes)
    values (${row.visitId}, ${siteId}, ${row.siteName}, ${row.siteAddress}, ${row.siteZone}, ${row.title}, ${row.startsAt}, ${row.phase},
      ${row.lookBackDueAt}, ${row.version}, ${row.libraryVersion}, ${row.logBytes})
    on conflict (visit_id) do nothing returning visit_id`;
  return added.length > 0;
}

/** Rows sent with one statement. */
const ROWS_AT_ONCE = 500;

/** Adds rows of events told as a JSON array, named as the columns are. */
export async function insertEventRows(sql: Db, rowsAsJson: string): Promise<void> {
  await sql`
    insert into visit_event (event_id, visit_id, seq, kind, actor, typed_at, received_at, shape, body, imported)
    select event_id, visit_id, seq, kind, actor, typed_at, coalesce(received_at, now()), shape, body, imported
    from jsonb_to_recordset(${rowsAsJson}::text::jsonb) as row (
      event_id uuid, visit_id uuid, seq int, kind text, actor text, typed_at timestamptz, received_at timestamptz, shape smallint, body jsonb, imported jsonb)
    order by seq`;
}

/** Adds rows of events, a few hundred with each statement. */
export async function insertEvents(sql: Db, rows: readonly NewEventRow[]): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
    await insertEventRows(
      sql,
      JSON.stringify(
        rows.slice(from, from + ROWS_AT_ONCE).map((row) => ({
          event_id: row.eventId,
          visit_id: row.visitId,
          seq: row.seq,
          kind: row.kind,
          actor: row.actor,
          typed_at: row.typedAt,
          received_at: row.receivedAt ?? null,
          shape: row.shape,
          body: row.body,
          imported: row.imported ?? null,
        })),
      ),
    );
}

/** Returns true when one of the rows' events is there already. */
export async function isAnyEventStored(sql: Db, rowsAsJson: string): Promise<boolean> {
  const [row] = await sql`
    select 1 from jsonb_to_recordset(${rowsAsJson}::text::jsonb) as row (event_id uuid)
    join visit_event using (event_id) limit 1`;
  return row !== undefined;
}

/** Returns a visit's events as one JSON text in their order, each in the shape it was written in. */
export async function eventsAsJson(sql: Db, visitId: string): Promise<string> {
  const [row] = await sql<{ events: string }[]>`
    select coalesce(json_agg(body || jsonb_build_object('id', event_id, 'kind', kind, 'actor', actor,
      'typedAt', to_char(typed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')) order by seq), '[]')::text as events
    from visit_event where visit_id = ${visitId}
      and not exists (select 1 from event_set_aside as aside where aside.event_id = visit_event.event_id)`;
  return row?.events ?? "[]";
}

/** Repeats on the visit's row what its events have come to. */
export async function updateVisit(sql: Db, row: VisitRow): Promise<void> {
  await sql`
    update visit set site_name = ${row.siteName}, site_address = ${row.siteAddress}, site_zone = ${row.siteZone}, title = ${row.title},
      starts_at = ${row.startsAt}, phase = ${row.phase}, look_back_due_at = ${row.lookBackDueAt}, version = ${row.version},
      log_bytes = ${row.logBytes}
    where visit_id = ${row.visitId}`;
}

/** Moves a visit to the site its row names. */
export async function moveToSite(
  sql: Db,
  { visitId, siteName: name, siteAddress: address, siteZone: zone }: VisitRow,
): Promise<void> {
  const siteId = await keepSite(sql, { name, address, zone });
  await sql`update visit set site_id = ${siteId} where visit_id = ${visitId}`;
}

/** Returns the ids of all visits, the newest first. */
export async function visitIds(sql: Db): Promise<readonly string[]> {
  const rows = await sql<
    { visitId: string }[]
  >`select visit_id from visit order by starts_at desc, visit_id desc`;
  return rows.map(({ visitId }) => visitId);
}

/** Finds the rows of some visits, the earliest first. */
export async function findVisits(sql: Db, visitIds: readonly string[]): Promise<readonly VisitRow[]> {
  if (visitIds.length === 0) return [];
  return sql<VisitRow[]>`
    select ${visitColumns(sql)} from visit where visit_id in ${sql(visitIds)} order by starts_at, visit_id`;
}

/** Sets an event that cannot be read aside, so that the rest of its visit can be read. */
export async function setEventAside(
  sql: Db,
  {
    visitId,
    eventId,
    reason,
  }: { readonly visitId: string; readonly eventId: string; readonly reason: string },
): Promise<void> {
  await sql`
    insert into event_set_aside (event_id, visit_id, reason) values (${eventId}, ${visitId}, ${reason})
    on conflict do nothing`;
  await sql`
    update visit set set_aside = (select count(*) from event_set_aside as aside where aside.visit_id = ${visitId})
    where visit_id = ${visitId}`;
}

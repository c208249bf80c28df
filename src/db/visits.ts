/** Rows of visits and their events. */
import type { Db } from "./client.ts";

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
  /** Telling of the step library the visit was opened with; null: as it ships. */
  readonly libraryVersion: number | null;
}

export interface EventRow {
  readonly eventId: string;
  readonly visitId: string;
  readonly seq: number;
  readonly kind: string;
  readonly actor: string;
  readonly typedAt: Date;
  readonly receivedAt: Date;
  readonly body: unknown;
}

/** What a new event row is made of; the database stamps when it was received unless told. */
export type NewEventRow = Omit<EventRow, "receivedAt"> & {
  readonly body: object;
  readonly receivedAt?: Date;
};

export async function findVisit(sql: Db, visitId: string): Promise<VisitRow | undefined> {
  const [row] = await sql<VisitRow[]>`
    select visit_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version
    from visit where visit_id = ${visitId}`;
  return row;
}

/** The visit, locked until the transaction ends, so that events are numbered one writer at a time. */
export async function lockVisit(sql: Db, visitId: string): Promise<VisitRow | undefined> {
  const [row] = await sql<VisitRow[]>`
    select visit_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version
    from visit where visit_id = ${visitId} for update`;
  return row;
}

/** Visits that are not finished, and finished ones from `since` on, soonest first. */
export async function listVisits(sql: Db, since: Date, limit: number): Promise<readonly VisitRow[]> {
  return sql<VisitRow[]>`
    select visit_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version
    from visit
    where phase not in ('done', 'dropped') or starts_at >= ${since}
    order by starts_at, visit_id limit ${limit}`;
}

/** Ids of the visits that started last. */
export async function recentVisits(sql: Db, limit: number): Promise<readonly string[]> {
  const rows = await sql<{ visitId: string }[]>`
    select visit_id from visit order by starts_at desc, visit_id limit ${limit}`;
  return rows.map(({ visitId }) => visitId);
}

export async function eventsOf(sql: Db, visitIds: readonly string[]): Promise<readonly EventRow[]> {
  if (visitIds.length === 0) return [];
  return sql<EventRow[]>`
    select event_id, visit_id, seq, kind, actor, typed_at, received_at, body
    from visit_event where visit_id in ${sql(visitIds)} order by visit_id, seq`;
}

export async function findEvents(sql: Db, eventIds: readonly string[]): Promise<readonly EventRow[]> {
  if (eventIds.length === 0) return [];
  return sql<EventRow[]>`
    select event_id, visit_id, seq, kind, actor, typed_at, received_at, body
    from visit_event where event_id in ${sql(eventIds)}`;
}

/** Adds the visit's row unless it is there; true when it was added. */
export async function insertVisit(sql: Db, row: VisitRow): Promise<boolean> {
  const added = await sql`
    insert into visit (visit_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version)
    values (${row.visitId}, ${row.siteName}, ${row.siteAddress}, ${row.siteZone}, ${row.title}, ${row.startsAt}, ${row.phase},
      ${row.lookBackDueAt}, ${row.version}, ${row.libraryVersion})
    on conflict (visit_id) do nothing returning visit_id`;
  return added.length > 0;
}

export async function insertEvents(sql: Db, rows: readonly NewEventRow[]): Promise<void> {
  for (const row of rows)
    await sql`
      insert into visit_event (event_id, visit_id, seq, kind, actor, typed_at, received_at, body)
      values (${row.eventId}, ${row.visitId}, ${row.seq}, ${row.kind}, ${row.actor}, ${row.typedAt},
        ${row.receivedAt ?? sql`now()`}, ${sql.json(row.body as never)})`;
}

/** Repeats on the visit's row what its events have come to. */
export async function updateVisit(sql: Db, row: VisitRow): Promise<void> {
  await sql`
    update visit set site_name = ${row.siteName}, site_address = ${row.siteAddress}, site_zone = ${row.siteZone}, title = ${row.title},
      starts_at = ${row.startsAt}, phase = ${row.phase}, look_back_due_at = ${row.lookBackDueAt}, version = ${row.version}
    where visit_id = ${row.visitId}`;
}

/** What falls due: lines by age, stops, cartridges, yearly looks. */
import type { Db } from "./client.ts";

export interface DueThingRow {
  readonly connectionId: string;
  readonly code: string;
  /** "2031-03-08" */
  readonly dueOn: string;
  readonly since: Date;
  readonly siteId: string;
  readonly siteName: string;
  readonly siteAddress: string;
  readonly siteZone: string;
  readonly label: string;
  readonly room: string;
  /** An open visit that goes on from this connection; null: none is booked. */
  readonly bookedVisit: string | null;
}

/** The last thing of a page. */
export interface DueCursor {
  readonly dueOn: string;
  readonly connectionId: string;
  readonly code: string;
}

/**
 * Returns what falls due before a day, the soonest first: of connections that no later visit has gone on from, without what the
 * shop has dismissed. `siteId`: only there; null: everywhere.
 */
export async function listDue(
  sql: Db,
  {
    before,
    siteId,
    limit,
    after,
  }: {
    readonly before: string;
    readonly siteId: string | null;
    readonly limit: number | null;
    readonly after: DueCursor | null;
  },
): Promise<readonly DueThingRow[]> {
  return sql<DueThingRow[]>`
    with page as materialized (
      select due.visit_id, due.connection_id, due.code, due.due_on, due.since
      from due_thing as due
      where due.due_on < ${before}
        ${siteId === null ? sql`` : sql`and due.visit_id in (select visit_id from visit where site_id = ${siteId})`}
        ${after === null ? sql`` : sql`and (due.due_on, due.connection_id, due.code) > (${after.dueOn}, ${after.connectionId}, ${after.code})`}
        and not exists (
          select 1 from connection_as_left as later where later.continues = due.connection_id and not later.is_corrected)
        and not exists (
          select 1 from due_dismissal as gone
          where gone.connection_id = due.connection_id and gone.code = due.code and gone.due_on = due.due_on)
      order by due.due_on, due.connection_id, due.code limit ${limit}::int),
    booked as (
      select connection ->> 'continues' as continues, min(visit_id::text) as visit_id
      from visit, jsonb_array_elements(ticket -> 'connections') as connection
      where phase not in ('done', 'removed', 'look-back', 'overdue', 'binned', 'cancelled')
      group by 1)
    select page.connection_id, page.code, page.due_on::text as due_on, page.since, site.site_id, site.name as site_name,
      site.address as site_address, site.zone as site_zone, asleft.body ->> 'label' as label, asleft.body ->> 'room' as room,
      booked.visit_id as booked_visit
    from page
    join connection_as_left as asleft
      on asleft.visit_id = page.visit_id and asleft.connection_id = page.connection_id and not asleft.is_corrected
    join visit on visit.visit_id = page.visit_id
    join site on site.site_id = visit.site_id
    left join booked on booked.continues = page.connection_id::text
    order by page.due_on, page.connection_id, page.code`;
}

/** Notes that the shop does not want to hear of a due thing again. */
export async function dismissDue(
  sql: Db,
  { connectionId, code, dueOn }: DueCursor,
  { reason, actor, at }: { readonly reason: string; readonly actor: string; readonly at: Date },
): Promise<void> {
  await sql`
    insert into due_dismissal (connection_id, code, due_on, reason, actor, made_at)
    values (${connectionId}, ${code}, ${dueOn}, ${reason}, ${actor}, ${at}) on conflict do nothing`;
}

/** Takes a dismissal back. */
export async function restoreDue(sql: Db, { connectionId, code, dueOn }: DueCursor): Promise<void> {
  await sql`
    delete from due_dismissal where connection_id = ${connectionId} and code = ${code} and due_on = ${dueOn}`;
}

/** Returns every connection as it was left last: what due things are computed from. */
export async function connectionsAsLeft(
  sql: Db,
): Promise<readonly { readonly visitId: string; readonly body: unknown }[]> {
  return sql<{ visitId: string; body: unknown }[]>`
    select visit_id, body from connection_as_left where not is_corrected order by visit_id, signing`;
}

/** Writes all due things anew. `rowsAsJson`: an array named as the columns are. */
export async function replaceAllDue(sql: Db, rowsAsJson: string): Promise<void> {
  await sql`delete from due_thing`;
  await sql`
    insert into due_thing (visit_id, connection_id, code, due_on, since)
    select visit_id, connection_id, code, due_on, since from jsonb_to_recordset(${rowsAsJson}::text::jsonb)
      as row (visit_id uuid, connection_id uuid, code text, due_on date, since timestamptz)`;
}

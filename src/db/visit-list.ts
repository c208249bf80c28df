/** Lists of visits: which, page by page, and what narrows them. */
import type { Db } from "./client.ts";
import { type VisitRow, visitColumns } from "./visit.ts";

/** A row with what lists show of its visit. */
export interface ListedVisitRow extends VisitRow {
  /** JSON, checked by whoever reads it; null: none was made of the latest event. */
  readonly ticket: string | null;
}

const listedColumns = (sql: Db) =>
  sql`${visitColumns(sql)}, case when ticket_version = version then ticket::text end as ticket`;

/**
 * Which visits a list shows. at-work: worked on or still to come; waiting: everything signed, a follow-up check still to come;
 * finished; due: any follow-up check still to come, whatever else is being worked on; all: every one that is not in the bin;
 * cancelled; bin.
 */
export type VisitList = "at-work" | "waiting" | "finished" | "due" | "all" | "cancelled" | "bin";

/** The last visit of a page: the next page begins after it. */
export interface PageCursor {
  readonly at: Date;
  readonly visitId: string;
}

// Spelled out, and as in the migration's partial indexes, or PostgreSQL would not use those for a prepared statement.
const listCondition = (sql: Db, list: VisitList) => {
  switch (list) {
    case "at-work":
      return sql`phase not in ('done', 'removed', 'look-back', 'overdue', 'binned', 'cancelled')`;
    case "waiting":
      return sql`phase in ('look-back', 'overdue')`;
    case "due":
      return sql`look_back_due_at is not null`;
    case "finished":
      return sql`phase in ('done', 'removed')`;
    case "all":
      return sql`phase <> 'binned'`;
    case "cancelled":
      return sql`phase = 'cancelled'`;
    case "bin":
      return sql`phase = 'binned'`;
  }
};

/** What narrows a list of visits; each null: not asked for. */
export interface VisitFilter {
  readonly siteId: string | null;
  /** Begin on or after, and before. */
  readonly from: Date | null;
  readonly until: Date | null;
  /** Part of the title, in any letters. */
  readonly title: string | null;
}

const NO_FILTER: VisitFilter = { siteId: null, from: null, until: null, title: null };

const narrowed = (sql: Db, { siteId, from, until, title }: VisitFilter) => sql`
  ${siteId === null ? sql`` : sql`and site_id = ${siteId}`}
  ${from === null ? sql`` : sql`and starts_at >= ${from}`}
  ${until === null ? sql`` : sql`and starts_at < ${until}`}
  ${title === null ? sql`` : sql`and strpos(lower(title), ${title.toLowerCase()}) > 0`}`;

/** Returns a page of visits: what is open in the order it begins, follow-up checks in the order they fall due, all else the newest first. `limit` null: all. */
export async function listVisits(
  sql: Db,
  list: VisitList,
  limit: number | null,
  after: PageCursor | null = null,
  filter: VisitFilter = NO_FILTER,
): Promise<readonly ListedVisitRow[]> {
  if (list === "due")
    return sql<ListedVisitRow[]>`
      select ${listedColumns(sql)} from visit where ${listCondition(sql, list)} ${narrowed(sql, filter)}
      ${after === null ? sql`` : sql`and (look_back_due_at, visit_id) > (${after.at}, ${after.visitId})`}
      order by look_back_due_at, visit_id limit ${limit}::int`;
  if (list === "at-work")
    return sql<ListedVisitRow[]>`
      select ${listedColumns(sql)} from visit where ${listCondition(sql, list)} ${narrowed(sql, filter)}
      ${after === null ? sql`` : sql`and (starts_at, visit_id) > (${after.at}, ${after.visitId})`}
      order by starts_at, visit_id limit ${limit}::int`;
  return sql<ListedVisitRow[]>`
    select ${listedColumns(sql)} from visit where ${listCondition(sql, list)} ${narrowed(sql, filter)}
    ${after === null ? sql`` : sql`and (starts_at, visit_id) < (${after.at}, ${after.visitId})`}
    order by starts_at desc, visit_id desc limit ${limit}::int`;
}

/** Returns the open visits that begin nearest to a moment: the latest before it, or the earliest from it on. */
export async function nearestOpen(
  sql: Db,
  side: "before" | "from",
  moment: Date,
  limit: number,
): Promise<readonly ListedVisitRow[]> {
  return side === "before"
    ? sql<ListedVisitRow[]>`
        select ${listedColumns(sql)} from visit where ${listCondition(sql, "at-work")} and starts_at < ${moment}
        order by starts_at desc, visit_id desc limit ${limit}`
    : sql<ListedVisitRow[]>`
        select ${listedColumns(sql)} from visit where ${listCondition(sql, "at-work")} and starts_at >= ${moment}
        order by starts_at, visit_id limit ${limit}`;
}

/** Counts the open visits that begin before a moment, or from it on. */
export async function countOpen(sql: Db, side: "before" | "from", moment: Date): Promise<number> {
  const [row] = await sql<{ count: number }[]>`
    select count(*)::int as count from visit where ${listCondition(sql, "at-work")}
      and ${side === "before" ? sql`starts_at < ${moment}` : sql`starts_at >= ${moment}`}`;
  return row?.count ?? 0;
}

/** Counts the connections whose follow-up check is overdue at a moment, and those whose check is still to come. */
export async function countFollowUps(
  sql: Db,
  at: Date,
): Promise<{ readonly late: number; readonly due: number }> {
  const [row] = await sql<{ late: number; due: number }[]>`
    select count(*) filter (where due_at <= ${at})::int as late, count(*) filter (where due_at > ${at})::int as due
    from (
      select (connection -> 'signed' ->> 'lookBackDueAt')::timestamptz as due_at
      from visit, jsonb_array_elements(ticket -> 'connections') as connection
      where ${listCondition(sql, "due")} and connection ->> 'phase' = 'look-back'
    ) as waiting`;
  return row ?? { late: 0, due: 0 };
}

/** Counts the visits of a list. */
export async function countVisits(sql: Db, list: VisitList): Promise<number> {
  const [row] = await sql<{ count: number }[]>`
    select count(*)::int as count from visit where ${listCondition(sql, list)}`;
  return row?.count ?? 0;
}

/** Returns the visits finished and begun since, the newest first. */
export async function finishedSince(sql: Db, since: Date, limit: number): Promise<readonly ListedVisitRow[]> {
  return sql<ListedVisitRow[]>`
    select ${listedColumns(sql)} from visit where ${listCondition(sql, "finished")} and starts_at >= ${since}
    order by starts_at desc, visit_id desc limit ${limit}`;
}

/** Returns some visits as lists show them, by their ids. */
export async function listedVisits(sql: Db, visitIds: readonly string[]): Promise<readonly ListedVisitRow[]> {
  if (visitIds.length === 0) return [];
  return sql<ListedVisitRow[]>`
    select ${listedColumns(sql)} from visit where visit_id in ${sql(visitIds)} order by starts_at desc, visit_id desc`;
}

/** Returns the visits to a site that are not in the bin, the newest first. */
export async function visitsAtSite(
  sql: Db,
  siteId: string,
  limit: number,
): Promise<readonly ListedVisitRow[]> {
  return sql<ListedVisitRow[]>`
    select ${listedColumns(sql)} from visit where site_id = ${siteId} and phase <> 'binned'
    order by starts_at desc, visit_id desc limit ${limit}`;
}

/** Returns the visits that begin between two moments and are neither in the bin nor cancelled, the earliest first. `limit`: absent: all. */
export async function visitsBetween(
  sql: Db,
  from: Date,
  until: Date,
  limit: number | null = null,
): Promise<readonly ListedVisitRow[]> {
  return sql<ListedVisitRow[]>`
    select ${listedColumns(sql)} from visit
    where starts_at >= ${from} and starts_at < ${until} and phase not in ('binned', 'cancelled')
    order by starts_at, visit_id limit ${limit}::int`;
}

/** Returns every visit that is not in the bin, the newest first, without what lists show of it. */
export async function everyVisit(sql: Db): Promise<readonly VisitRow[]> {
  return sql<VisitRow[]>`
    select ${visitColumns(sql)} from visit where ${listCondition(sql, "all")}
    order by starts_at desc, visit_id desc`;
}

/** Whole tables out and in, for the archive of a shop. */
import type { Db } from "./client.ts";

/**
 * Tables of an archive in the order they are written back, each with the columns that tell its rows apart. What repeats the
 * events (as-left rows, due things, drawn parts, search documents, tickets, wet answers) is made again; passwords stay here. Of answer links only the fingerprints are known.
 */
export const ARCHIVE_TABLES = {
  setting: "name",
  step_library: "version",
  customer: "customer_id",
  site: "site_id",
  site_change: "change_id",
  shop_part: "sku",
  part_price: "change_id",
  part_choice: "sku",
  stock_item: "sku",
  load_tick: "work_day, item",
  due_dismissal: "connection_id, code, due_on",
  busy_time: "uid, starts_at",
  visit: "visit_id",
  visit_event: "visit_id, seq",
  event_set_aside: "event_id",
  look_back_link: "fingerprint",
} as const;
export type ArchiveTable = keyof typeof ARCHIVE_TABLES;

/** Columns that are made again when an archive is read. */
const MADE_AGAIN: readonly string[] = ["ticket", "ticket_version"];
const ROWS_AT_ONCE = 1000;

/** Reads a table as JSON lines, rows in the order of their keys and each row's keys in one order; `take` is told of each portion. */
export async function tableLines(
  sql: Db,
  table: ArchiveTable,
  take: (lines: readonly string[]) => Promise<void>,
): Promise<void> {
  const cursor = sql<{ line: string }[]>`
    select (to_jsonb(held) - ${[...MADE_AGAIN]}::text[])::text as line
    from ${sql(table)} as held order by ${sql.unsafe(ARCHIVE_TABLES[table])}`.cursor(ROWS_AT_ONCE);
  for await (const rows of cursor) await take(rows.map(({ line }) => line));
}

/** Writes JSON lines into a table as rows; every line names the same `columns`. */
export async function insertLines(
  sql: Db,
  table: ArchiveTable,
  columns: readonly string[],
  lines: readonly string[],
): Promise<void> {
  for (let from = 0; from < lines.length; from += ROWS_AT_ONCE) {
    const rows = `[${lines.slice(from, from + ROWS_AT_ONCE).join(",")}]`;
    await sql`
      insert into ${sql(table)} (${sql([...columns])}) overriding system value
      select ${sql([...columns])} from jsonb_populate_recordset(null::${sql(table)}, ${rows}::text::jsonb)`;
  }
}

/** Counts on from the highest number, where rows are numbered by the database. */
export async function continueNumbers(sql: Db): Promise<void> {
  await sql`select setval(pg_get_serial_sequence('step_library', 'version'), (select coalesce(max(version), 0) + 1 from step_library), false)`;
  await sql`select setval(pg_get_serial_sequence('site_change', 'change_id'), (select coalesce(max(change_id), 0) + 1 from site_change), false)`;
  await sql`select setval(pg_get_serial_sequence('part_price', 'change_id'), (select coalesce(max(change_id), 0) + 1 from part_price), false)`;
  await sql`update revision set number = number + 1 where name in ('shop-parts', 'truck')`;
}

/** Returns true when nothing is here yet: no visit, no site, no customer, no setting. */
export async function isEmptyShop(sql: Db): Promise<boolean> {
  const [row] = await sql<{ isEmpty: boolean }[]>`
    select not exists (select 1 from visit) and not exists (select 1 from site) and not exists (select 1 from customer)
      and not exists (select 1 from setting) as is_empty`;
  return row?.isEmpty ?? false;
}

/** Returns the pictures there are, by visit and id. */
export async function photoKeys(
  sql: Db,
): Promise<readonly { readonly visitId: string; readonly photoId: string }[]> {
  return sql<{ visitId: string; photoId: string }[]>`
    select visit_id, photo_id from photo order by visit_id, photo_id`;
}

/** Writes a picture of an archive. */
export async function insertPhoto(
  sql: Db,
  visitId: string,
  photoId: string,
  bytes: Uint8Array,
): Promise<void> {
  await sql`insert into photo (photo_id, visit_id, bytes) values (${photoId}, ${visitId}, ${Buffer.from(bytes)})`;
}

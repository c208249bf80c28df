/** Rows that repeat what a visit's events say: written with the events, made again by bin/repair. */
import { isDeepStrictEqual } from "node:util";
import type { Db } from "./client.ts";

export interface AsLeftRow {
  readonly signing: string;
  readonly connectionId: string;
  readonly continues: string | null;
  readonly isCorrected: boolean;
  readonly signedAt: string;
  readonly body: object;
}

export interface DueRow {
  readonly connectionId: string;
  readonly code: string;
  readonly dueOn: string;
  readonly since: string;
}

export interface DrawnRow {
  readonly sku: string;
  readonly quantity: number;
}

export interface WetRow {
  readonly lookId: string;
  readonly connectionId: string;
  readonly label: string;
  readonly actor: string;
  readonly foundAt: string;
}

export interface DocumentRow {
  readonly kind: string;
  readonly key: string;
  readonly title: string;
  readonly detail: string;
  readonly words: string;
  readonly href: string;
  readonly at: string;
}

/** Writes a visit as lists show it. */
export async function putTicket(sql: Db, visitId: string, ticket: object): Promise<void> {
  await sql`
    update visit set ticket = ${sql.json(ticket as never)}, ticket_version = version where visit_id = ${visitId}`;
}

/** Writes what a visit has left at its site, in place of what was written before. */
export async function putAsLeft(sql: Db, visitId: string, rows: readonly AsLeftRow[]): Promise<void> {
  await sql`delete from connection_as_left where visit_id = ${visitId}`;
  for (const { signing, connectionId, continues, isCorrected, signedAt, body } of rows)
    await sql`
      insert into connection_as_left (visit_id, signing, connection_id, continues, is_corrected, signed_at, body)
      values (${visitId}, ${signing}, ${connectionId}, ${continues}, ${isCorrected}, ${new Date(signedAt)}, ${sql.json(body as never)})`;
}

/** Writes what falls due after a visit, in place of what was written before. */
export async function putDue(sql: Db, visitId: string, rows: readonly DueRow[]): Promise<void> {
  await sql`delete from due_thing where visit_id = ${visitId}`;
  for (const { connectionId, code, dueOn, since } of rows)
    await sql`
      insert into due_thing (visit_id, connection_id, code, due_on, since)
      values (${visitId}, ${connectionId}, ${code}, ${dueOn}, ${new Date(since)})`;
}

/** Writes what a visit has drawn, in place of what was written before. */
export async function putDrawn(sql: Db, visitId: string, rows: readonly DrawnRow[]): Promise<void> {
  await sql`delete from drawn_part where visit_id = ${visitId}`;
  for (const { sku, quantity } of rows)
    await sql`insert into drawn_part (visit_id, sku, quantity) values (${visitId}, ${sku}, ${quantity})`;
}

/** Writes the wet answers of a visit that nobody has answered, in place of what was written before. */
export async function putWet(sql: Db, visitId: string, rows: readonly WetRow[]): Promise<void> {
  await sql`delete from wet_answer where visit_id = ${visitId}`;
  for (const { lookId, connectionId, label, actor, foundAt } of rows)
    await sql`
      insert into wet_answer (look_id, visit_id, connection_id, label, actor, found_at)
      values (${lookId}, ${visitId}, ${connectionId}, ${label}, ${actor}, ${new Date(foundAt)})`;
}

/** A wet answer with the visit it is about. */
export interface OpenWetRow {
  readonly lookId: string;
  readonly visitId: string;
  readonly connectionId: string;
  readonly label: string;
  readonly title: string;
  readonly actor: string;
  readonly foundAt: Date;
}

/** Returns every wet answer that nobody has answered, the newest first, without any limit. */
export async function openWetAnswers(sql: Db): Promise<readonly OpenWetRow[]> {
  return sql<OpenWetRow[]>`
    select look_id, wet_answer.visit_id, connection_id, label, visit.title, actor, found_at
    from wet_answer join visit using (visit_id) order by found_at desc, look_id`;
}

/** Returns what was written as drawn by a visit. */
export async function drawnBy(sql: Db, visitId: string): Promise<readonly DrawnRow[]> {
  return sql<DrawnRow[]>`select sku, quantity from drawn_part where visit_id = ${visitId} order by sku`;
}

/** Writes what a visit is found by, in place of what was written before. */
export async function putDocuments(sql: Db, visitId: string, rows: readonly DocumentRow[]): Promise<void> {
  await sql`delete from search_document where visit_id = ${visitId}`;
  await insertDocuments(sql, visitId, rows);
}

/** Writes what has changed of what a visit is found by: a visit of many notes writes the new note alone. */
export async function changeDocuments(
  sql: Db,
  visitId: string,
  before: readonly DocumentRow[],
  now: readonly DocumentRow[],
): Promise<void> {
  const keyOf = ({ kind, key }: DocumentRow) => `${kind} ${key}`;
  const known = new Map(before.map((row) => [keyOf(row), row]));
  const kept = new Set<string>();
  const fresh = now.filter((row) => {
    const own = known.get(keyOf(row));
    if (own === undefined || !isDeepStrictEqual(own, row)) return true;
    kept.add(keyOf(row));
    return false;
  });
  const gone = before.filter((row) => !kept.has(keyOf(row))).map(({ kind, key }) => ({ kind, key }));
  if (gone.length > 0)
    await sql`
      delete from search_document using jsonb_to_recordset(${JSON.stringify(gone)}::text::jsonb) as row (kind text, key text)
      where visit_id = ${visitId} and search_document.kind = row.kind and document_key = row.key`;
  if (fresh.length > 0) await insertDocuments(sql, visitId, fresh);
}

async function insertDocuments(sql: Db, visitId: string, rows: readonly DocumentRow[]): Promise<void> {
  await sql`
    insert into search_document (kind, document_key, visit_id, title, detail, words, href, happened_at)
    select kind, key, ${visitId}, title, detail, words, href, at
    from jsonb_to_recordset(${JSON.stringify(rows)}::text::jsonb) as row (
      kind text, key text, title text, detail text, words text, href text, at timestamptz)`;
}

/** Returns number of the way the rows were made; 0: they are still to be made. */
export async function projectionVersion(sql: Db): Promise<number> {
  const [row] = await sql<{ number: string }[]>`select number from revision where name = 'projections'`;
  return Number(row?.number ?? 0);
}

/** Notes that all rows are made in the way of this number. */
export async function setProjectionVersion(sql: Db, version: number): Promise<void> {
  await sql`update revision set number = ${version} where name = 'projections'`;
}

/** Everything kept of one visit beside its events, as it stands in the rows. */
export interface KeptProjection {
  readonly ticket: unknown;
  readonly asLeft: readonly unknown[];
  readonly due: readonly DueRow[];
  readonly drawn: readonly DrawnRow[];
  readonly wet: readonly WetRow[];
  readonly documents: readonly DocumentRow[];
}

/** Reads everything kept of one visit beside its events, each list in the order of its keys. */
export async function readProjection(sql: Db, visitId: string): Promise<KeptProjection> {
  const [row] = await sql<{ ticket: unknown }[]>`
    select ticket from visit where visit_id = ${visitId} and ticket_version = version`;
  const asLeft = await sql<{ body: unknown }[]>`
    select body from connection_as_left where visit_id = ${visitId} order by signing`;
  const due = await sql<DueRow[]>`
    select connection_id, code, due_on::text as due_on,
      to_char(since at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as since
    from due_thing where visit_id = ${visitId} order by connection_id, code`;
  const wet = await sql<WetRow[]>`
    select look_id, connection_id, label, actor,
      to_char(found_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as found_at
    from wet_answer where visit_id = ${visitId} order by look_id`;
  const documents = await sql<DocumentRow[]>`
    select kind, document_key as key, title, detail, words, href,
      to_char(happened_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at
    from search_document where visit_id = ${visitId} order by kind, document_key`;
  return {
    ticket: row?.ticket ?? null,
    asLeft: asLeft.map(({ body }) => body),
    due: [...due],
    drawn: [...(await drawnBy(sql, visitId))],
    wet: [...wet],
    documents: [...documents],
  };
}

/** Counts the connections that were signed, by the preset their survey began from. */
export async function jobsByPreset(
  sql: Db,
): Promise<readonly { readonly preset: string; readonly jobs: number }[]> {
  return sql<{ preset: string; jobs: number }[]>`
    select body -> 'survey' ->> 'preset' as preset, count(*)::int as jobs
    from connection_as_left where not is_corrected group by 1 order by 1`;
}

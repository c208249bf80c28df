/** Links customers answer look-backs by. */
import type { Db } from "./client.ts";

export interface LookBackLinkRow {
  readonly visitId: string;
  readonly connectionId: string;
  readonly expiresAt: Date;
  readonly answeredAt: Date | null;
}

/** Puts a link in the place of the connection's earlier one. */
export async function putLink(
  sql: Db,
  fingerprint: string,
  { visitId, connectionId, expiresAt }: Pick<LookBackLinkRow, "visitId" | "connectionId" | "expiresAt">,
): Promise<void> {
  await sql`
    insert into look_back_link (fingerprint, visit_id, connection_id, expires_at)
    values (${fingerprint}, ${visitId}, ${connectionId}, ${expiresAt})
    on conflict (visit_id, connection_id) do update
      set fingerprint = excluded.fingerprint, made_at = now(), expires_at = excluded.expires_at, answered_at = null`;
}

export async function findLink(sql: Db, fingerprint: string): Promise<LookBackLinkRow | undefined> {
  const [row] = await sql<LookBackLinkRow[]>`
    select visit_id, connection_id, expires_at, answered_at from look_back_link where fingerprint = ${fingerprint}`;
  return row;
}

/** True for the first answer only. */
export async function markAnswered(sql: Db, fingerprint: string, at: Date): Promise<boolean> {
  const rows = await sql`
    update look_back_link set answered_at = ${at}
    where fingerprint = ${fingerprint} and answered_at is null returning fingerprint`;
  return rows.length > 0;
}

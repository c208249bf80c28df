/** Links customers answer follow-up checks by. */
import type { Db } from "./client.ts";

export interface AnswerLinkRow {
  readonly visitId: string;
  readonly connectionId: string;
  readonly expiresAt: Date;
  readonly answeredAt: Date | null;
}

/** Puts a link in the place of the connection's earlier one. */
export async function putLink(
  sql: Db,
  fingerprint: string,
  { visitId, connectionId, expiresAt }: Pick<AnswerLinkRow, "visitId" | "connectionId" | "expiresAt">,
): Promise<void> {
  await sql`
    insert into look_back_link (fingerprint, visit_id, connection_id, expires_at)
    values (${fingerprint}, ${visitId}, ${connectionId}, ${expiresAt})
    on conflict (visit_id, connection_id) do update
      set fingerprint = excluded.fingerprint, made_at = now(), expires_at = excluded.expires_at, answered_at = null`;
}

/** Finds the link with this fingerprint. */
export async function findLink(sql: Db, fingerprint: string): Promise<AnswerLinkRow | undefined> {
  const [row] = await sql<AnswerLinkRow[]>`
    select visit_id, connection_id, expires_at, answered_at from look_back_link where fingerprint = ${fingerprint}`;
  return row;
}

/**
 * Stores when a link was first answered. Only for the page that the link shows: whether an answer counts is decided by the
 * visit's events, whose id comes from the link.
 */
export async function markAnswered(sql: Db, fingerprint: string, at: Date): Promise<void> {
  await sql`
    update look_back_link set answered_at = ${at} where fingerprint = ${fingerprint} and answered_at is null`;
}

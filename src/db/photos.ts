/** Pictures of visits. */
import type { Db } from "./client.ts";

/** True when it was not there yet. */
export async function addPhoto(sql: Db, visitId: string, photoId: string, bytes: Buffer): Promise<boolean> {
  const added = await sql`
    insert into photo (photo_id, visit_id, bytes) values (${photoId}, ${visitId}, ${bytes})
    on conflict (photo_id) do nothing returning photo_id`;
  return added.length > 0;
}

export async function readPhoto(sql: Db, visitId: string, photoId: string): Promise<Buffer | undefined> {
  const [row] = await sql<{ bytes: Buffer }[]>`
    select bytes from photo where photo_id = ${photoId} and visit_id = ${visitId}`;
  return row?.bytes;
}

/** How many a visit has, and how many bytes they are. */
export async function photosOf(
  sql: Db,
  visitId: string,
): Promise<{ readonly count: number; readonly bytes: number }> {
  const [row] = await sql<{ count: number; bytes: number }[]>`
    select count(*)::int as count, coalesce(sum(length(bytes)), 0)::int as bytes from photo where visit_id = ${visitId}`;
  return row ?? { count: 0, bytes: 0 };
}

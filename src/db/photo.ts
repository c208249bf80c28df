/** Pictures of visits. */
import type { Db } from "./client.ts";

/** "added", "there" when a picture of this id is kept already, "full" when the visit has as many as it may. */
export type PhotoAdded = "added" | "there" | "full";

/** Adds the picture while the visit has fewer than `most`; call in a transaction that holds the visit's lock. */
export async function addPhoto(
  sql: Db,
  visitId: string,
  photoId: string,
  bytes: Buffer,
  most: number,
): Promise<PhotoAdded> {
  const [there] = await sql`select 1 from photo where photo_id = ${photoId}`;
  if (there) return "there";
  const added = await sql`
    insert into photo (photo_id, visit_id, bytes)
    select ${photoId}, ${visitId}, ${bytes}
    where (select count(*) from photo where visit_id = ${visitId}) < ${most}
    on conflict (photo_id) do nothing returning photo_id`;
  return added.length > 0 ? "added" : "full";
}

/** Deletes pictures of a visit for good. */
export async function deletePhotos(sql: Db, visitId: string, photoIds: readonly string[]): Promise<void> {
  if (photoIds.length === 0) return;
  await sql`delete from photo where visit_id = ${visitId} and photo_id in ${sql(photoIds)}`;
}

/** Returns true when an event says that the picture was removed. */
export async function isPhotoRemoved(sql: Db, visitId: string, photoId: string): Promise<boolean> {
  const [row] = await sql`
    select 1 from visit_event
    where visit_id = ${visitId} and kind = 'photo-removed' and body ->> 'photo' = ${photoId} limit 1`;
  return row !== undefined;
}

/** Reads a picture of a visit. */
export async function readPhoto(sql: Db, visitId: string, photoId: string): Promise<Buffer | undefined> {
  const [row] = await sql<{ bytes: Buffer }[]>`
    select bytes from photo where photo_id = ${photoId} and visit_id = ${visitId}`;
  return row?.bytes;
}

/** Returns the bytes all pictures take on the disk. */
export async function photoBytes(sql: Db): Promise<number> {
  const [row] = await sql<{ bytes: number }[]>`
    select pg_total_relation_size('photo')::float8 as bytes`;
  return row?.bytes ?? 0;
}

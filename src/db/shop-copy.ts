/** Copies of the whole shop that were made or tried. */
import type { Db, Pool } from "./client.ts";

export interface CopyRow {
  readonly copyId: string;
  readonly beganAt: Date;
  /** Null: still being written, or broken off with the process that wrote. */
  readonly endedAt: Date | null;
  readonly file: string;
  readonly bytes: number | null;
  /** Why there is no copy; null: there is one, or it is still being written. */
  readonly fault: string | null;
}

/** Attempts that are remembered. */
const MOST_ROWS = 200;
/** Number of the lock under which a copy is made: one at a time, whichever process makes it. */
const COPY_LOCK = 1_867_530_911;

/** Runs `work` while nobody else makes a copy. Returns false, without running it, where somebody does. */
export async function whileNobodyCopies(sql: Pool, work: () => Promise<void>): Promise<boolean> {
  const own = await sql.reserve();
  try {
    const [row] = await own<{ isFree: boolean }[]>`select pg_try_advisory_lock(${COPY_LOCK}) as is_free`;
    if (row?.isFree !== true) return false;
    try {
      await work();
    } finally {
      await own`select pg_advisory_unlock(${COPY_LOCK})`;
    }
    return true;
  } finally {
    own.release();
  }
}

/** Writes down that a copy begins. Whoever holds the lock calls this: what another process has not ended is broken off. */
export async function insertCopy(
  sql: Db,
  { copyId, beganAt, file }: Pick<CopyRow, "copyId" | "beganAt" | "file">,
): Promise<void> {
  await sql`
    update shop_copy set ended_at = ${beganAt}, fault = 'The copy was broken off: the program ended.'
    where ended_at is null`;
  await sql`insert into shop_copy (copy_id, began_at, file) values (${copyId}, ${beganAt}, ${file})`;
  await sql`
    delete from shop_copy where copy_id not in (select copy_id from shop_copy order by began_at desc limit ${MOST_ROWS})`;
}

/** Writes down how a copy ended. */
export async function endCopy(
  sql: Db,
  { copyId, endedAt, bytes, fault }: Pick<CopyRow, "copyId" | "endedAt" | "bytes" | "fault">,
): Promise<void> {
  await sql`update shop_copy set ended_at = ${endedAt}, bytes = ${bytes}, fault = ${fault} where copy_id = ${copyId}`;
}

/** Returns the last attempt and the last copy that was made whole; undefined where there is none. */
export async function lastCopies(
  sql: Db,
): Promise<{ readonly tried: CopyRow | undefined; readonly made: CopyRow | undefined }> {
  const rows = await sql<(Omit<CopyRow, "bytes"> & { bytes: string | null; isMade: boolean })[]>`
    (select *, false as is_made from shop_copy order by began_at desc limit 1)
    union all
    (select *, true from shop_copy where ended_at is not null and fault is null order by began_at desc limit 1)`;
  const row = (isMade: boolean): CopyRow | undefined => {
    const found = rows.find((each) => each.isMade === isMade);
    return found && { ...found, bytes: found.bytes === null ? null : Number(found.bytes) };
  };
  return { tried: row(false), made: row(true) };
}

/** Time taken by something else than visits. */
import type { Db } from "./client.ts";

export interface BusyTimeRow {
  readonly uid: string;
  readonly startsAt: Date;
  readonly endsAt: Date;
  readonly summary: string;
}

/** Returns the busy times that touch a span, the earliest first. */
export async function busyBetween(sql: Db, from: Date, until: Date): Promise<readonly BusyTimeRow[]> {
  return sql<BusyTimeRow[]>`
    select uid, starts_at, ends_at, summary from busy_time
    where starts_at < ${until} and ends_at > ${from} order by starts_at, uid`;
}

/** Writes the times of a calendar in place of those it held before, event by event. */
export async function putBusyTimes(sql: Db, rows: readonly BusyTimeRow[]): Promise<void> {
  const uids = [...new Set(rows.map(({ uid }) => uid))];
  if (uids.length === 0) return;
  await sql`delete from busy_time where uid in ${sql(uids)}`;
  for (const { uid, startsAt, endsAt, summary } of rows)
    await sql`
      insert into busy_time (uid, starts_at, ends_at, summary) values (${uid}, ${startsAt}, ${endsAt}, ${summary})
      on conflict (uid, starts_at) do nothing`;
}

/** Forgets every time that was read in; returns how many there were. */
export async function clearBusyTimes(sql: Db): Promise<number> {
  return (await sql`delete from busy_time returning uid`).length;
}

/** What was ticked as loaded for a day of work. */
import type { Db } from "./client.ts";

export interface LoadTickRow {
  /** An SKU, or a tool or consumable in words. */
  readonly item: string;
  /** Pieces put on the truck with the tick; 0: they were there. */
  readonly quantity: number;
  readonly actor: string;
  readonly tickedAt: Date;
}

/** Returns what was ticked for a day, "2026-11-29". */
export async function loadTicks(sql: Db, day: string): Promise<readonly LoadTickRow[]> {
  return sql<LoadTickRow[]>`
    select item, quantity, actor, ticked_at from load_tick where work_day = ${day} order by item`;
}

/** Ticks an item; false when somebody has ticked it already. */
export async function addLoadTick(
  sql: Db,
  day: string,
  { item, quantity, actor, tickedAt }: LoadTickRow,
): Promise<boolean> {
  const added = await sql`
    insert into load_tick (work_day, item, quantity, actor, ticked_at)
    values (${day}, ${item}, ${quantity}, ${actor}, ${tickedAt}) on conflict (work_day, item) do nothing returning item`;
  return added.length > 0;
}

/** Takes a tick back; returns the pieces that had been put on the truck with it, null when it was not ticked. */
export async function removeLoadTick(sql: Db, day: string, item: string): Promise<number | null> {
  const [row] = await sql<{ quantity: number }[]>`
    delete from load_tick where work_day = ${day} and item = ${item} returning quantity`;
  return row?.quantity ?? null;
}

/** What the shop makes of parts beside their figures: favourites, retired ones, prices as they were. */
import type { Db } from "./client.ts";

export const PART_CHOICES = ["favourite", "retired"] as const;
export type PartChoice = (typeof PART_CHOICES)[number];

export interface PartChoiceRow {
  readonly sku: string;
  readonly choice: PartChoice;
}

/** Reads the favourites and the retired parts. */
export async function readPartChoices(sql: Db): Promise<readonly PartChoiceRow[]> {
  return sql<PartChoiceRow[]>`select sku, choice from part_choice order by sku`;
}

/** Writes what the shop makes of a part; null: nothing any more. */
export async function putPartChoice(sql: Db, sku: string, choice: PartChoice | null): Promise<void> {
  if (choice === null) await sql`delete from part_choice where sku = ${sku}`;
  else
    await sql`
      insert into part_choice (sku, choice) values (${sku}, ${choice})
      on conflict (sku) do update set choice = excluded.choice`;
}

export interface PartPriceRow {
  /** Null: the part was not there. */
  readonly wasCents: number | null;
  /** Null: the part went. */
  readonly cents: number | null;
  readonly actor: string;
  readonly changedAt: Date;
}

/** Notes a change of a part's price. */
export async function insertPartPrice(sql: Db, sku: string, row: PartPriceRow): Promise<void> {
  await sql`
    insert into part_price (sku, was_cents, cents, actor, changed_at)
    values (${sku}, ${row.wasCents}, ${row.cents}, ${row.actor}, ${row.changedAt})`;
}

/** Returns the changes of a part's price, the latest first. */
export async function partPrices(sql: Db, sku: string, limit: number): Promise<readonly PartPriceRow[]> {
  return sql<PartPriceRow[]>`
    select was_cents, cents, actor, changed_at from part_price where sku = ${sku} order by change_id desc limit ${limit}`;
}

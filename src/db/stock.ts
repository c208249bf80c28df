/** What is on the truck. */
import type { Db } from "./client.ts";

export interface StockRow {
  readonly sku: string;
  readonly quantity: number;
  readonly bin: string;
  readonly least: number;
}

/** Reads what is on the truck, by bin and SKU; empty: nobody has said. */
export async function readStock(sql: Db): Promise<readonly StockRow[]> {
  return sql<StockRow[]>`select sku, quantity, bin, least from stock_item order by bin, sku`;
}

/** Counts the changes somebody made to the truck's list; what visits draw does not count. */
export async function truckRevision(sql: Db): Promise<number> {
  const [row] = await sql<{ number: string }[]>`select number from revision where name = 'truck'`;
  return Number(row?.number ?? 0);
}

/** Returns true and counts a change where nobody was quicker than `seen`; writers wait for each other here. */
export async function reviseTruck(sql: Db, seen: number): Promise<boolean> {
  const changed =
    await sql`update revision set number = number + 1 where name = 'truck' and number = ${seen} returning name`;
  return changed.length > 0;
}

/** Writes the truck's whole list in place of the one before. */
export async function replaceStock(sql: Db, rows: readonly StockRow[]): Promise<void> {
  await sql`delete from stock_item`;
  await sql`
    insert into stock_item (sku, quantity, bin, least)
    select sku, quantity, bin, least from jsonb_to_recordset(${JSON.stringify(rows)}::text::jsonb)
      as row (sku text, quantity integer, bin text, least integer)`;
}

/** Takes parts from the truck, or puts them back where the quantity is below 0. What the truck never held is left out. */
export async function takeFromTruck(
  sql: Db,
  parts: readonly { readonly sku: string; readonly quantity: number }[],
): Promise<void> {
  // In one order, so that two visits at once never wait for each other.
  for (const { sku, quantity } of parts.toSorted((a, b) => (a.sku < b.sku ? -1 : 1)))
    await sql`update stock_item set quantity = quantity - ${quantity} where sku = ${sku}`;
}

/** Puts parts on the truck, whether it held any of them before or not. */
export async function putOnTruck(sql: Db, sku: string, quantity: number): Promise<void> {
  await sql`
    insert into stock_item (sku, quantity) values (${sku}, ${quantity})
    on conflict (sku) do update set quantity = stock_item.quantity + excluded.quantity`;
}

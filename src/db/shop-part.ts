/** The shop's own parts and prices. */
import type { Db } from "./client.ts";

export interface ShopPartRow {
  readonly sku: string;
  readonly part: unknown;
}

/** Reads the shop's own parts. */
export async function readShopParts(sql: Db): Promise<readonly ShopPartRow[]> {
  return sql<ShopPartRow[]>`select sku, part from shop_part order by sku`;
}

/** Counts the changes of the shop's parts, whatever the clock says. */
export async function shopPartsRevision(sql: Db): Promise<string> {
  const [row] = await sql<{ number: string }[]>`select number from revision where name = 'shop-parts'`;
  return row?.number ?? "";
}

/** Returns what `putShopPart` and `removeShopPart` do in this transaction becomes a new revision; writers wait for each other here. */
export async function reviseShopParts(sql: Db): Promise<void> {
  await sql`update revision set number = number + 1 where name = 'shop-parts'`;
}

/** Writes a part of the shop, in the place of an earlier one with its SKU. */
export async function putShopPart(sql: Db, sku: string, part: object): Promise<void> {
  await sql`
    insert into shop_part (sku, part) values (${sku}, ${sql.json(part as never)})
    on conflict (sku) do update set part = excluded.part, changed_at = clock_timestamp()`;
}

/** Returns true when there was one. */
export async function removeShopPart(sql: Db, sku: string): Promise<boolean> {
  const removed = await sql`delete from shop_part where sku = ${sku} returning sku`;
  return removed.length > 0;
}

/** The shop's own parts and prices. */
import type { Db } from "./client.ts";

export interface ShopPartRow {
  readonly sku: string;
  readonly part: unknown;
}

export async function readShopParts(sql: Db): Promise<readonly ShopPartRow[]> {
  return sql<ShopPartRow[]>`select sku, part from shop_part order by sku`;
}

/** What changes whenever the parts do: how many there are and when one changed last. */
export async function shopPartsMark(sql: Db): Promise<string> {
  const [row] = await sql<{ mark: string }[]>`
    select count(*) || ' ' || coalesce(max(changed_at)::text, '') as mark from shop_part`;
  return row?.mark ?? "";
}

export async function putShopPart(sql: Db, sku: string, part: object): Promise<void> {
  await sql`
    insert into shop_part (sku, part) values (${sku}, ${sql.json(part as never)})
    on conflict (sku) do update set part = excluded.part, changed_at = clock_timestamp()`;
}

/** True when there was one. */
export async function removeShopPart(sql: Db, sku: string): Promise<boolean> {
  const gone = await sql`delete from shop_part where sku = ${sku} returning sku`;
  return gone.length > 0;
}

/** Rows of customers: who asks for the work, at one site or many. */
import type { Db } from "./client.ts";

export interface CustomerRow {
  readonly customerId: string;
  readonly name: string;
  readonly phone: string;
  readonly email: string;
  readonly note: string;
  readonly version: number;
}

/** Finds a customer. */
export async function findCustomer(sql: Db, customerId: string): Promise<CustomerRow | undefined> {
  const [row] = await sql<CustomerRow[]>`
    select customer_id, name, phone, email, note, version from customer where customer_id = ${customerId}`;
  return row;
}

/** Returns customers by name, so many after a name and id. */
export async function listCustomers(
  sql: Db,
  limit: number,
  after: { readonly name: string; readonly id: string } | null = null,
  like: string | null = null,
): Promise<readonly CustomerRow[]> {
  return sql<CustomerRow[]>`
    select customer_id, name, phone, email, note, version from customer
    where ${after === null ? sql`true` : sql`(lower(name), customer_id) > (${after.name.toLowerCase()}, ${after.id})`}
      and ${like === null ? sql`true` : sql`(name ilike ${like} or phone ilike ${like} or email ilike ${like})`}
    order by lower(name), customer_id limit ${limit}`;
}

/** Adds a customer under an id the form was made with: sent twice, added once. */
export async function insertCustomer(sql: Db, row: Omit<CustomerRow, "version">): Promise<void> {
  await sql`
    insert into customer (customer_id, name, phone, email, note)
    values (${row.customerId}, ${row.name}, ${row.phone}, ${row.email}, ${row.note}) on conflict (customer_id) do nothing`;
}

/** Writes a customer if nobody has changed the row since version `seen`; false when somebody has. */
export async function updateCustomer(
  sql: Db,
  row: Omit<CustomerRow, "version">,
  seen: number,
): Promise<boolean> {
  const changed = await sql`
    update customer set name = ${row.name}, phone = ${row.phone}, email = ${row.email}, note = ${row.note}, version = version + 1
    where customer_id = ${row.customerId} and version = ${seen} returning customer_id`;
  return changed.length > 0;
}

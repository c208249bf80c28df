/** Single values of the installation: who the demo plumber is, whether the demo was loaded. */
import type { Db } from "./client.ts";

export async function readSetting(sql: Db, name: string): Promise<unknown> {
  const [row] = await sql<{ value: unknown }[]>`select value from setting where name = ${name}`;
  return row?.value;
}

/** Writes the value unless the name is taken; true when it was written. */
export async function addSetting(sql: Db, name: string, value: object): Promise<boolean> {
  const added = await sql`
    insert into setting (name, value) values (${name}, ${sql.json(value as never)}) on conflict (name) do nothing returning name`;
  return added.length > 0;
}

export async function putSetting(sql: Db, name: string, value: object): Promise<void> {
  await sql`
    insert into setting (name, value) values (${name}, ${sql.json(value as never)})
    on conflict (name) do update set value = excluded.value`;
}

/** True when the database answers. */
export async function pingDatabase(sql: Db): Promise<boolean> {
  const rows = await sql`select 1 as one`;
  return rows.length === 1;
}

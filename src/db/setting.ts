/** Single values of the installation: who the demo plumber is, whether the demo was loaded, what the shop has set. */
import type { Db } from "./client.ts";

/** Returns the value with the number of the change that made it; 0 and undefined when nobody has set it. */
export async function readVersionedSetting(
  sql: Db,
  name: string,
): Promise<{ readonly value: unknown; readonly version: number }> {
  const [row] = await sql<
    { value: unknown; version: number }[]
  >`select value, version from setting where name = ${name}`;
  return row ?? { value: undefined, version: 0 };
}

/** Returns one field of a value as text, with the number of the change that made it: for values too large to be read for that. Null and 0 when nobody has set it. */
export async function readSettingField(
  sql: Db,
  name: string,
  path: readonly string[],
): Promise<{ readonly text: string | null; readonly version: number }> {
  const [row] = await sql<{ text: string | null; version: number }[]>`
    select value #>> ${[...path]} as text, version from setting where name = ${name}`;
  return row ?? { text: null, version: 0 };
}

/** Writes the value unless the name is taken; true when it was written. */
export async function addSetting(sql: Db, name: string, value: object): Promise<boolean> {
  const added = await sql`
    insert into setting (name, value) values (${name}, ${sql.json(value as never)}) on conflict (name) do nothing returning name`;
  return added.length > 0;
}

/** Writes the value if the one there now is still the one `seen`; the new version, or null when somebody was quicker. */
export async function putSetting(sql: Db, name: string, value: object, seen: number): Promise<number | null> {
  const [row] =
    seen === 0
      ? await sql<{ version: number }[]>`
          insert into setting (name, value) values (${name}, ${sql.json(value as never)})
          on conflict (name) do nothing returning version`
      : await sql<{ version: number }[]>`
          update setting set value = ${sql.json(value as never)}, version = version + 1
          where name = ${name} and version = ${seen} returning version`;
  return row?.version ?? null;
}

/** Returns true when the database answers. */
export async function pingDatabase(sql: Db): Promise<boolean> {
  const rows = await sql`select 1 as one`;
  return rows.length === 1;
}

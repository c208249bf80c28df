/**
 * The two roles of a database beside the cluster's superuser: the owner, which migrates, and the server, which may only
 * do what the migrations grant it. Neither is a superuser, so that a fault in the server reaches no file and no trigger.
 */
import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";
import type { Cluster } from "./cluster.ts";
import { asSuperuser } from "./database.ts";

export const OWNER_ROLE = "brassnut_owner";
export const SERVER_ROLE = "brassnut_server";

const passwords = z.object({ owner: z.string().min(20), server: z.string().min(20) });
export type RolePasswords = z.output<typeof passwords>;

/** The passwords kept in `folder`; new ones are made when the file is missing or cannot be read. */
export function rolePasswords(folder: string): RolePasswords {
  const file = join(folder, "database-roles.json");
  if (existsSync(file)) {
    const kept = passwords.safeParse(JSON.parse(readFileSync(file, "utf8") || "null"));
    if (kept.success) return kept.data;
  }
  const made = { owner: randomBytes(24).toString("hex"), server: randomBytes(24).toString("hex") };
  writeFileSync(file, JSON.stringify(made), { mode: 0o600 });
  return made;
}

/** Makes both roles, or gives them these passwords and takes away what they must not have. */
export async function ensureRoles(cluster: Cluster, { owner, server }: RolePasswords): Promise<void> {
  await asSuperuser(cluster, "postgres", async (sql) => {
    for (const [role, password] of [
      [OWNER_ROLE, owner],
      [SERVER_ROLE, server],
    ] as const) {
      const [found] = await sql`select 1 from pg_roles where rolname = ${role}`;
      if (!found) await sql`create role ${sql(role)}`;
      // A password cannot be a bound value here; this one is hexadecimal, made above.
      await sql.unsafe(
        `alter role ${role} with login nosuperuser nocreatedb nocreaterole nobypassrls noreplication password '${password}'`,
      );
    }
  });
}

/** Hands everything in the database to the owner: databases made before there was one belong to the superuser. */
export async function giveToOwner(cluster: Cluster, database: string): Promise<void> {
  await asSuperuser(cluster, database, async (sql) => {
    await sql`alter database ${sql(database)} owner to ${sql(OWNER_ROLE)}`;
    const things = await sql<{ statement: string }[]>`
      select format('alter %s %s owner to %I', case relkind when 'S' then 'sequence' else 'table' end, oid::regclass, ${OWNER_ROLE}::text) as statement
      from pg_class
      where relnamespace = 'public'::regnamespace and relkind in ('r', 'S') and relowner <> ${OWNER_ROLE}::regrole
        and not exists (select 1 from pg_depend where objid = pg_class.oid and deptype in ('i', 'a') and relkind = 'S')
      union all
      select format('alter function %s owner to %I', oid::regprocedure, ${OWNER_ROLE}::text)
      from pg_proc where pronamespace = 'public'::regnamespace and proowner <> ${OWNER_ROLE}::regrole
        and not exists (select 1 from pg_depend where objid = pg_proc.oid and deptype = 'e')`;
    for (const { statement } of things) await sql.unsafe(statement);
  });
}

/** Connection string of a role, from that of the superuser. */
export function urlAs(url: string, role: string, password: string): string {
  const changed = new URL(url);
  changed.username = role;
  changed.password = password;
  return changed.href;
}

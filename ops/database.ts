/** Databases inside a cluster: making, dropping, cloning one from a template, and who else is connected. */
import postgres from "postgres";
import type { Cluster } from "./cluster.ts";

/** A database that is just going down may never answer, s. */
const CONNECT_WITHIN_S = 10;
const END_WITHIN_S = 5;

/** Work as the superuser, in the database named. */
export async function asSuperuser<T>(
  cluster: Cluster,
  database: string,
  work: (sql: postgres.Sql) => Promise<T>,
): Promise<T> {
  const sql = postgres(cluster.url(database), {
    max: 1,
    connect_timeout: CONNECT_WITHIN_S,
    onnotice: () => undefined,
  });
  try {
    return await work(sql);
  } finally {
    await sql.end({ timeout: END_WITHIN_S });
  }
}

/** Makes the database unless it is there; `template` copies another one whole. */
export async function createDatabase(cluster: Cluster, name: string, template = "template1"): Promise<void> {
  await asSuperuser(cluster, "postgres", async (sql) => {
    const [found] = await sql`select 1 from pg_database where datname = ${name}`;
    if (!found) await sql`create database ${sql(name)} template ${sql(template)}`;
  });
}

export async function dropDatabase(cluster: Cluster, name: string): Promise<void> {
  await asSuperuser(cluster, "postgres", (sql) => sql`drop database if exists ${sql(name)} with (force)`);
}

/** Connections of servers, which all go by the server's role; whoever asks goes by another. */
export async function otherClients(cluster: Cluster, role: string): Promise<number> {
  return asSuperuser(cluster, "postgres", async (sql) => {
    const [row] = await sql<{ clients: number }[]>`
      select count(*)::int as clients from pg_stat_activity
      where usename = ${role} and backend_type = 'client backend'`;
    return row?.clients ?? 0;
  });
}

import postgres from "postgres";

/** A pool, or a transaction of it: query functions take either. */
export type Db = postgres.ISql<Record<string, never>>;
export type Pool = postgres.Sql<Record<string, never>>;

/** Name this process goes by in the database, so that its connections can be told from another's. */
export const CLIENT_NAME = `brass-nut ${process.pid}`;

/** Pool of connections to the database at `url`. Columns are renamed to camelCase; JSON inside rows is left as it is. */
export function connect(url: string): Pool {
  return postgres(url, {
    max: 10,
    connection: { application_name: CLIENT_NAME },
    onnotice: () => undefined,
    transform: { column: { from: postgres.toCamel, to: postgres.fromCamel } },
  });
}

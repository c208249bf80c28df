import postgres from "postgres";

/** A pool, or a transaction of it: query functions take either. */
export type Db = postgres.ISql<Record<string, never>>;
export type Pool = postgres.Sql<Record<string, never>>;

/** Pool of connections to the database at `url`. Columns are renamed to camelCase; JSON inside rows is left as it is. */
export function connect(url: string): Pool {
  return postgres(url, {
    max: 10,
    onnotice: () => undefined,
    transform: { column: { from: postgres.toCamel, to: postgres.fromCamel } },
  });
}

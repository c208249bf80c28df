import postgres from "postgres";
import { parseInstant } from "./instant.ts";

/** A pool, or a transaction of it: query functions take either. */
export type Db = postgres.ISql<{ date: Date }>;
export type Pool = postgres.Sql<{ date: Date }>;

/** Name this process goes by in the database, so that its connections can be told from another's. */
export const CLIENT_NAME = `brass-nut ${process.pid}`;

/** Object identifiers of the types timestamp and timestamptz in PostgreSQL. */
const TIMESTAMPS = [1114, 1184];

export interface ConnectOptions {
  /** Most connections at once. */
  readonly most?: number;
  /** Longest a statement may run, ms. */
  readonly statementMs?: number;
}

/** Longest waits before PostgreSQL gives a statement up, ms: a lock, and a transaction that says nothing more. */
const LOCK_MS = 5000;
const SILENT_TRANSACTION_MS = 15_000;
const STATEMENT_MS = 20_000;
const CONNECT_S = 5;
/** Waits between tries to connect again, s: soon at first, so that a database that was restarted is found at once. */
const AGAIN_S = [0, 0.1, 0.25, 0.5, 1];

/**
 * Returns the pool of connections to the database at `url`. Columns are renamed to camelCase; JSON inside rows is left as it is;
 * instants are read as written, whatever the year. No wait is without an end.
 */
export function connect(url: string, { most = 10, statementMs = STATEMENT_MS }: ConnectOptions = {}): Pool {
  return postgres(url, {
    max: most,
    connect_timeout: CONNECT_S,
    backoff: (tries: number) => AGAIN_S[Math.min(tries, AGAIN_S.length - 1)] ?? 1,
    connection: {
      application_name: CLIENT_NAME,
      statement_timeout: statementMs,
      lock_timeout: Math.min(LOCK_MS, statementMs),
      idle_in_transaction_session_timeout: SILENT_TRANSACTION_MS,
      TimeZone: "UTC",
      DateStyle: "ISO, YMD",
    },
    types: {
      date: {
        to: 1184,
        from: TIMESTAMPS,
        serialize: (value: Date) => value.toISOString(),
        parse: parseInstant,
      },
    },
    onnotice: () => undefined,
    transform: { column: { from: postgres.toCamel, to: postgres.fromCamel } },
  });
}

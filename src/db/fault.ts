/** What went wrong with the database, told by its own codes (PostgreSQL 15, appendix A) and those of the driver. */

/**
 * away: not to be reached, or going down; busy: gave up waiting for a lock or for a statement; full: no room on the disk;
 * text: a value that cannot be kept as it is; again: two writers met, and the same work may go through now.
 */
export type DatabaseFault = "away" | "busy" | "full" | "text" | "again";

const DRIVER_AWAY: ReadonlySet<string> = new Set([
  "CONNECTION_CLOSED",
  "CONNECTION_ENDED",
  "CONNECTION_DESTROYED",
  "CONNECT_TIMEOUT",
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
]);

const BY_STATE: readonly (readonly [states: RegExp, fault: DatabaseFault])[] = [
  // connection failures; let in no more, for whatever reason; shutting down, crashed, starting up; the system failed
  [/^(08...|28...|3D000|53300|55000|57P0[1-5]|58...)$/, "away"],
  // lock not available, query cancelled by its time limit, transaction ended by its time limit
  [/^(55P03|57014|25P03|25P04)$/, "busy"],
  [/^53[12]00$/, "full"],
  [/^22...$/, "text"],
  // deadlock, serialisation failure, unique violation
  [/^(40P01|40001|23505)$/, "again"],
];

function codeOf(error: unknown): string | null {
  if (typeof error !== "object" || error === null || !("code" in error)) return null;
  return typeof error.code === "string" ? error.code : null;
}

/** Returns the fault behind an error, or null when the error is none of the database's. */
export function databaseFault(error: unknown): DatabaseFault | null {
  // Several addresses tried at once fail as one.
  if (error instanceof AggregateError)
    return error.errors.map(databaseFault).find((each) => each !== null) ?? null;
  const code = codeOf(error);
  if (code === null) return null;
  if (DRIVER_AWAY.has(code)) return "away";
  return BY_STATE.find(([states]) => states.test(code))?.[1] ?? null;
}

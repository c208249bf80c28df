import type { Db, Pool } from "./client.ts";
import { databaseFault } from "./fault.ts";

async function once<T>(sql: Pool, work: (tx: Db) => Promise<T>): Promise<T> {
  let settle: (answer: T) => void = () => undefined;
  const answered = new Promise<T>((resolve) => {
    settle = resolve;
  });
  await sql.begin(async (tx) => settle(await work(tx)));
  return answered;
}

/**
 * Runs work in a transaction; once more when it met another writer (a deadlock, or both adding the same row), which has
 * then finished. Errors: as the work's, and the database's.
 */
export async function transact<T>(sql: Pool, work: (tx: Db) => Promise<T>): Promise<T> {
  try {
    return await once(sql, work);
  } catch (error) {
    if (databaseFault(error) !== "again") throw error;
    return once(sql, work);
  }
}

/** What use cases are handed: the database, long computation, the tables, the clock and ids. Made once for each server process. */
import { v4 as uuid } from "uuid";
import { type Compute, computeHere, computeInPool } from "../compute/compute.ts";
import { loadTables } from "../compute/tables.ts";
import { type Identifier, openIdentifier } from "../core/identify/index.ts";
import { buildPlannerIndex, type PlannerIndex } from "../core/planner/index.ts";
import type { Tables } from "../core/tables.ts";
import { connect, type Pool } from "../db/client.ts";
import { readEnvironment } from "../env.ts";

export interface Context {
  readonly sql: Pool;
  readonly compute: Compute;
  readonly tables: Tables;
  readonly plannerIndex: PlannerIndex;
  readonly identifier: Identifier;
  readonly now: () => Date;
  readonly newId: () => string;
}

/** Long computation in this thread, for tests and commands. */
let here: Compute | undefined;

/** Makes the context of the server, of a command or of a test: database, tables, what is computed from them, and the clock. */
export function makeContext(sql: Pool, now: () => Date = () => new Date()): Context {
  const tables = loadTables();
  here ??= computeHere(tables);
  return {
    sql,
    compute: here,
    tables,
    plannerIndex: buildPlannerIndex(tables),
    identifier: openIdentifier(tables),
    now,
    newId: uuid,
  };
}

let made: Context | undefined;

/** Returns the server's own context, connected on first use. */
export function serverContext(): Context {
  if (made === undefined) {
    const { DATABASE_URL: url, COMPUTE_WORKER: worker } = readEnvironment();
    const context = makeContext(connect(url));
    made = { ...context, compute: worker === undefined ? context.compute : computeInPool(worker) };
  }
  return made;
}

/** What use cases are handed: the database, long computation, the tables, the clock, ids and who acts. */
import { v4 as uuid } from "uuid";
import { type Compute, computeHere, computeInPool } from "../compute/compute.ts";
import { loadTables } from "../compute/tables.ts";
import { type Identifier, openIdentifier } from "../core/identify/index.ts";
import { buildPlannerIndex, type PlannerIndex } from "../core/planner/index.ts";
import type { Tables } from "../core/tables.ts";
import { connect, type Pool } from "../db/client.ts";
import { readEnvironment } from "../env.ts";
import { isNextCopyDue } from "./archive/copies.ts";
import { copyNightly } from "./archive/copy-thread.ts";
import { currentPlumber } from "./shop/people.ts";

export interface Context {
  readonly sql: Pool;
  readonly compute: Compute;
  readonly tables: Tables;
  readonly plannerIndex: PlannerIndex;
  readonly identifier: Identifier;
  readonly now: () => Date;
  readonly newId: () => string;
  /** Reads who acts. */
  readonly actor: () => Promise<string>;
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
    actor: () => currentPlumber(sql),
  };
}

let made: Context | undefined;

/** Returns the server's own context, connected on first use. */
function serverContext(): Context {
  if (made === undefined) {
    const { DATABASE_URL: url, COMPUTE_WORKER: worker, COPY_WORKER: copier } = readEnvironment();
    const context = makeContext(connect(url));
    made = { ...context, compute: worker === undefined ? context.compute : computeInPool(worker) };
    if (copier !== undefined) copyNightly(copier, url, () => isNextCopyDue(context));
  }
  return made;
}

/** Returns the context of one request: one moment for all that is written, and one person, read when first asked for. */
export function requestContext(): Context {
  const server = serverContext();
  const at = server.now();
  let actor: Promise<string> | undefined;
  return {
    ...server,
    now: () => at,
    actor: () => {
      actor ??= server.actor();
      return actor;
    },
  };
}

/** What use cases are handed: the database, the tables, the clock and ids. Made once for each server process. */
import { v4 as uuid } from "uuid";
import { openShop, type Shop } from "../core/hookup/index.ts";
import { type Identifier, openIdentifier } from "../core/identify/index.ts";
import type { Tables } from "../core/tables.ts";
import { connect, type Pool } from "../db/client.ts";
import { readEnvironment } from "../env.ts";
import { loadTables } from "./tables.ts";

export interface Context {
  readonly sql: Pool;
  readonly tables: Tables;
  readonly shop: Shop;
  readonly identifier: Identifier;
  readonly now: () => Date;
  readonly newId: () => string;
}

export function makeContext(sql: Pool, now: () => Date = () => new Date()): Context {
  const tables = loadTables();
  return { sql, tables, shop: openShop(tables), identifier: openIdentifier(tables), now, newId: uuid };
}

let made: Context | undefined;

/** The server's own context, connected on first use. */
export function serverContext(): Context {
  made ??= makeContext(connect(readEnvironment().DATABASE_URL));
  return made;
}

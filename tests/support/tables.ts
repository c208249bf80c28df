/** The real tables, and a shop and an identifier over them, for tests of the core. */
import { loadTables } from "../../src/compute/tables.ts";
import { openIdentifier } from "../../src/core/identify/index.ts";
import { openShop } from "../../src/core/planner/index.ts";

export const tables = loadTables();
export const shop = openShop(tables);
export const identifier = openIdentifier(tables);

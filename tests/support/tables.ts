/** The real tables, and a shop over them, for tests of the core. */
import { loadTables } from "../../src/app/tables.ts";
import { openShop } from "../../src/core/hookup/index.ts";

export const tables = loadTables();
export const shop = openShop(tables);

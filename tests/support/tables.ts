/** The real tables, and a shop and an identifier over them, for tests of the core. */
import { loadTables } from "../../src/compute/tables.ts";
import { openIdentifier } from "../../src/core/identify/index.ts";
import { buildPlannerIndex } from "../../src/core/planner/index.ts";

export const tables = loadTables();
export const plannerIndex = buildPlannerIndex(tables);
export const identifier = openIdentifier(tables);

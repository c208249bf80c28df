/** data/*.csv, checked row by row and against each other, as src/generated/tables.json. */
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { z } from "zod";
import { tablesSchema } from "../src/schema/tables.ts";
import { crossCheck } from "./data/cross-check.ts";
import { readTables } from "./data/read-csv.ts";
import { ROOT } from "./paths.ts";

const OUT = join(ROOT, "src/generated/tables.json");

/**
 * Validates the tables and writes the generated file when it changed.
 * Errors: Error that lists every fault with its table, row and column.
 */
export async function buildData(): Promise<void> {
  const parsed = tablesSchema.safeParse(readTables(join(ROOT, "data")));
  if (!parsed.success) throw new Error(`data/ is not right:\n${z.prettifyError(parsed.error)}`);
  const faults = crossCheck(parsed.data);
  if (faults.length > 0) throw new Error(`data/ does not hold together:\n${faults.join("\n")}`);
  const text = `${JSON.stringify(parsed.data)}\n`;
  if (existsSync(OUT) && readFileSync(OUT, "utf8") === text) return;
  mkdirSync(join(ROOT, "src/generated"), { recursive: true });
  writeFileSync(`${OUT}.part`, text);
  renameSync(`${OUT}.part`, OUT);
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? "").href)
  buildData().catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  });

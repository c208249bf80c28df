/** How long things last before they are renewed or looked at: a standard of the shop. */
import { z } from "zod";
import type { Upkeep } from "../../core/site/index.ts";
import type { Db } from "../../db/client.ts";
import type { Context } from "../context.ts";
import { readSetting } from "./setting.ts";

export const UPKEEP = "upkeep";

/** Longest interval, months: fifty years. */
const MOST_MONTHS = 600;
export const upkeepSchema = z.record(z.string().max(60), z.number().int().min(0).max(MOST_MONTHS));

/** Returns the rules of upkeep with the shop's own months, and the number of the last change. */
export async function versionedUpkeep({
  sql,
  tables,
}: {
  readonly sql: Db;
  readonly tables: Context["tables"];
}): Promise<{ readonly rules: readonly Upkeep[]; readonly version: number }> {
  const { value: own, version } = await readSetting(sql, UPKEEP, upkeepSchema);
  return {
    rules: tables.upkeep.map((rule) => ({ ...rule, months: own?.[rule.code] ?? rule.months })),
    version,
  };
}

/** Returns the rules of upkeep as the shop has them. */
export async function shopUpkeep(tools: Parameters<typeof versionedUpkeep>[0]): Promise<readonly Upkeep[]> {
  return (await versionedUpkeep(tools)).rules;
}

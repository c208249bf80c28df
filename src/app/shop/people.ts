import { z } from "zod";
import type { Db } from "../../db/client.ts";
import { readSetting } from "./setting.ts";

/** Name of the setting that says who works here. */
export const PLUMBER = "plumber";
const plumber = z.object({ name: z.string().min(1) });

/** Who acts where nobody has said who works here. */
const NOT_NAMED = "Plumber, not named";

/** Returns who works here, with the number of the last change; null: nobody has said. Until sign-in exists there is one. */
export async function storedPlumber(
  sql: Db,
): Promise<{ readonly name: string | null; readonly version: number }> {
  const { value, version } = await readSetting(sql, PLUMBER, plumber);
  return { name: value?.name ?? null, version };
}

/** Returns the name that stands on what is done now. */
export async function currentPlumber(sql: Db): Promise<string> {
  return (await storedPlumber(sql)).name ?? NOT_NAMED;
}

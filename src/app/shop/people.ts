import { z } from "zod";
import type { Db } from "../../db/client.ts";
import { readSetting } from "../../db/setting.ts";

const plumber = z.object({ name: z.string().min(1) });

/** Returns who works here until people and sign-in exist: one demo plumber from the settings. */
export async function currentPlumber(sql: Db): Promise<string> {
  const parsed = plumber.safeParse(await readSetting(sql, "plumber"));
  return parsed.success ? parsed.data.name : "Demo plumber";
}

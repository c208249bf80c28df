/** Settings of the shop as use cases read and keep them: parsed, and never over somebody else's change. */
import type { z } from "zod";
import type { Db } from "../../db/client.ts";
import { putSetting, readVersionedSetting } from "../../db/setting.ts";
import { AppError } from "../http/app-error.ts";

/** Told when two people change one setting. */
export const SOMEBODY_ELSE =
  "Nothing was kept: somebody else has changed this since you opened it. Both are shown below.";

/** Returns a setting with the number of the change that made it; null where nobody has set it, or what stands there is no such setting. */
export async function readSetting<S extends z.ZodType>(
  sql: Db,
  name: string,
  schema: S,
): Promise<{ readonly value: z.output<S> | null; readonly version: number }> {
  const { value, version } = await readVersionedSetting(sql, name);
  const parsed = schema.safeParse(value);
  return { value: parsed.success ? parsed.data : null, version };
}

/** Keeps a setting. Errors: AppError stale when somebody has changed it since the version `seen`. */
export async function keepSetting(sql: Db, name: string, value: object, seen: number): Promise<void> {
  if ((await putSetting(sql, name, value, seen)) === null) throw new AppError("stale", SOMEBODY_ELSE);
}

/** What the shop has said about copies of itself, how they stand, and whether one is due. */
import { isAbsolute } from "node:path";
import { z } from "zod";
import type { Db } from "../../db/client.ts";
import { type CopyRow, lastCopies } from "../../db/shop-copy.ts";
import { readSetting } from "../shop/setting.ts";

/** Name of the setting. */
export const NIGHTLY_COPY = "nightly-copy";
const HOUR_MS = 3_600_000;
/** Hours of the night, in the time of the computer, in which a copy is made. */
const NIGHT = { from: 2, until: 6 } as const;
/** In the night the next copy is made this long after the last, ms; by day only where the night was missed. */
const NEXT_NIGHT_MS = 18 * HOUR_MS;
const MISSED_NIGHT_MS = 26 * HOUR_MS;
const TRY_AGAIN_MS = HOUR_MS;
/** A copy older than this, ms, is older than it should be. */
export const LATE_MS = 36 * HOUR_MS;

/** What a form or the setting says about copies. */
export const copyChoice = z.discriminatedUnion("choice", [
  z.object({
    choice: z.literal("folder"),
    folder: z
      .string()
      .trim()
      .max(400)
      .refine(isAbsolute, "say the whole path of the folder, from the root of the disk"),
  }),
  z.object({ choice: z.literal("declined") }),
]);

/** What the shop has said about copies. */
export type CopyChoice = z.output<typeof copyChoice>;

interface CopiesTools {
  readonly sql: Db;
  readonly now: () => Date;
}

/** How the copies of the shop stand. */
export interface Copies {
  /** Null: nobody has said anything yet. */
  readonly choice: CopyChoice | null;
  readonly version: number;
  /** Last copy that was made whole; null: none. */
  readonly made: CopyRow | null;
  /** Last attempt, which may still run or have failed; null: none. */
  readonly tried: CopyRow | null;
  /** There should be a newer copy than there is. */
  readonly isLate: boolean;
}

/** Whether a copy should be made now. `hour`: of the computer's own clock, 0 to 23. */
export function isCopyDue(
  now: Date,
  hour: number,
  made: Pick<CopyRow, "beganAt"> | null,
  tried: Pick<CopyRow, "beganAt"> | null,
): boolean {
  const since = (row: Pick<CopyRow, "beganAt"> | null) =>
    row === null ? Number.POSITIVE_INFINITY : now.getTime() - row.beganAt.getTime();
  if (since(tried) < TRY_AGAIN_MS) return false;
  const isNight = hour >= NIGHT.from && hour < NIGHT.until;
  return since(made) > (isNight ? NEXT_NIGHT_MS : MISSED_NIGHT_MS);
}

/** Returns how the copies of the shop stand. */
export async function readCopies({ sql, now }: CopiesTools): Promise<Copies> {
  const [{ value, version }, { made, tried }] = await Promise.all([
    readSetting(sql, NIGHTLY_COPY, copyChoice),
    lastCopies(sql),
  ]);
  const isLate =
    value?.choice === "folder" && made !== undefined && now().getTime() - made.beganAt.getTime() > LATE_MS;
  return { choice: value, version, made: made ?? null, tried: tried ?? null, isLate };
}

/** Returns whether a copy should be made now, of its own accord, into the folder the shop has chosen. */
export async function isNextCopyDue(tools: CopiesTools): Promise<boolean> {
  const { choice, made, tried } = await readCopies(tools);
  const now = tools.now();
  return choice?.choice === "folder" && isCopyDue(now, now.getHours(), made, tried);
}

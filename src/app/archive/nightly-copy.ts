/** Copies of the whole shop in a folder that the shop has chosen: one each night, and one whenever somebody asks. */
import { constants } from "node:fs";
import { access, readdir, rename, rm, stat } from "node:fs/promises";
import { isAbsolute, join } from "node:path";
import { z } from "zod";
import { type CopyRow, endCopy, insertCopy, lastCopies, whileNobodyCopies } from "../../db/shop-copy.ts";
import { readEnvironment } from "../../env.ts";
import type { Context } from "../context.ts";
import { AppError, invalid } from "../http/app-error.ts";
import { keepSetting, readSetting } from "../shop/setting.ts";
import { startCopy } from "./copy-thread.ts";
import { checkEveryRow, writeArchive } from "./shop-archive.ts";

/** Name of the setting. */
export const NIGHTLY_COPY = "nightly-copy";
/** Copies that stay in the folder. */
export const COPIES_KEPT = 14;
const HOUR_MS = 3_600_000;
/** Hours of the night, in the time of the computer, in which a copy is made. */
const NIGHT = { from: 2, until: 6 } as const;
/** In the night the next copy is made this long after the last, ms; by day only where the night was missed. */
const NEXT_NIGHT_MS = 18 * HOUR_MS;
const MISSED_NIGHT_MS = 26 * HOUR_MS;
const TRY_AGAIN_MS = HOUR_MS;
/** A copy older than this, ms, is older than it should be. */
export const LATE_MS = 36 * HOUR_MS;

const choiceSchema = z.discriminatedUnion("choice", [
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
export type CopyChoice = z.output<typeof choiceSchema>;

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
export async function readCopies({ sql, now }: Pick<Context, "sql" | "now">): Promise<Copies> {
  const [{ value, version }, { made, tried }] = await Promise.all([
    readSetting(sql, NIGHTLY_COPY, choiceSchema),
    lastCopies(sql),
  ]);
  const isLate =
    value?.choice === "folder" && made !== undefined && now().getTime() - made.beganAt.getTime() > LATE_MS;
  return { choice: value, version, made: made ?? null, tried: tried ?? null, isLate };
}

/** Errors: AppError invalid naming the field where nothing can be written there. */
async function checkFolder(folder: string): Promise<void> {
  const refuse = (cause: unknown) => {
    throw new AppError(
      "invalid",
      `Nothing was kept: ${folder} is no folder that this program may write to. Make the folder first, on another disk than the shop's own.`,
      [{ path: "folder", message: "is no folder that can be written to" }],
      { cause },
    );
  };
  const found = await stat(folder).catch(refuse);
  if (!found?.isDirectory()) refuse(undefined);
  await access(folder, constants.W_OK).catch(refuse);
}

/** Keeps what a form says about copies. Errors: AppError invalid naming the field; stale when somebody has changed it since the version `seen`. */
export async function setCopyChoice(
  { sql }: Pick<Context, "sql">,
  form: FormData,
  seen: number,
): Promise<void> {
  const parsed = choiceSchema.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  if (parsed.data.choice === "folder") await checkFolder(parsed.data.folder);
  await keepSetting(sql, NIGHTLY_COPY, parsed.data, seen);
}

const OWN_COPY = /^brass-nut-\d{4}-\d{2}-\d{2}-\d{6}\.tar(\.part|\.part\.table)?$/;
const copyName = (at: Date) =>
  `brass-nut-${at.toISOString().slice(0, 19).replaceAll(":", "").replace("T", "-")}.tar`;

/** Leaves the newest copies, and nothing that was broken off. */
async function tidy(folder: string): Promise<void> {
  const own = (await readdir(folder)).filter((name) => OWN_COPY.test(name)).toSorted();
  const whole = own.filter((name) => name.endsWith(".tar"));
  const gone = [...own.filter((name) => !name.endsWith(".tar")), ...whole.slice(0, -COPIES_KEPT)];
  for (const name of gone) await rm(join(folder, name), { force: true });
}

/**
 * Makes a copy, reads it back, and writes down how that went. `isAsked`: a person asks; otherwise only when one is due.
 * Returns the attempt; null where none was due, the shop wants none, or another is being made.
 */
export async function makeCopy(
  context: Pick<Context, "sql" | "tables" | "plannerIndex" | "compute" | "now" | "newId">,
  { isAsked }: { readonly isAsked: boolean },
): Promise<CopyRow | null> {
  const { sql, now } = context;
  let attempt: CopyRow | null = null;
  await whileNobodyCopies(sql, async () => {
    const { choice, made, tried } = await readCopies(context);
    const beganAt = now();
    if (choice?.choice !== "folder") return;
    if (!isAsked && !isCopyDue(beganAt, beganAt.getHours(), made, tried)) return;
    const file = join(choice.folder, copyName(beganAt));
    const begun = { copyId: context.newId(), beganAt, file, endedAt: null, bytes: null, fault: null };
    await insertCopy(sql, begun);
    try {
      await tidy(choice.folder);
      const part = `${file}.part`;
      await writeArchive(context, part);
      await checkEveryRow(part);
      await rename(part, file);
      await tidy(choice.folder);
      attempt = { ...begun, endedAt: now(), bytes: (await stat(file)).size };
    } catch (error) {
      const fault = error instanceof Error ? error.message : String(error);
      attempt = { ...begun, endedAt: now(), fault: fault.slice(0, 1000) };
    }
    await endCopy(sql, attempt);
  });
  return attempt;
}

/** Begins a copy that a person asks for, beside the server's own work where the server has a program for that. Errors: AppError conflict where no folder is chosen. */
export async function askForCopy(context: Context): Promise<void> {
  const { choice } = await readCopies(context);
  if (choice?.choice !== "folder") throw new AppError("conflict", "No folder for copies is chosen yet.");
  const { COPY_WORKER: program, DATABASE_URL: url } = readEnvironment();
  if (program === undefined) await makeCopy(context, { isAsked: true });
  else startCopy(program, { url, isAsked: true });
}

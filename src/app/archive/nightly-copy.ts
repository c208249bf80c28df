/** Copies of the whole shop in a folder that the shop has chosen: one each night, and one whenever somebody asks. */
import { constants } from "node:fs";
import { access, readdir, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { type CopyRow, endCopy, insertCopy, whileNobodyCopies } from "../../db/shop-copy.ts";
import { readEnvironment } from "../../env.ts";
import type { Context } from "../context.ts";
import { AppError, invalid } from "../http/app-error.ts";
import { keepSetting } from "../shop/setting.ts";
import { copyChoice, isCopyDue, NIGHTLY_COPY, readCopies } from "./copies.ts";
import { startCopy } from "./copy-thread.ts";
import { writeArchiveReadBack } from "./shop-archive.ts";

/** Copies that stay in the folder. */
export const COPIES_KEPT = 14;

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
  const parsed = copyChoice.safeParse(Object.fromEntries(form));
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
      await writeArchiveReadBack(context, file);
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

/** Filters of the page of all visits that somebody has named. */
import { z } from "zod";
import { line } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { AppError, invalid } from "../http/app-error.ts";
import { keepSetting, readSetting } from "../shop/setting.ts";

const SAVED = "saved-views";
const MOST_VIEWS = 30;
const savedView = z.object({
  name: line(60),
  /** Of the page's address: "list=finished&from=2026-01-01". */
  query: z.string().max(400),
});
const savedViews = z.array(savedView).max(MOST_VIEWS);
export type SavedView = z.output<typeof savedView>;

/** Returns the views by name, with the number of the last change. */
export async function readSavedViews({
  sql,
}: Pick<Context, "sql">): Promise<{ readonly views: readonly SavedView[]; readonly version: number }> {
  const { value, version } = await readSetting(sql, SAVED, savedViews);
  return { views: value ?? [], version };
}

/**
 * Saves a view under its name, in the place of an earlier one, or removes the one of that name.
 * Errors: AppError invalid; stale when somebody has changed the views since the version `seen`.
 */
export async function changeSavedViews(
  context: Pick<Context, "sql">,
  form: FormData,
  seen: number,
): Promise<void> {
  const parsed = savedView.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { views } = await readSavedViews(context);
  const others = views.filter(({ name }) => name !== parsed.data.name);
  const next = form.get("action") === "remove" ? others : [...others, parsed.data];
  if (next.length > MOST_VIEWS)
    throw new AppError("invalid", `At most ${MOST_VIEWS} views are saved: remove one first.`);
  const ordered = next.toSorted((a, b) => a.name.localeCompare(b.name, "en"));
  await keepSetting(context.sql, SAVED, ordered, seen);
}

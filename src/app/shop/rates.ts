/** What the shop charges: one setting, from which estimates and bills are made. */
import type { Rates } from "../../core/bill/index.ts";
import { ratesForm, ratesSchema } from "../../schema/bill.ts";
import type { Context } from "../context.ts";
import { invalid } from "../http/app-error.ts";
import { keepSetting, readSetting } from "./setting.ts";

const RATES = "rates";

/** Returns what the shop charges, null where nobody has said, with the number of the last change. */
export async function versionedRates({
  sql,
}: Pick<Context, "sql">): Promise<{ readonly rates: Rates | null; readonly version: number }> {
  const { value: rates, version } = await readSetting(sql, RATES, ratesSchema);
  return { rates, version };
}

/** Stores what the shop charges from a form. Errors: AppError invalid naming the field; stale when somebody was quicker. */
export async function setRates({ sql }: Pick<Context, "sql">, form: FormData, seen: number): Promise<void> {
  const parsed = ratesForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { hour, trip, markUp, tax, taxOn } = parsed.data;
  const rates: Rates = {
    hourCents: hour,
    tripCents: trip,
    markUpPercent: markUp,
    taxPercent: tax,
    taxOn,
  };
  await keepSetting(sql, RATES, rates, seen);
}

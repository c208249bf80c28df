/** How the shop writes figures and times and prints: kept as one setting, told to everything that formats. */
import { z } from "zod";
import { UNIT_FAMILIES } from "../../core/units/index.ts";
import type { Db } from "../../db/client.ts";
import { CLOCKS, showAs, USUAL_DISPLAY } from "../../labels/display.ts";
import type { Context } from "../context.ts";
import { invalid } from "../http/app-error.ts";
import { keepSetting, readSetting } from "./setting.ts";

const DISPLAY = "display";

/** Sheets a PDF is laid out for. */
export const PAPERS = ["letter", "a4"] as const;

const displaySchema = z.object({
  units: z.enum(UNIT_FAMILIES),
  clock: z.enum(CLOCKS),
  paper: z.enum(PAPERS),
});

/** What the shop has set about what people read. */
export type ShopDisplay = z.output<typeof displaySchema>;

const USUAL: ShopDisplay = { ...USUAL_DISPLAY, paper: "letter" };

/** Returns how the shop writes and prints, with the number of the last change. */
export async function versionedDisplay({
  sql,
}: {
  readonly sql: Db;
}): Promise<{ readonly display: ShopDisplay; readonly version: number }> {
  const { value, version } = await readSetting(sql, DISPLAY, displaySchema);
  return { display: value ?? USUAL, version };
}

/** Stores how the shop writes and prints from a form, and writes so from then on. Errors: AppError invalid naming the field; stale when somebody has changed it since the version `seen`. */
export async function setDisplay({ sql }: Pick<Context, "sql">, form: FormData, seen: number): Promise<void> {
  const parsed = displaySchema.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  await keepSetting(sql, DISPLAY, parsed.data, seen);
  showAs(parsed.data);
  told = Promise.resolve(parsed.data);
}

let told: Promise<ShopDisplay> | undefined;

/**
 * Returns how the shop writes and prints, once this server writes so: reads the setting the first time. While the database cannot
 * be asked, the usual way holds and the next request asks again.
 */
export function shopDisplay(context: Pick<Context, "sql">): Promise<ShopDisplay> {
  told ??= versionedDisplay(context).then(
    ({ display }) => {
      showAs(display);
      return display;
    },
    () => {
      told = undefined;
      return USUAL;
    },
  );
  return told;
}

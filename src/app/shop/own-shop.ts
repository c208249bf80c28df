/** Our own shop beside the demonstration: which of the two is served, and what the first day asks for. */

import { z } from "zod";
import { CUSTOMER_BY_LINK } from "../../core/check/index.ts";
import { readEnvironment } from "../../env.ts";
import { type openShopMessage, type ShopInUse, shopInUseSchema } from "../../schema/open-shop.ts";
import { shopDetailsSchema } from "../../schema/shop-details.ts";
import { line } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { AppError, invalid } from "../http/app-error.ts";
import { PLUMBER, storedPlumber } from "./people.ts";
import { keepSetting } from "./setting.ts";
import { setShopDetails, versionedShopDetails } from "./shop-details.ts";

/** Returns which shop is served; null where whoever started this server can serve no other. */
export function shopInUse(): ShopInUse | null {
  return process.send === undefined ? null : (readEnvironment().SHOP_IN_USE ?? null);
}

const shopForm = z.object({ shop: shopInUseSchema });

/**
 * Asks whoever started this server to start it anew on the other shop's database; what this one holds stays.
 * Errors: AppError invalid; conflict where there is no other shop.
 */
export function askForShop(form: FormData): ShopInUse {
  const parsed = shopForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { shop } = parsed.data;
  if (shopInUse() === null)
    throw new AppError("conflict", "This server was not started by bin/start: it has one shop only.");
  const message: z.input<typeof openShopMessage> = { openShop: shop };
  process.send?.(message);
  return shop;
}

/** As long as the name on an event may be. */
const plumberForm = z.object({
  plumber: line(100).refine(
    (name) => name !== CUSTOMER_BY_LINK,
    "is how answers of customers are marked: take another name",
  ),
});

/**
 * Keeps who works here from now on; what was done before keeps its name.
 * Errors: AppError invalid naming the field; stale when somebody has changed it since the version `seen`.
 */
export async function setPlumber({ sql }: Pick<Context, "sql">, form: FormData, seen: number): Promise<void> {
  const parsed = plumberForm.safeParse({ plumber: form.get("plumber") });
  if (!parsed.success) throw invalid(parsed.error);
  await keepSetting(sql, PLUMBER, { name: parsed.data.plumber }, seen);
}

/** Returns true until somebody has said who works here. */
export async function isFirstDay({ sql }: Pick<Context, "sql">): Promise<boolean> {
  return (await storedPlumber(sql)).name === null;
}

/**
 * Keeps who works here, then what the shop is called and how it is reached.
 * Errors: AppError invalid naming the field, with nothing kept; stale as setPlumber and setShopDetails.
 */
export async function beginShop(context: Pick<Context, "sql">, form: FormData): Promise<void> {
  const { details, version } = await versionedShopDetails(context);
  const named = new FormData();
  for (const [key, kept] of Object.entries(details)) named.set(key, String(form.get(key) ?? kept));
  // Both are looked at before the first is kept.
  const read = shopDetailsSchema.safeParse(Object.fromEntries(named));
  if (!read.success) throw invalid(read.error);
  await setPlumber(context, form, (await storedPlumber(context.sql)).version);
  await setShopDetails(context, named, version);
}

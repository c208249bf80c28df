/** Who the shop is: kept as one setting, shown on records and on what customers see. */
import { type ShopDetails, shopDetailsSchema } from "../../schema/shop-details.ts";
import type { Context } from "../context.ts";
import { invalid } from "../http/app-error.ts";
import { keepSetting, readSetting } from "./setting.ts";

const DETAILS = "shop-details";

/** What holds until somebody has said. */
const UNSAID: ShopDetails = {
  name: "",
  phone: "",
  licence: "",
  address: "",
  publicAddress: "",
  followUpBy: "plumber",
};

/** Returns who the shop is, with the number of the last change. */
export async function versionedShopDetails({
  sql,
}: Pick<Context, "sql">): Promise<{ readonly details: ShopDetails; readonly version: number }> {
  const { value, version } = await readSetting(sql, DETAILS, shopDetailsSchema);
  return { details: value ?? UNSAID, version };
}

/** Returns who the shop is; empty where nobody has said. */
export async function shopDetails(context: Pick<Context, "sql">): Promise<ShopDetails> {
  return (await versionedShopDetails(context)).details;
}

/** Stores who the shop is from a form. Errors: AppError invalid naming the field; stale when somebody has changed it since the version `seen`. */
export async function setShopDetails(
  { sql }: Pick<Context, "sql">,
  form: FormData,
  seen: number,
): Promise<void> {
  const parsed = shopDetailsSchema.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  await keepSetting(sql, DETAILS, parsed.data, seen);
}

/** Returns the address links for customers begin with: the one the shop has set, else the one this page was asked under. */
export function linkBase(
  { publicAddress }: ShopDetails,
  origin: string,
): { readonly base: string; readonly isReachable: boolean } {
  if (publicAddress !== "") return { base: publicAddress.replace(/\/$/, ""), isReachable: true };
  const { hostname } = new URL(origin);
  const isOwnMachine = hostname === "localhost" || hostname === "[::1]" || hostname.startsWith("127.");
  return { base: origin, isReachable: !isOwnMachine };
}

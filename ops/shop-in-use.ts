/** Which of the two shops of this checkout is served: the demonstration, or the plumber's own. Each has a database of its own; neither is ever thrown away for the other. */
import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";
import { type ShopInUse, shopInUseSchema } from "../src/schema/open-shop.ts";

const DATABASES: Readonly<Record<ShopInUse, string>> = { demo: "brassnut", own: "brassnut_own" };
const CHOICE_FILE = "shop-in-use.json";

const choiceSchema = z.object({ shop: shopInUseSchema });

/** Returns the name of a shop's database. */
export function databaseOf(shop: ShopInUse): string {
  return DATABASES[shop];
}

/** Returns which shop was chosen last; the demonstration where nobody has chosen. `folder` is the folder of the data. */
export function readShopInUse(folder: string): ShopInUse {
  const file = join(folder, CHOICE_FILE);
  if (!existsSync(file)) return "demo";
  const text = readFileSync(file, "utf8");
  try {
    return choiceSchema.parse(JSON.parse(text)).shop;
  } catch (cause) {
    throw new Error(`${file} names no shop: delete the file, or start with --demo or --own-shop`, { cause });
  }
}

/** Keeps the choice for every later start. */
export function keepShopInUse(folder: string, shop: ShopInUse): void {
  const file = join(folder, CHOICE_FILE);
  writeFileSync(`${file}.part`, `${JSON.stringify({ shop })}\n`);
  renameSync(`${file}.part`, file);
}

/** Returns the shop that the flags of bin/start ask for; null where they ask for none. Errors: Error where they ask for both. */
export function shopOfFlags(flags: readonly string[]): ShopInUse | null {
  const isOwn = flags.includes("--own-shop");
  const isDemo = flags.includes("--demo") || flags.includes("--reset-demo");
  if (isOwn && isDemo)
    throw new Error("start either with --own-shop or with the demonstration, not with both");
  if (isOwn) return "own";
  return isDemo ? "demo" : null;
}

/** How deep a device usually shows run sheets: kept on the device, as long as the shop has no people of its own. */
import type { AstroGlobal } from "astro";
import { SHEET_DEPTHS, type SheetDepth } from "../../core/short-sheet/index.ts";

export const DEPTH_COOKIE = "depth";

/** Returns the depth that was chosen on this device; the short one until then. */
export function usualDepth({ cookies }: Pick<AstroGlobal, "cookies">): SheetDepth {
  const kept = cookies.get(DEPTH_COOKIE)?.value;
  return SHEET_DEPTHS.find((each) => each === kept) ?? "short";
}

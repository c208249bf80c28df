/** What valves of a site are called. */
import type { ZoneKind } from "../core/piping/index.ts";

/** What is without water while a valve is shut. */
export const ZONE_WORDS: Readonly<Record<ZoneKind, string>> = {
  fixture: "one fixture",
  branch: "a branch",
  hot: "the hot side",
  house: "the whole house",
};

/** Why an act is not done yet, in words. */
import type { NeedCode } from "../core/situation/index.ts";

export const NEED_WORDS: Readonly<Record<NeedCode, string>> = {
  order: "another step comes first",
  "valve-above-shut": "a valve above is shut: a line without water proves nothing",
  "not-made-below": "a joint that this valve puts under pressure is not made yet",
  "not-proved-below": "a stop below is proved while water still stands on it",
};

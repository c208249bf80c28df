/** What the line bench says of a rating. */
import type { Rating } from "../core/line/index.ts";

export const RATING_WORDS: Readonly<Record<Rating, string>> = {
  good: "good",
  taut: "taut",
  "tight-bend": "bends too tight",
  excess: "too long",
  short: "too short",
};

/** What happens with such a length, and what to do instead. */
export const RATING_MEANS: Readonly<Record<Rating, string>> = {
  good: "Both cuffs leave straight and no bend is tighter than the line allows.",
  taut: "It reaches with next to no slack: a nut that sits a little off is pulled off its axis and weeps.",
  "tight-bend": "It would bend tighter than the line allows: the liner kinks or breaks at the cuff.",
  excess: "It bulges into room that is not there: it rubs, or is pressed flat by what is pushed against it.",
  short: "It does not reach, even pulled straight.",
};

/** Ink of a rating's word. */
export const RATING_INK: Readonly<Record<Rating, string>> = {
  good: "text-dry-ink",
  taut: "text-work-ink",
  "tight-bend": "text-wet-ink",
  excess: "text-quiet",
  short: "text-quiet",
};

/** What becomes of two ends, as a headline and as a legend. */
import type { FitVerdict } from "../core/joint/index.ts";

export const FIT_VERDICT_LABELS: Readonly<Record<FitVerdict, string>> = {
  fits: "Fits",
  "washer-only": "Seals on the washer only",
  starts: "Goes on, will not seal",
  no: "Does not go on",
};

export const LETTER_WORDS: Readonly<Record<"f" | "w" | "s" | "n", string>> = {
  f: "fits",
  w: "seals on the washer only, if the faces meet",
  s: "starts or goes on, but will not seal",
  n: "does not go on",
};

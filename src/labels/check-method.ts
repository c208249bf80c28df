import type { CheckMethod } from "../core/check/index.ts";

/** How it was looked at, as it stands in a list. */
export const METHOD_WORDS: Readonly<Record<CheckMethod, string>> = {
  look: "looked",
  tissue: "tissue",
  mirror: "mirror and light",
  hand: "dry hand",
  strip: "paper strip left",
};

/** The same as choices. */
export const METHOD_CHOICES: readonly (readonly [CheckMethod, string])[] = [
  ["look", "look at the wiped joint"],
  ["tissue", "dry tissue"],
  ["mirror", "mirror and light"],
  ["hand", "dry hand (cold water only)"],
  ["strip", "paper strip left lying"],
];

/** What is done to the sides of a joint before it is made, in words. */
import type { Preparation } from "../core/joint/index.ts";

export const PREPARATION_WORDS: Readonly<Record<Preparation, string>> = {
  "square-cut": "cut square",
  deburr: "burrs off inside and out",
  "depth-mark": "depth marked",
  "insert-in": "insert in, flush",
  bright: "bright all round",
  flux: "fluxed",
  "dry-pipe": "pipe dry",
  "ring-on": "ring on first",
  "ring-seen": "ring seen in its groove",
  "nut-and-ferrule-on": "nut on, then ferrule",
  "flare-tube": "tube flared",
  "clean-thread": "old sealant off the thread",
  "sealant-on": "sealant on the male thread",
  "clean-face": "faces clean",
  "clean-cones": "cones clean and not nicked",
  "washer-in": "one washer in place",
  "no-old-ferrule": "no old ferrule left in the outlet",
  "dry-fit": "fitted dry once",
  primer: "primed",
};

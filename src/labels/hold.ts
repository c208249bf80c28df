/** What besides a leak may have moved a gauge. */
import type { Doubt, Suspect } from "../core/hold/index.ts";

export const SUSPECT_WORDS: Readonly<Record<Suspect, string>> = {
  temperature: "warmth or cold moves the gauge",
  creep: "the hose or pipe is still giving way",
  "stop-seep": "the stop may pass water into the section",
  step: "the pressure jumped: something was touched",
  dropouts: "readings are missing",
  dial: "a dial shows no less than a psi",
  air: "trapped air makes a psi mean much water",
};

/** Conditions of "tight" that a test does not meet. */
export const DOUBT_WORDS: Readonly<Record<Doubt, string>> = {
  jumps: "the gauge jumped too often",
  "stop-not-proved": "the stop is not proved",
  rise: "the gauge rises",
  "not-rested": "a hot line that has not rested, and no temperature log",
  "below-working-pressure": "held below the supply's pressure",
  "too-few-readings": "too few readings",
  "too-short": "too short",
};

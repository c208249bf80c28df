/** What besides a leak may have moved a gauge. */
import type { Suspect } from "../core/hold/index.ts";

export const SUSPECT_WORDS: Readonly<Record<Suspect, string>> = {
  temperature: "warmth or cold moves the gauge",
  creep: "the hose or pipe is still giving way",
  "stop-seep": "the stop may pass water into the section",
  step: "the pressure jumped: something was touched",
  dropouts: "readings are missing",
  dial: "a dial shows no less than a psi",
  air: "trapped air makes a psi mean much water",
};

/** Which acts need water, and which other fixtures of a visit can hold up. */
import type { RunStep } from "../step/index.ts";
import { OPENINGS } from "./order-needs.ts";

/** Acts that need water before the fixture's own stop. */
export const NEEDS_WATER: readonly RunStep["role"][] = [
  "look-pipe-side",
  "prove-new",
  "flush-branch",
  "water-in",
  "water-again",
  "purge",
  "exercise",
  "first-look",
  "stand-look",
  "try-device",
  "run-other",
  "bathing-heat",
  "cap-and-hold",
  "heater-back",
];

/** Acts that other fixtures of the visit can hold up: they need water from above, take it away, or open what it stands on. */
const ASKS_OTHERS: readonly RunStep["role"][] = [
  ...NEEDS_WATER,
  ...OPENINGS,
  "make",
  "close-upstream",
  "open-upstream",
];

/** Returns whether other fixtures of the visit can hold a step up. */
export const asksOthers = ({ role, stage }: RunStep): boolean => stage !== null || ASKS_OTHERS.includes(role);

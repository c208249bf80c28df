/** How far the water of a section may still be from the room's temperature, by which water stands in it and how long. */

import type { HoldFacts } from "./hold-model.ts";

type Rest = Pick<HoldFacts, "water" | "restedMin">;

/** Difference from the room, F, one sigma, of water that has just run: hot from a heater, cold from the main. Estimates. */
const JUST_RUN_F = { hot: 30, cold: 4 } as const;
/** A bare line comes near the room's temperature with about this time constant, minutes. Estimate. */
const REST_MIN = 25;
/** Below this the rest of the difference is no more than a room's own drift, F. */
const RESTED_F = 1;
/** A bare hot line cools at most so fast, F a minute, one sigma of half of that: stated engineering estimate. */
export const FASTEST_COOLING_F_PER_MIN = 5;
/** Most that a hot line may cool in all, F: from a heater's setting to a room. */
export const MOST_COOLING_F = 70;

/**
 * Returns how far the water may be from the room's temperature at the first reading, F, one sigma; 0: it has rested. Where nobody
 * said how long it rested it may just have run, and where nobody said which water it is, it is taken for cold.
 */
export function unrestedF({ water = "cold", restedMin = 0 }: Rest): number {
  const left = JUST_RUN_F[water] * Math.exp(-restedMin / REST_MIN);
  return left < RESTED_F ? 0 : left;
}

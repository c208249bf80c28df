/** How well a length fits: the five ratings of a stock length, in the order they are judged. */

import { curveOf, type LineCurve } from "./curve.ts";
import { type LineSetup, tipDistanceIn } from "./line-setup.ts";

export const RATINGS = ["short", "tight-bend", "taut", "excess", "good"] as const;
export type Rating = (typeof RATINGS)[number];

/** Slack below which a line is taut: a share of the distance between the cuff tips or a length, whichever is more. */
export interface SlackMargins {
  readonly share: number;
  readonly lengthIn: number;
}

/** Two in a hundred of the distance, at least a quarter inch: less, and a nut pulled off axis has nothing to give. */
export const DEFAULT_MARGINS: SlackMargins = { share: 0.02, lengthIn: 0.25 };

export interface RatedLength {
  readonly lengthIn: number;
  readonly rating: Rating;
  readonly slackIn: number;
  /** Null: it does not reach, or walls leave it no shape. */
  readonly curve: LineCurve | null;
}

/** Returns the rating of a length whose curve is known. A length that no shape was found for bends too tight. */
export function ratingOf(
  setup: LineSetup,
  slackIn: number,
  curve: LineCurve | null,
  margins: SlackMargins,
): Rating {
  if (slackIn <= 0) return "short";
  if (curve === null || curve.minRadiusIn < setup.minBendRadiusIn) return "tight-bend";
  if (slackIn < Math.max(margins.share * tipDistanceIn(setup), margins.lengthIn)) return "taut";
  if (setup.freeBulgeIn !== null && curve.bulgeIn > setup.freeBulgeIn) return "excess";
  return "good";
}

/** Returns one length on a sound setup, with its curve and rating. Units: inches. */
export function rateLength(
  setup: LineSetup,
  lengthIn: number,
  margins: SlackMargins = DEFAULT_MARGINS,
): RatedLength {
  const slackIn = lengthIn - 2 * setup.cuffIn - tipDistanceIn(setup);
  const curve = slackIn > 0 ? curveOf(setup, lengthIn) : null;
  return { lengthIn, slackIn, curve, rating: ratingOf(setup, slackIn, curve, margins) };
}

/**
 * Returns the length to take: the shortest good one. Null when none is good.
 * Shortest, because of lengths that all bend gently enough the shortest rubs, catches and costs the least.
 */
export function bestOf<T extends RatedLength>(rated: readonly T[]): T | null {
  return rated.filter(({ rating }) => rating === "good").sort((a, b) => a.lengthIn - b.lengthIn)[0] ?? null;
}

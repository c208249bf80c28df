/** Every interval of good lengths, not only the first: longer is not always gentler. */

import type { IncrementalTask } from "../numerics/index.ts";
import { type LineSetup, tipDistanceIn } from "./line-setup.ts";
import { DEFAULT_MARGINS, rateLength, type SlackMargins } from "./rate.ts";

/** From and to, inches; null: good for as long as was looked. */
export type Interval = readonly [fromIn: number, toIn: number | null];

/** Lengths looked at between the ends: closer together where there is little slack, where the bend changes fastest. */
const LENGTHS_TRIED = 72;
/** Least slack looked at, against the tip distance. */
const FIRST_SLACK = 2e-3;
/** Ends of intervals are found to this, inches: a quarter of what a tape shows. */
const EDGE_IN = 1 / 64;
/** The longest look, in tip distances and in smallest bend radii: beyond both a loop only opens. */
const FAR_TIPS = 3;
const FAR_RADII = 14;

/** Lengths to look at, rising. */
function lengthsToTry(setup: LineSetup, longestIn: number): readonly number[] {
  const tipsIn = tipDistanceIn(setup);
  const shortestIn = 2 * setup.cuffIn + tipsIn;
  const least = Math.max(tipsIn * FIRST_SLACK, 1 / 64);
  const most = Math.max(longestIn - shortestIn, FAR_TIPS * tipsIn, FAR_RADII * setup.minBendRadiusIn);
  return Array.from(
    { length: LENGTHS_TRIED },
    (_, k) => shortestIn + least * (most / least) ** (k / (LENGTHS_TRIED - 1)),
  );
}

/**
 * Returns the intervals of over-all length that rate good, rising, to 1/64 in.
 * Shape: the last interval's end is null when the longest length looked at is good still.
 * Units: inches. `longestIn` is looked as far as in any case.
 * Limits: an interval narrower than the looks are apart (about 8 % of the slack) can be missed.
 */
export function* goodIntervals(
  setup: LineSetup,
  longestIn: number,
  margins: SlackMargins = DEFAULT_MARGINS,
): IncrementalTask<readonly Interval[]> {
  const isGood = (lengthIn: number) => rateLength(setup, lengthIn, margins).rating === "good";
  /** Bisects between a length that is not good and one that is. Returns the good length nearest the boundary, to EDGE_IN. */
  const edge = (bad: number, good: number): number => {
    let [outside, inside] = [bad, good];
    while (Math.abs(inside - outside) > EDGE_IN) {
      const middle = (inside + outside) / 2;
      if (isGood(middle)) inside = middle;
      else outside = middle;
    }
    return inside;
  };
  const intervals: [number, number | null][] = [];
  const looks = lengthsToTry(setup, longestIn);
  let before = 2 * setup.cuffIn + tipDistanceIn(setup);
  let wasGood = false;
  for (const [index, lengthIn] of looks.entries()) {
    yield index / looks.length;
    const good = isGood(lengthIn);
    if (good && !wasGood) intervals.push([edge(before, lengthIn), null]);
    const last = intervals.at(-1);
    if (!good && wasGood && last) last[1] = edge(lengthIn, before);
    wasGood = good;
    before = lengthIn;
  }
  return intervals;
}

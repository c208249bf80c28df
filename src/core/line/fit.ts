/** The whole answer of the line fitter: every stock length rated, every interval of good lengths, the one to take. */

import { type Work, within } from "../numerics/index.ts";
import { goodIntervals, type Interval } from "./intervals.ts";
import type { Bench } from "./line-setup.ts";
import { bestOf, DEFAULT_MARGINS, type RatedLength, rateLength, type SlackMargins } from "./rate.ts";
import { type Firmness, firmnessOf } from "./sensitivity.ts";

export interface FirmLength extends RatedLength {
  /** Null where there is no curve to be firm. */
  readonly firmness: Firmness | null;
}

export interface FitOutcome {
  readonly fits: readonly FirmLength[];
  readonly goodIntervalsIn: readonly Interval[];
  readonly shortestGoodIn: number | null;
  readonly best: FirmLength | null;
}

/** Part of the work that rating the lengths is; the rest is looking for intervals. */
const RATING_SHARE = 0.4;

/**
 * Rates lengths on a sound bench and finds all good ones.
 * Units: inches. Lengths keep their order. Limits and exactness: as curveOf and goodIntervals.
 */
export function* fitLines(
  bench: Bench,
  lengthsIn: readonly number[],
  margins: SlackMargins = DEFAULT_MARGINS,
): Work<FitOutcome> {
  const fits: FirmLength[] = [];
  for (const lengthIn of lengthsIn) {
    yield (RATING_SHARE * fits.length) / lengthsIn.length;
    const rated = rateLength(bench, lengthIn, margins);
    fits.push({ ...rated, firmness: rated.curve && firmnessOf(bench, rated.curve) });
  }
  const goodIntervalsIn = yield* within(
    goodIntervals(bench, Math.max(...lengthsIn), margins),
    RATING_SHARE,
    1,
  );
  return {
    fits,
    goodIntervalsIn,
    shortestGoodIn: goodIntervalsIn[0]?.[0] ?? null,
    best: bestOf(fits),
  };
}

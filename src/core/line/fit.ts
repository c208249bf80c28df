/** The whole answer of the line fitter: every stock length rated, every interval of good lengths, the one to take. */

import { type IncrementalTask, subRange } from "../numerics/index.ts";
import { goodIntervals, type Interval } from "./intervals.ts";
import type { LineSetup } from "./line-setup.ts";
import { bestOf, DEFAULT_MARGINS, type RatedLength, rateLength, type SlackMargins } from "./rate.ts";
import { type Sensitivity, sensitivityOf } from "./sensitivity.ts";

export interface FittedLength extends RatedLength {
  /** Null where there is no curve to be firm. */
  readonly sensitivity: Sensitivity | null;
}

export interface FitOutcome {
  readonly fits: readonly FittedLength[];
  readonly goodIntervalsIn: readonly Interval[];
  readonly shortestGoodIn: number | null;
  readonly best: FittedLength | null;
}

/** Part of the work that rating the lengths is; the rest is looking for intervals. */
const RATING_SHARE = 0.4;

/**
 * Rates lengths on a sound setup and finds all good ones.
 * Units: inches. Lengths keep their order. Limits and exactness: as curveOf and goodIntervals.
 */
export function* fitLines(
  setup: LineSetup,
  lengthsIn: readonly number[],
  margins: SlackMargins = DEFAULT_MARGINS,
): IncrementalTask<FitOutcome> {
  const fits: FittedLength[] = [];
  for (const lengthIn of lengthsIn) {
    yield (RATING_SHARE * fits.length) / lengthsIn.length;
    const rated = rateLength(setup, lengthIn, margins);
    fits.push({ ...rated, sensitivity: rated.curve && sensitivityOf(setup, rated.curve) });
  }
  const goodIntervalsIn = yield* subRange(
    goodIntervals(setup, Math.max(...lengthsIn), margins),
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

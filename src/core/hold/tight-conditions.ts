/** When "tight" may be said at all: conditions of the test, apart from what its readings come to. */

import { complianceAt, thermalMl } from "../water/index.ts";
import { DOUBTS, type Doubt, type HoldTest } from "./hold-test.ts";
import type { LeakFit } from "./regression.ts";
import { unrestedF } from "./rest.ts";
import type { Point, Trace } from "./trace.ts";

/** Figures of the conditions. Codes ask for working pressure for 15 minutes; below these nothing is called tight. */
export const TIGHT_NEEDS = {
  /** Start as a share of the supply's static pressure. */
  startShare: 0.8,
  minutes: 5,
  readings: 5,
  /** Fewer readings than this call no leak either: two readings are one difference, and anybody may have touched a valve between them. */
  readingsOfLeak: 3,
} as const;

/** Warmth that nobody logged and nobody would notice in a room, F. Judgement. */
const UNNOTICED_F = 0.15;
/** The effect of a logged temperature may be off by this share. Judgement. */
const LOGGED_SHARE = 0.5;
/** A rise beyond so many sigmas of two points is no noise. */
const RISE_SIGMAS = 4;

/** What the section gives for a psi, the middle of the likely sections, mL. */
function middleCompliance(fits: readonly LeakFit[], weights: readonly number[], psi: number): number {
  const sorted = fits
    .map((fit, at) => ({ give: complianceAt(fit.guess.yielding, psi), weight: weights[at] ?? 0 }))
    .toSorted((a, b) => a.give - b.give);
  let sum = 0;
  for (const { give, weight } of sorted) {
    sum += weight;
    if (sum >= 0.5) return give;
  }
  return sorted.at(-1)?.give ?? 1;
}

/**
 * Returns whether the gauge rises by more than noise, a logged warming and a room's own drift explain. `weights`: how likely each fit is.
 * A rise across a jump does not count: somebody touched the section there.
 */
export function hasUnexplainedRise(
  { section }: Pick<HoldTest, "section">,
  { points, steps }: Pick<Trace, "points" | "steps">,
  fits: readonly LeakFit[],
  weights: readonly number[],
): boolean {
  const [first] = points;
  if (!first) return false;
  const give = middleCompliance(fits, weights, first.psi);
  const perF = Math.abs(thermalMl(section, 67.5, 68.5)) / give;
  const excess = (low: Point, high: Point): boolean => {
    const warmed =
      low.tempF === null || high.tempF === null
        ? 0
        : Math.max(0, thermalMl(section, low.tempF, high.tempF)) / give;
    const allowed =
      RISE_SIGMAS * Math.hypot(low.sigmaPsi, high.sigmaPsi) +
      UNNOTICED_F * perF +
      (1 + LOGGED_SHARE) * warmed;
    return high.psi - low.psi > allowed;
  };
  let low = first;
  for (const point of points) {
    if (steps.some((step) => step > low.t && step < point.t)) low = point;
    else if (excess(low, point)) return true;
    if (point.psi < low.psi) low = point;
  }
  return false;
}

/** Returns the conditions of "tight" that a test does not meet, in the order of DOUBTS. */
export function doubtsOf(
  test: HoldTest,
  { hasJumped, rises }: { readonly hasJumped: boolean; readonly rises: boolean },
): readonly Doubt[] {
  const { samples, stopChecked, startPsi, supplyPsi } = test;
  const [first, last] = [samples[0], samples.at(-1)];
  const minutes = ((last?.t ?? 0) - (first?.t ?? 0)) / 60;
  const isLogged = samples.filter(({ tempF }) => tempF !== undefined).length >= 2;
  const begun = Math.min(startPsi, first?.psi ?? startPsi);
  const isUnmet: Readonly<Record<Doubt, boolean>> = {
    jumps: hasJumped,
    "stop-not-proved": stopChecked !== true,
    rise: rises,
    "not-rested": test.water === "hot" && !isLogged && unrestedF(test) > 0,
    "below-working-pressure": begun < TIGHT_NEEDS.startShare * (supplyPsi ?? startPsi),
    "too-few-readings": samples.length < TIGHT_NEEDS.readings,
    // A reading a second early is no shorter hold.
    "too-short": minutes < TIGHT_NEEDS.minutes - 0.02,
  };
  return DOUBTS.filter((doubt) => isUnmet[doubt]);
}

/** What was seen at the joints against what the section lost: whether they agree, and what may still hide. Rates in mL/min. */

export interface RateRange {
  readonly low: number;
  /** Null: it may be any larger. */
  readonly high: number | null;
}

export interface Reconciled {
  /** Whether one leak can be both. */
  readonly agree: boolean;
  /** How large another leak, seen nowhere, may be; null: no bound. */
  readonly hiddenUpTo: number | null;
  /** Least of it, when what was seen cannot be all. */
  readonly hiddenAtLeast: number;
  readonly line: string;
}

/** Returns two figures that say something. */
export function rateText(rate: number): string {
  if (rate === 0) return "0";
  return Number(rate.toPrecision(2)).toString();
}

const span = ({ low, high }: RateRange) =>
  high === null ? `at least ${rateText(low)}` : `${rateText(low)} to ${rateText(high)}`;

/**
 * Holds what the joints showed against what the section lost. `seen`: rates at the joints that were wet, added up; null: all were dry. `lost`: what the hold says the section lost
 * (low 0 when it found no leak). Both 95 %; drips at the pressure of the day, the hold at 60 psi: between 30 and 100 psi
 * that is less than the drip's own spread.
 */
export function reconcile(seen: RateRange | null, lost: RateRange): Reconciled {
  const shown: RateRange = seen ?? { low: 0, high: 0 };
  const hiddenUpTo = lost.high === null ? null : Math.max(0, lost.high - shown.low);
  const hiddenAtLeast = shown.high === null ? 0 : Math.max(0, lost.low - shown.high);
  const overshoots = lost.high !== null && shown.low > lost.high;
  const agree = hiddenAtLeast === 0 && !overshoots;
  const remainder =
    hiddenUpTo === null
      ? "how much more hides cannot be said"
      : `${seen === null ? "a" : "another"} leak of up to ${rateText(hiddenUpTo)} mL/min could still hide`;
  const line = overshoots
    ? `More was seen at the joints (${span(shown)} mL/min) than the section lost (${span(lost)}): the stop feeds it, or the drips are not from it.`
    : hiddenAtLeast > 0
      ? seen === null
        ? `The section lost ${span(lost)} mL/min and no joint was wet: a leak nobody has seen.`
        : `The section lost ${span(lost)} mL/min, more than the ${span(shown)} seen at the joints: look for a second leak of at least ${rateText(hiddenAtLeast)}.`
      : seen === null
        ? `Nothing was seen and no leak was found by the gauge: ${remainder}.`
        : `What was seen at the joints (${span(shown)} mL/min) accounts for what the section lost (${span(lost)}); ${remainder}.`;
  return { agree, hiddenUpTo, hiddenAtLeast, line };
}

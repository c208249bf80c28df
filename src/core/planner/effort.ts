/**
 * How much work the planner may put into one question, however many searches that takes. Core has no clock: whoever asks
 * says how much is used up. Every search may use half of what is left, so that a hard one leaves something for the next.
 */

export interface Effort {
  /** Share of the work allowed that is used up; 1 and more: nothing may be begun any more. */
  readonly used: () => number;
  /** Takes note that one more way was looked at. */
  readonly count: () => void;
  /** The bound in words, for the person who reads that the search stopped at it. */
  readonly bound: string;
}

/** No bound: for small catalogues and for tests that compare with trying everything. */
export const UNBOUNDED: Effort = { used: () => 0, count: () => undefined, bound: "no bound" };

/** Returns a bound on the number of ways looked at. Errors: RangeError unless `most` is positive. */
export function effortOf(most: number): Effort {
  if (!(most > 0)) throw new RangeError(`most must be > 0, got ${most}`);
  let looked = 0;
  return {
    used: () => looked / most,
    count: () => {
      looked += 1;
    },
    bound: `${most} ways looked at`,
  };
}

/** Returns both bounds at once: whichever is nearer. */
export function eitherEffort(one: Effort, other: Effort): Effort {
  return {
    used: () => Math.max(one.used(), other.used()),
    count: () => {
      one.count();
      other.count();
    },
    bound: `${one.bound} or ${other.bound}`,
  };
}

/** Returns the effort of one search: half of what is left of the whole. */
export function halfOfWhatIsLeft(whole: Effort): {
  readonly isSpent: () => boolean;
  readonly count: () => void;
} {
  const used = whole.used();
  const until = used + (1 - used) / 2;
  return { isSpent: () => whole.used() > until || used >= 1, count: whole.count };
}

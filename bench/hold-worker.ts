/** One simulated hold made and judged, in a thread of its own: a bench of thousands of them uses every core. */
import { analyseHold, type HoldAnswer } from "../src/core/hold/index.ts";
import { type CaseWish, type HoldCase, holdCase } from "../tests/oracles/hold-cases.ts";

export interface JudgedCase extends HoldCase {
  readonly answer: HoldAnswer;
}

export interface HoldWish {
  readonly seed: number;
  readonly wish: CaseWish;
  /** A leak of so many times the smallest that the tight twin of the case is said to tell; absent: the wish's own leak. */
  readonly timesSmallest?: number;
}

/** Returns the case of a wish with its answer; readings are left out, they are many. */
export default function judge({ seed, wish, timesSmallest }: HoldWish): JudgedCase {
  const leakMlPerMin =
    timesSmallest === undefined
      ? wish.leakMlPerMin
      : timesSmallest *
        (analyseHold(holdCase(seed, { ...wish, leakMlPerMin: 0 }).test).minimumDetectableMlPerMin ?? 0);
  const made = holdCase(seed, { ...wish, leakMlPerMin });
  const { samples } = made.test;
  const ends = [samples[0], samples.at(-1)].flatMap((sample) => sample ?? []);
  return { ...made, answer: analyseHold(made.test), test: { ...made.test, samples: ends } };
}

/** Chance from a seed: the same seed gives the same simulation everywhere. */
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";

export interface RandomSource {
  /** From 0, included, to 1, excluded. */
  readonly uniform: () => number;
  readonly normal: (mean: number, sigma: number) => number;
  readonly happens: (probability: number) => boolean;
  /** One of several by weight. Errors: RangeError when there is none. */
  readonly weighted: <T>(items: readonly T[], weight: (item: T) => number) => T;
}

/** Errors: RangeError when the seed is no whole number. */
export function randomFrom(seed: number): RandomSource {
  if (!Number.isInteger(seed)) throw new RangeError(`a seed is a whole number, got ${seed}`);
  const source = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(source);
  return {
    uniform,
    // Box and Muller 1958; 1 - u keeps the logarithm finite.
    normal: (mean, sigma) =>
      mean + sigma * Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    happens: (probability) => uniform() < probability,
    weighted: (items, weight) => {
      const last = items.at(-1);
      if (last === undefined) throw new RangeError("nothing to choose from");
      let left = uniform() * items.reduce((sum, item) => sum + weight(item), 0);
      for (const item of items) {
        left -= weight(item);
        if (left < 0) return item;
      }
      return last;
    },
  };
}

/** The zero of a function that only rises. */

/** Share of the bracket below which it is not halved any more. */
const TOLERANCE = 1e-12;
const MOST_STEPS = 200;

/**
 * Returns where a rising function is zero between two places. Source: regula falsi with the Illinois weight (Dowell and
 * Jarratt 1971), which keeps the bracket and closes in faster than halving.
 * Errors: RangeError when the function does not change sign between the two places.
 */
export function rootBetween(risingFunction: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  let [atLow, atHigh] = [risingFunction(low), risingFunction(high)];
  if (atLow === 0) return low;
  if (atHigh === 0) return high;
  if (!(atLow < 0 && atHigh > 0)) throw new RangeError(`no change of sign between ${from} and ${to}`);
  const width = Math.abs(to - from);
  let lastSide = 0;
  for (let step = 0; step < MOST_STEPS && high - low > TOLERANCE * width; step += 1) {
    const x = low + ((high - low) * -atLow) / (atHigh - atLow);
    const value = risingFunction(x);
    if (value === 0) return x;
    const side = Math.sign(value);
    if (side < 0) [low, atLow] = [x, value];
    else [high, atHigh] = [x, value];
    // The end that stands still twice is given half its weight, or it would never be reached.
    if (side === lastSide) {
      if (side < 0) atHigh /= 2;
      else atLow /= 2;
    }
    lastSide = side;
  }
  return -atLow < atHigh ? low : high;
}

/** Part-turns past hand-tight, as a plumber says them: 1/4 to 1/2. */

const NAMED: readonly (readonly [number, string])[] = [
  [1 / 16, "1/16"],
  [1 / 8, "1/8"],
  [1 / 6, "1/6"],
  [1 / 4, "1/4"],
  [1 / 3, "1/3"],
  [3 / 8, "3/8"],
  [1 / 2, "1/2"],
  [5 / 8, "5/8"],
  [2 / 3, "2/3"],
  [3 / 4, "3/4"],
  [7 / 8, "7/8"],
];
/** Half a sixty-fourth of a turn: under 3 degrees, finer than a hand can place a wrench. */
const SAME_TURN = 1 / 128;

/** Returns one count of turns: 1/4, 1 1/2, 0. Turns without a common name show two decimals. */
export function formatTurn(turns: number): string {
  const whole = Math.floor(turns + SAME_TURN);
  const fraction = turns - whole;
  if (Math.abs(fraction) <= SAME_TURN) return String(whole);
  const name = NAMED.find(([value]) => Math.abs(value - fraction) <= SAME_TURN)?.[1];
  if (name === undefined) return turns.toFixed(2);
  return whole === 0 ? name : `${whole} ${name}`;
}

/** Returns a range of turns past hand-tight, both ends shown unless equal. */
export function formatTurns(
  range: { readonly handOnly: boolean; readonly min: number; readonly max: number } | null,
): string {
  if (range === null) return "no turn";
  if (range.handOnly)
    return range.max > 0 ? `by hand, at most ${formatTurn(range.max)} more` : "by hand only";
  return range.min === range.max
    ? formatTurn(range.min)
    : `${formatTurn(range.min)} to ${formatTurn(range.max)}`;
}

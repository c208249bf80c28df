/**
 * Sizes of sets of cases: small in `bin/test`, so that the whole run stays short; large in `bin/test large` and `bin/bench`,
 * which run every file that asks here.
 */

/** Returns the size of a set in this run. */
export function setSize(small: number, large: number): number {
  return process.env["LARGE_SETS"] === "full" ? large : small;
}

/** Returns the cases of this run: all of them in a large run, else every nth, evenly spread. */
export function someOf<T>(all: readonly T[], everyNth: number): readonly T[] {
  const step = setSize(everyNth, 1);
  return all.filter((_, index) => index % step === 0);
}

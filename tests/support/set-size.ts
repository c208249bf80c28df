/** Sizes of the large sets: bin/test and CI run them small and fixed, bin/bench at full size. */

/** Returns the size of a set in this run. */
export function setSize(small: number, full: number): number {
  return process.env["LARGE_SETS"] === "full" ? full : small;
}

/** Appliances that roll out: a length must be good twice, coiled in the depth behind and with the appliance pulled out. */

import { add, scale, unit, type Vector } from "../geometry/index.ts";
import type { IncrementalTask } from "../numerics/index.ts";
import { type LineSetup, tipDistanceIn } from "./line-setup.ts";
import { DEFAULT_MARGINS, type Rating, rateLength, type SlackMargins } from "./rate.ts";

export interface RollOut {
  /** Ends with the appliance in its place. */
  readonly parked: LineSetup;
  /** The way the appliance comes out, and how far it must. */
  readonly way: Vector;
  readonly serviceIn: number;
  /** Free space behind the parked appliance, for loops laid flat against the wall. */
  readonly behind: { readonly widthIn: number; readonly heightIn: number; readonly depthIn: number };
  readonly lineOutsideIn: number;
}

/** How slack is laid when the appliance is parked. */
export interface Coil {
  /** Large loops, tied loosely, never folded. */
  readonly loops: 0 | 1 | 2;
  readonly radiusIn: number;
  /** Null: it lies well; else what is wrong. */
  readonly fault: "loops-too-tight" | "loops-too-wide" | "too-shallow" | null;
}

export interface RolledLength {
  readonly lengthIn: number;
  /** Rating pulled out. */
  readonly out: Rating;
  readonly coil: Coil;
  readonly isGood: boolean;
}

/** A loop must bend this much gentler than the line's least: it is pulled on at every move. */
export const LOOP_MARGIN = 1.25;
/** Strands that lie over each other where a loop crosses itself, and air for the line not to rub. */
const STRANDS = 2;
const AIR_IN = 0.5;

/** Returns where the ends are with the appliance pulled out. */
export function pulledOut({ parked, way, serviceIn }: RollOut): LineSetup {
  const shift = scale(unit(way), serviceIn);
  return { ...parked, b: { ...parked.b, at: add(parked.b.at, shift) }, walls: [], freeBulgeIn: null };
}

/**
 * Returns how the slack of a length lies behind the parked appliance: what is left beyond the way from end to end and two quarter
 * bends goes into one large loop, or two where one is too wide for the space.
 * Units: inches. Closed form: n loops of length s have radius s / (2 pi n).
 */
export function coilOf({ parked, behind, lineOutsideIn }: RollOut, lengthIn: number): Coil {
  const leastIn = parked.minBendRadiusIn * LOOP_MARGIN;
  const wayIn = tipDistanceIn(parked) + 2 * parked.cuffIn;
  const spareIn = lengthIn - wayIn;
  const widestIn = Math.min(behind.widthIn, behind.heightIn) / 2 - lineOutsideIn / 2;
  if (behind.depthIn < STRANDS * lineOutsideIn + AIR_IN)
    return { loops: 1, radiusIn: spareIn / (2 * Math.PI), fault: "too-shallow" };
  // Less than one loop of the least radius goes into a lazy bow.
  if (spareIn < 2 * Math.PI * leastIn) {
    const bowIn = wayIn > 0 ? Math.sqrt(Math.max(0, spareIn) * wayIn * 0.375) : 0;
    const fits = bowIn <= Math.max(behind.widthIn, behind.heightIn);
    return { loops: 0, radiusIn: leastIn, fault: fits ? null : "loops-too-wide" };
  }
  const one = spareIn / (2 * Math.PI);
  if (one <= widestIn) return { loops: 1, radiusIn: one, fault: null };
  const two = one / 2;
  if (two < leastIn) return { loops: 2, radiusIn: two, fault: "loops-too-tight" };
  return { loops: 2, radiusIn: two, fault: two <= widestIn ? null : "loops-too-wide" };
}

/** Slack a line pulled out is wanted to have: enough to work, not so little that it pulls at its nuts, inches. */
const PULLED_SLACK_IN = 2;

/** Returns every length in both places, in the order given. Units: inches. The rating pulled out: as rateLength, in free space. */
export function* rollOutLengths(
  job: RollOut,
  lengthsIn: readonly number[],
  margins: SlackMargins = DEFAULT_MARGINS,
): IncrementalTask<readonly RolledLength[]> {
  const out = pulledOut(job);
  const wanted = { ...margins, lengthIn: Math.max(margins.lengthIn, PULLED_SLACK_IN) };
  const rolled: RolledLength[] = [];
  for (const lengthIn of lengthsIn) {
    yield rolled.length / lengthsIn.length;
    const rating = rateLength(out, lengthIn, wanted).rating;
    const coil = coilOf(job, lengthIn);
    rolled.push({ lengthIn, out: rating, coil, isGood: rating === "good" && coil.fault === null });
  }
  return rolled;
}

/** Returns the length to take: the shortest that is good in both places; null when none is. */
export function rollOutChoice(rolled: readonly RolledLength[]): RolledLength | null {
  return [...rolled].filter(({ isGood }) => isGood).sort((a, b) => a.lengthIn - b.lengthIn)[0] ?? null;
}

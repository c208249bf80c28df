/** Figures as a tape reads, to the sixteenth (or its millimeters), so that none contradicts the verdict beside it. */

import { type LineCurve, type LineSetup, STRAIGHT_IN } from "../../core/line/index.ts";
import { lengthFigure } from "../../labels/display.ts";

const SIXTEENTHS = 16;

/** Returns a length to the sixteenth; one below `least` is never shown as reaching it. */
export function tapeAtLeast(value: number, least: number): string {
  const rounded = Math.round(value * SIXTEENTHS) / SIXTEENTHS;
  return lengthFigure(
    value < least && rounded >= least ? Math.ceil(least * SIXTEENTHS - 1) / SIXTEENTHS : rounded,
  );
}

/** Returns a length to the sixteenth; one above `most` is never shown as staying within it. */
export function tapeAtMost(value: number, most: number): string {
  const rounded = Math.round(value * SIXTEENTHS) / SIXTEENTHS;
  return lengthFigure(
    value > most && rounded <= most ? Math.floor(most * SIXTEENTHS + 1) / SIXTEENTHS : rounded,
  );
}

type Limits = Pick<LineSetup, "minBendRadiusIn" | "freeBulgeIn">;

/** Returns the tightest bend of a curve. */
export function bendOnTape({ minRadiusIn }: LineCurve, { minBendRadiusIn }: Limits): string {
  return minRadiusIn >= STRAIGHT_IN ? "straight" : tapeAtLeast(minRadiusIn, minBendRadiusIn);
}

/** Returns how far a curve bows out. */
export function bulgeOnTape({ bulgeIn }: LineCurve, { freeBulgeIn }: Limits): string {
  return tapeAtMost(bulgeIn, freeBulgeIn ?? Number.POSITIVE_INFINITY);
}

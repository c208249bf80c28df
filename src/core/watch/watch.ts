/**
 * What a look, a dry tissue, counted drips or a meter over a time can have seen, and what they come to when they saw something.
 * Rates in mL/min, windows in minutes. The figures are engineering estimates, not measured; the product says so beside them.
 */

import type { CheckMethod } from "../check/index.ts";
import { chiSquareQuantile, normalQuantile } from "../numerics/index.ts";

/** Volume of one drip, mL. Engineering estimate. */
export const DRIP_ML = 0.05;
/** Least water that is felt on a dry tissue, mL. Engineering estimate. */
export const TISSUE_ML = 0.02;
/** Spread (coefficient of variation) of both volumes. Engineering estimate. */
export const SPREAD = 0.25;
/** What evaporates unseen, mL/min: 0.02 mL an hour, an assumption. */
export const EVAPORATION_ML_PER_MIN = 0.02 / 60;
/** Smallest mark of a common meter, mL: 0.01 US gallon; 0.001 cubic foot. */
export const METER_MARKS_ML = { gallon: 37.854, cubicFoot: 28.317 } as const;
/** Confidence of everything a stage of the check says. */
const USUAL_CONFIDENCE = 0.95;
/** Gaps between drips that vary less than this come evenly: one leak, steadily fed. */
const EVEN_BELOW = 0.5;
const MINUTES_PER_DAY = 1440;

export interface WatchFigures {
  readonly confidence: number;
  readonly dripMl: number;
  readonly tissueMl: number;
  readonly spreadCv: number;
  readonly evapMlPerMin: number;
  readonly markMl: number;
  /** Below this flow the meter never moves, mL/min. */
  readonly startFlowMlPerMin: number;
}

export const USUAL_FIGURES: WatchFigures = {
  confidence: USUAL_CONFIDENCE,
  dripMl: DRIP_ML,
  tissueMl: TISSUE_ML,
  spreadCv: SPREAD,
  evapMlPerMin: EVAPORATION_ML_PER_MIN,
  markMl: METER_MARKS_ML.gallon,
  startFlowMlPerMin: 0,
};

export type WatchMethod = CheckMethod | "drips" | "meter";
export type DripProcess = "even" | "random";

export interface Watching {
  readonly method: WatchMethod;
  /** How drips come; null: not known, then the harder case is taken. */
  readonly process: DripProcess | null;
  readonly figures: WatchFigures;
}

/** Paper takes up what an eye or a hand would not notice: a strip left lying is a tissue that waits. Judgement. */
const TAKES_UP: ReadonlySet<WatchMethod> = new Set(["tissue", "strip"]);

/** Water that must have come within the window for the method to show it, mL, and the flow below which nothing helps, mL/min. */
function needed({ method, process, figures }: Watching): { readonly ml: number; readonly floor: number } {
  const { confidence, dripMl, tissueMl, spreadCv, evapMlPerMin, markMl, startFlowMlPerMin } = figures;
  switch (method) {
    case "look":
    case "mirror":
    case "hand":
    case "tissue":
    case "strip":
      return {
        ml: (TAKES_UP.has(method) ? tissueMl : dripMl) * (1 + normalQuantile(confidence) * spreadCv),
        floor: evapMlPerMin,
      };
    case "drips":
      // Even drips come at an unknown phase; random ones may all come later.
      return {
        ml: dripMl * (process === "even" ? confidence : -Math.log(1 - confidence)),
        floor: evapMlPerMin,
      };
    case "meter":
      return { ml: confidence * markMl, floor: startFlowMlPerMin };
  }
}

/**
 * Returns the smallest leak the method shows in the window with the asked confidence, mL/min.
 * Errors: RangeError when the window is not above zero. Source: stated engineering estimate, docs/data-sources.md, "What a look can have seen".
 */
export function smallestSeen(watching: Watching, windowMin: number): number {
  if (!(windowMin > 0)) throw new RangeError(`windowMin must be > 0 min, got ${windowMin}`);
  const { ml, floor } = needed(watching);
  return watching.method === "meter" ? Math.max(ml / windowMin, floor) : ml / windowMin + floor;
}

/** Returns the window that shows a leak of this size, minutes; null: none is long enough. */
export function windowFor(watching: Watching, wantedMlPerMin: number): number | null {
  const { ml, floor } = needed(watching);
  if (watching.method === "meter") return wantedMlPerMin >= floor ? ml / wantedMlPerMin : null;
  return wantedMlPerMin > floor ? ml / (wantedMlPerMin - floor) : null;
}

/** Returns the smallest leak that shows with 95 % probability at a joint watched with the usual figures, mL/min. Errors: RangeError as smallestSeen. */
export function detectableMlPerMin(method: CheckMethod, windowMin: number): number {
  return smallestSeen({ method, process: null, figures: USUAL_FIGURES }, windowMin);
}

/** What was seen in a watch. */
export interface Seen {
  readonly windowMin: number | null;
  readonly drips?: number;
  readonly intervalsSec?: readonly number[];
  readonly wet?: boolean;
  readonly marks?: number;
}

export interface WatchAnswer {
  readonly verdict: "none-seen" | "leak";
  readonly estimateMlPerMin: number | null;
  readonly low: number | null;
  /** Null with an estimate: a lower bound only. */
  readonly high: number | null;
  readonly detectableMlPerMin: number;
}

type Range = { readonly estimateMlPerMin: number; readonly low: number; readonly high: number | null };

/** Drips counted in a window: Garwood's interval for a count. */
function fromCount(drips: number, windowMin: number, { confidence, dripMl }: WatchFigures): Range {
  const tail = (1 - confidence) / 2;
  const perMin = (count: number) => (count * dripMl) / windowMin;
  return {
    estimateMlPerMin: perMin(drips),
    low: perMin(chiSquareQuantile(2 * drips, tail) / 2),
    high: perMin(chiSquareQuantile(2 * drips + 2, 1 - tail) / 2),
  };
}

/** Returns the coefficient of variation of the gaps between drips; 0 for a single gap. */
export function gapVariation(intervalsSec: readonly number[]): number {
  const count = intervalsSec.length;
  const mean = intervalsSec.reduce((sum, gap) => sum + gap, 0) / count;
  if (count < 2) return 0;
  const squares = intervalsSec.reduce((sum, gap) => sum + (gap - mean) ** 2, 0);
  return Math.sqrt(squares / (count - 1)) / mean;
}

/** Gaps between drips timed by hand. */
function fromGaps(intervalsSec: readonly number[], { process, figures }: Watching): Range {
  const { confidence, dripMl, spreadCv } = figures;
  const count = intervalsSec.length;
  const minutes = intervalsSec.reduce((sum, gap) => sum + gap, 0) / 60;
  const rate = (count * dripMl) / minutes;
  const variation = gapVariation(intervalsSec);
  const tail = (1 - confidence) / 2;
  if ((process ?? (variation < EVEN_BELOW ? "even" : "random")) === "even") {
    const sd = Math.sqrt(variation ** 2 / count + spreadCv ** 2);
    const reach = normalQuantile(1 - tail) * sd;
    return { estimateMlPerMin: rate, low: rate * Math.exp(-reach), high: rate * Math.exp(reach) };
  }
  const bound = (share: number) => ((chiSquareQuantile(2 * count, share) / 2) * dripMl) / minutes;
  return { estimateMlPerMin: rate, low: bound(tail), high: bound(1 - tail) };
}

function fromWet(windowMin: number, { method, figures }: Watching): Range {
  const { confidence, dripMl, tissueMl, spreadCv } = figures;
  const ml = TAKES_UP.has(method) ? tissueMl : dripMl;
  return {
    estimateMlPerMin: ml / windowMin,
    low: (ml * Math.max(0, 1 - normalQuantile(confidence) * spreadCv)) / windowMin,
    high: null,
  };
}

function fromMarks(marks: number, windowMin: number, { confidence, markMl }: WatchFigures): Range {
  const reach = 1 - (1 - confidence) / 2;
  const perMin = (count: number) => (Math.max(0, count) * markMl) / windowMin;
  return { estimateMlPerMin: perMin(marks), low: perMin(marks - reach), high: perMin(marks + reach) };
}

function rangeOf(watching: Watching, seen: Seen, windowMin: number): Range | null {
  if (seen.intervalsSec !== undefined && seen.intervalsSec.length > 0)
    return fromGaps(seen.intervalsSec, watching);
  if (seen.drips !== undefined && seen.drips > 0) return fromCount(seen.drips, windowMin, watching.figures);
  if (seen.marks !== undefined && seen.marks > 0) return fromMarks(seen.marks, windowMin, watching.figures);
  return seen.wet === true ? fromWet(windowMin, watching) : null;
}

/**
 * Judges a watch. The window may be left out where gaps between drips were timed: it is their sum then.
 * Errors: RangeError without a window. Source: docs/data-sources.md, "What a look can have seen"; counts by chi-square quantiles (Garwood 1936).
 */
export function judgeWatch(watching: Watching, seen: Seen): WatchAnswer {
  const timed = (seen.intervalsSec ?? []).reduce((sum, gap) => sum + gap, 0) / 60;
  const windowMin = seen.windowMin ?? timed;
  const detectable = smallestSeen(watching, windowMin);
  const range = rangeOf(watching, seen, windowMin);
  return {
    verdict: range === null ? "none-seen" : "leak",
    estimateMlPerMin: range?.estimateMlPerMin ?? null,
    low: range?.low ?? null,
    high: range?.high ?? null,
    detectableMlPerMin: detectable,
  };
}

/** Returns a rate as what it comes to in a day, mL. */
export function mlPerDay(rateMlPerMin: number): number {
  return rateMlPerMin * MINUTES_PER_DAY;
}

/** Returns a rate as what it comes to in a year, litres. */
export function litresPerYear(rateMlPerMin: number): number {
  return (mlPerDay(rateMlPerMin) * 365) / 1000;
}

/** From fits of many samples to one answer: how likely a leak is, and how large. Rates in mL/min at 60 psi. */
import { normalCdf } from "../numerics/index.ts";
import type { LeakFit } from "./regression.ts";

/** Leaks a hold is asked about: from 0.3 mL an hour to one that empties anything. Log-uniform: no size is likelier than another. */
export const LEAK_RANGE_ML_PER_MIN = { least: 0.3 / 60, most: 30 } as const;
/** The smallest leak a "tight" rules out, mL/min: half a mL an hour, the smallest of our goals. */
export const TIGHT_LEAK_LIMIT = 0.5 / 60;

export interface LeakNode {
  readonly rate: number;
  readonly weight: number;
  readonly fit: LeakFit;
}

export interface LeakOdds {
  /** Log odds of a leak against every other explanation at once, even chances beforehand. */
  readonly logOdds: number;
  /** Chance of a leak of at least TIGHT_MEANS_BELOW. */
  readonly chanceAbove: number;
  /** The leak's size, given that there is one: weighted rates, ascending; weights add up to 1. */
  readonly nodes: readonly LeakNode[];
  /** Weight of each fit given no leak; adds up to 1. */
  readonly noLeak: readonly number[];
}

const LN_RANGE = Math.log(LEAK_RANGE_ML_PER_MIN.most / LEAK_RANGE_ML_PER_MIN.least);
const EVEN_NODES = 14;
const LOG_NODES = 28;
/** Sigmas on either side within which a fit's rates are looked at. */
const RANGE_SIGMAS = 6;

/** Log of the integral of a fit's likelihood over the range of leaks, in closed form up to the slowly varying prior; and its nodes when asked. */
function rates({ linear: b, quadratic: a }: LeakFit): { readonly from: number; readonly to: number } | null {
  const sd = 1 / Math.sqrt(Math.max(a, 1e-12));
  const best = b * sd * sd;
  const from = Math.max(
    LEAK_RANGE_ML_PER_MIN.least,
    Math.min(best - RANGE_SIGMAS * sd, LEAK_RANGE_ML_PER_MIN.most),
  );
  const to = Math.min(
    LEAK_RANGE_ML_PER_MIN.most,
    Math.max(best + RANGE_SIGMAS * sd, LEAK_RANGE_ML_PER_MIN.least * 1.5),
  );
  return to > from ? { from, to } : null;
}

function nodesOf(fit: LeakFit): readonly { readonly rate: number; readonly log: number }[] {
  const range = rates(fit);
  if (range === null) return [];
  const { from, to } = range;
  const isLog = to > 8 * from;
  const count = isLog ? LOG_NODES : EVEN_NODES;
  const step = isLog ? Math.log(to / from) / count : (to - from) / count;
  return Array.from({ length: count }, (_, at) => {
    const rate = isLog ? from * Math.exp((at + 0.5) * step) : from + (at + 0.5) * step;
    // Prior density 1 / (rate ln range): on a log scale it is even.
    const width = isLog ? step / LN_RANGE : step / (rate * LN_RANGE);
    return {
      rate,
      log: fit.constant + fit.linear * rate - (fit.quadratic * rate * rate) / 2 + Math.log(width),
    };
  });
}

function logSum(values: readonly number[]): number {
  const top = Math.max(...values);
  return Number.isFinite(top)
    ? top + Math.log(values.reduce((sum, value) => sum + Math.exp(value - top), 0))
    : top;
}

/** Returns only the log odds, for when a thousand tests are judged: the prior taken at each fit's best rate, the rest in closed form. */
export function quickLogOdds(fits: readonly LeakFit[]): number {
  const withLeak = fits.map(({ quadratic: a, linear: b, constant: c }) => {
    const sd = 1 / Math.sqrt(Math.max(a, 1e-12));
    const best = b * sd * sd;
    const at = Math.min(Math.max(best, LEAK_RANGE_ML_PER_MIN.least), LEAK_RANGE_ML_PER_MIN.most);
    const within =
      normalCdf((LEAK_RANGE_ML_PER_MIN.most - best) / sd) -
      normalCdf((LEAK_RANGE_ML_PER_MIN.least - best) / sd);
    if (within < 1e-12) return c + b * at - (a * at * at) / 2 + Math.log(sd / (at * LN_RANGE));
    return (
      c + (b * best) / 2 + Math.log((within * sd * Math.sqrt(2 * Math.PI)) / (Math.max(at, sd) * LN_RANGE))
    );
  });
  return logSum(withLeak) - logSum(fits.map(({ constant: c }) => c));
}

/** Weighs leak against no leak over all samples at once. At least one fit. */
export function leakOdds(fits: readonly LeakFit[]): LeakOdds {
  const all = fits.flatMap((fit) => nodesOf(fit).map((node) => ({ ...node, fit })));
  const top = Math.max(...all.map(({ log }) => log), ...fits.map(({ constant: c }) => c));
  const leak = all.map((node) => Math.exp(node.log - top));
  const none = fits.map(({ constant: c }) => Math.exp(c - top));
  const sumLeak = leak.reduce((sum, each) => sum + each, 0);
  const sumNone = none.reduce((sum, each) => sum + each, 0);
  const above = all.reduce((sum, { rate }, at) => sum + (rate >= TIGHT_LEAK_LIMIT ? (leak[at] ?? 0) : 0), 0);
  return {
    logOdds: Math.log(Math.max(sumLeak, 1e-300)) - Math.log(Math.max(sumNone, 1e-300)),
    chanceAbove: above / (sumLeak + sumNone),
    nodes: all
      .map(({ rate, fit }, at) => ({ rate, fit, weight: (leak[at] ?? 0) / Math.max(sumLeak, 1e-300) }))
      .toSorted((one, other) => one.rate - other.rate),
    noLeak: none.map((each) => each / Math.max(sumNone, 1e-300)),
  };
}

/** Returns the rate below which so much of the leak's weight lies. */
export function rateAt(nodes: readonly LeakNode[], share: number): number {
  let sum = 0;
  let before = nodes[0]?.rate ?? 0;
  for (const { rate, weight } of nodes) {
    if (weight > 0 && sum + weight >= share)
      return before + (rate - before) * Math.min(1, Math.max(0, (share - sum) / weight));
    sum += weight;
    before = rate;
  }
  return nodes.at(-1)?.rate ?? 0;
}

/** The pressure hold judged: leak, tight or neither, how large, what it could not have seen, and what to do next. */

import { complianceAt, psiHolding, storedMl, thermalMl } from "../water/index.ts";
import { CALL_LOG_ODDS, drawReplicas, smallestDetectableLeak } from "./detection.ts";
import { buildBasis, type ModelBasis } from "./explanations.ts";
import { adviceFor } from "./hold-advice.ts";
import { coefficientsAt, fitAll, otherMl } from "./hold-fit.ts";
import type { HoldFacts } from "./hold-model.ts";
import type { Doubt, HoldAnswer, HoldTest, HoldVerdict } from "./hold-test.ts";
import { inferLeak, representativeFit } from "./infer-leak.ts";
import { type LeakOdds, rateAt } from "./leak-odds.ts";
import type { LeakFit } from "./regression.ts";
import { FASTEST_COOLING_F_PER_MIN, MOST_COOLING_F, unrestedF } from "./rest.ts";
import { suspectsOf } from "./suspects.ts";
import { doubtsOf, hasUnexplainedRise, TIGHT_NEEDS } from "./tight-conditions.ts";
import { type Gauge, MOST_STEPS, readTrace, type Trace } from "./trace.ts";

/** Chance of a leak of half a mL an hour or more that a "tight" leaves at most. */
const MAX_RESIDUAL_LEAK_CHANCE = 0.02;
/** Ends of the interval: a little wider than 95 %, for what the model leaves out. */
const INTERVAL_SHARES = [0.01, 0.99] as const;
/** And so much further out, as a factor: what 64 samples of a section leave open. Found on simulated tests. */
const INTERVAL_WIDER = 1.1;
const POWER_POINTS = 16;
/** What a heater sends at most, F: a hot line that nobody logged may begin there. */
const HOT_F = 130;
/** Without a log the cooling is held against what a section that stores little would hold: this share of the likely ones stores less. */
const SMALL_STORE = 0.1;
/** Cooling that takes up this share of what was stored may have emptied it alone. Judgement. */
const COOLED_SHARE = 0.4;
/** An emptied section with no more points than this gives a lower bound only. */
const EMPTIED_POINTS = 6;

const sigmaOf = ({ resolutionPsi }: Gauge) => resolutionPsi / Math.sqrt(12);

function factsOf(test: HoldTest, steps: readonly number[]): HoldFacts {
  return {
    section: test.section,
    startPsi: test.startPsi,
    supplyPsi: test.supplyPsi ?? test.startPsi,
    stopChecked: test.stopChecked,
    isAmbientKnown: test.ambientF !== null,
    ...(test.water === undefined ? {} : { water: test.water }),
    ...(test.restedMin === undefined ? {} : { restedMin: test.restedMin }),
    steps: steps.slice(0, MOST_STEPS),
  };
}

/** The smallest leak this test would have called: by fewer points, since it is asked a thousand times. */
function detectionLimit(
  test: HoldTest,
  facts: HoldFacts,
  inflate: number,
  fits: readonly LeakFit[],
  weights: readonly number[],
  leakOf: (fit: LeakFit) => number,
): number {
  const { points } = readTrace(test.samples, test.gauge, POWER_POINTS);
  const basis = buildBasis(
    points.map((point) => ({ ...point, sigmaPsi: point.sigmaPsi * inflate })),
    facts,
  );
  const guesses = fits.map(({ guess: sample }) => sample);
  return smallestDetectableLeak(
    basis,
    drawReplicas(points, fitAll(basis, guesses), weights, leakOf),
    guesses,
  );
}

/** Leak that emptied the section between two readings: at least so much, by sample. */
function emptyingRates(fits: readonly LeakFit[], emptied: NonNullable<Trace["emptied"]>): readonly number[] {
  const minutes = Math.max(1e-3, (emptied.byT - emptied.fromT) / 60);
  return fits
    .map(({ guess: { yielding, exponent } }) => {
      const lost = storedMl(yielding, emptied.fromPsi) - storedMl(yielding, Math.max(0, emptied.byPsi));
      return lost / (minutes * (emptied.fromPsi / 60) ** exponent);
    })
    .toSorted((a, b) => a - b);
}

function curveOf(
  basis: ModelBasis,
  { fit, leak }: { readonly fit: LeakFit; readonly leak: number },
  inflate: number,
): HoldAnswer["fit"] {
  const { points } = basis;
  const { yielding, exponent } = fit.guess;
  const coefficients = coefficientsAt(fit, leak);
  const { leak: minutes } = basis.minutes(exponent);
  const start = storedMl(yielding, points[0]?.psi ?? 0);
  return points.map(({ t, sigmaPsi }, at) => {
    const stored = start + otherMl(fit, coefficients, at) - leak * (minutes[at] ?? 0);
    const psi = psiHolding(yielding, Math.max(0, stored));
    const warmth = (basis.warmthSd[at] ?? 0) / complianceAt(yielding, psi);
    const reach = 1.96 * inflate * Math.hypot(sigmaPsi, warmth);
    return { t, psi, low: Math.max(0, psi - reach), high: psi + reach };
  });
}

/** The cooling that the section may have been through until it was empty, F from and to; null: none worth a word. */
function coolingUntil(
  test: HoldTest,
  { byT }: NonNullable<Trace["emptied"]>,
): readonly [number, number] | null {
  const temps = test.samples.flatMap(({ tempF }) => tempF ?? []);
  const [first, last] = [temps[0], temps.at(-1)];
  if (first !== undefined && last !== undefined) return [first, last];
  if (test.water !== "hot" || unrestedF(test) === 0) return null;
  const most = Math.min(MOST_COOLING_F, 2 * unrestedF(test), (FASTEST_COOLING_F_PER_MIN * byT) / 60);
  return [HOT_F, HOT_F - most];
}

/** A section that cools far enough is empty without a leak: whether it did by the log, or may have. */
function cooledEmpty(
  test: HoldTest,
  emptied: NonNullable<Trace["emptied"]>,
  fits: readonly LeakFit[],
): boolean {
  const cooling = coolingUntil(test, emptied);
  if (cooling === null) return false;
  const isLogged = test.samples.some(({ tempF }) => tempF !== undefined);
  const shrunk = -thermalMl(test.section, ...cooling);
  const stored = fits
    .map(({ guess: sample }) => storedMl(sample.yielding, test.startPsi))
    .toSorted((a, b) => a - b);
  return shrunk > COOLED_SHARE * (stored[Math.floor(stored.length * (isLogged ? 0.5 : SMALL_STORE))] ?? 0);
}

function verdictOf(
  odds: LeakOdds,
  test: HoldTest,
  trace: Trace,
  fits: readonly LeakFit[],
  doubts: readonly Doubt[],
): HoldVerdict {
  if (test.samples.length < TIGHT_NEEDS.readingsOfLeak) return "inconclusive";
  if (trace.emptied !== null) return cooledEmpty(test, trace.emptied, fits) ? "inconclusive" : "leak";
  if (trace.steps.length > MOST_STEPS) return "inconclusive";
  // A leak never raises a gauge: where an unrested line rises as well, its warmth is all that is certain.
  if (doubts.includes("rise") && doubts.includes("not-rested")) return "inconclusive";
  if (odds.logOdds >= CALL_LOG_ODDS) return "leak";
  return odds.chanceAbove <= MAX_RESIDUAL_LEAK_CHANCE && doubts.length === 0 ? "tight" : "inconclusive";
}

/**
 * Judges a pressure hold on an isolated section.
 * Psi gauge, mL, s, F; rates in mL/min at 60 psi. Samples must be in the order of time, one at least.
 * Errors: RangeError without samples.
 * Source: balance of stored volume (docs/data-sources.md, "Pressure test"), averaged over 64 samples at what the section yields, each regressed in closed form.
 */
export function analyseHold(test: HoldTest): HoldAnswer {
  if (test.samples.length === 0) throw new RangeError("a hold needs at least one reading");
  const trace = readTrace(test.samples, test.gauge);
  const { points } = trace;
  const facts = factsOf(test, trace.steps);
  const basis = buildBasis(points, facts);
  const { section, heldSec, drawOff } = test;
  const { fits, odds, inflate } = inferLeak(basis, {
    section,
    heldSec,
    drawOff,
    readingPsi: sigmaOf(test.gauge),
  });
  const rises = hasUnexplainedRise(test, trace, fits, odds.noLeak);
  const doubts = doubtsOf(test, { hasJumped: trace.steps.length > MOST_STEPS, rises });
  const verdict = verdictOf(odds, test, trace, fits, doubts);
  const speaks = representativeFit(fits, odds);
  const leakOf = ({ quadratic: a, linear: b }: LeakFit) =>
    verdict === "leak" ? Math.max(0, b / Math.max(a, 1e-12)) : 0;
  const weights =
    verdict === "leak"
      ? fits.map((fit) => odds.nodes.reduce((sum, node) => sum + (node.fit === fit ? node.weight : 0), 0))
      : odds.noLeak;
  const isBounded = test.stopChecked === true;
  const minimumDetectableMlPerMin =
    isBounded && test.samples.length >= TIGHT_NEEDS.readings
      ? detectionLimit(test, facts, inflate, fits, weights, leakOf)
      : null;
  const suspected = suspectsOf({ test, trace, fits, odds, verdict, doubts });
  const emptying = trace.emptied && emptyingRates(fits, trace.emptied);
  const isBoundOnly = verdict === "leak" && emptying !== null && points.length < EMPTIED_POINTS;
  const pick = (share: number) => emptying?.[Math.floor(share * (emptying.length - 1))] ?? 0;
  const isSure = odds.logOdds >= CALL_LOG_ODDS;
  const leakMlPerMin = isBoundOnly
    ? { best: pick(0.5), low: pick(INTERVAL_SHARES[0]), high: null }
    : verdict === "leak"
      ? {
          best: rateAt(odds.nodes, 0.5),
          low: rateAt(odds.nodes, INTERVAL_SHARES[0]) / INTERVAL_WIDER,
          high: isSure && isBounded ? rateAt(odds.nodes, INTERVAL_SHARES[1]) * INTERVAL_WIDER : null,
        }
      : {
          best: 0,
          low: 0,
          // What it would not have called it cannot rule out; what a passing stop feeds has no bound.
          high: isBounded
            ? Math.max(rateAt(mixed(odds), INTERVAL_SHARES[1]), minimumDetectableMlPerMin ?? 0)
            : null,
        };
  return {
    verdict,
    leakMlPerMin,
    minimumDetectableMlPerMin,
    suspected,
    fit: curveOf(basis, speaks, inflate),
    advice: adviceFor({ test, trace, verdict, suspected, doubts, minimumDetectableMlPerMin }),
    steps: trace.steps,
    doubts,
  };
}

/** Returns the distribution of the leak with the probability of no leak included: what remains possible after a test that calls none. */
function mixed({ nodes, logOdds }: LeakOdds): LeakOdds["nodes"] {
  const leak = 1 / (1 + Math.exp(-logOdds));
  const [first] = nodes;
  if (!first) return [];
  return [
    { rate: 0, weight: 1 - leak, fit: first.fit },
    ...nodes.map((node) => ({ ...node, weight: node.weight * leak })),
  ];
}

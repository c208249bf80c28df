/** The pressure hold judged: leak, tight or neither, how large, what it could not have seen, and what to do next. */

import { type DrawOff, guessesAt, type HoldFacts, leakMinutes } from "./explanations.ts";
import { adviceFor } from "./hold-advice.ts";
import { coefficientsAt, fitAll, leftover, otherMl } from "./hold-fit.ts";
import { type LeakOdds, leakOdds, rateAt } from "./leak-odds.ts";
import { CALL_LOG_ODDS, smallestCalled, twinsOf } from "./power.ts";
import type { Fit } from "./regression.ts";
import { psiHolding, type Section, storedMl } from "./section.ts";
import { type Suspect, suspectsOf } from "./suspects.ts";
import { type Gauge, MOST_STEPS, type Point, readTrace, type Sample, type Trace } from "./trace.ts";

export interface HoldTest {
  readonly section: Section;
  /** Pressure it was brought to, psi. */
  readonly startPsi: number;
  /** Pressure before the shut stop, psi; null: that it was brought to. */
  readonly supplyPsi: number | null;
  /** Seconds between bringing it to pressure and the first reading; null: not known. */
  readonly heldSec: number | null;
  readonly ambientF: number | null;
  /** True: the stop was proved; false: known not to be; null: nobody said. */
  readonly stopChecked: boolean | null;
  readonly gauge: Gauge;
  readonly drawOff: DrawOff | null;
  /** In the order of time. */
  readonly samples: readonly Sample[];
}

export type Verdict = "tight" | "leak" | "inconclusive";

export interface HoldAnswer {
  readonly verdict: Verdict;
  /** mL/min at 60 psi, 95 %; high null: it may be any larger. */
  readonly leakMlPerMin: { readonly best: number; readonly low: number; readonly high: number | null };
  /** A leak of this size is called in 95 of 100 tests like this one, mL/min at 60 psi. */
  readonly minimumDetectableMlPerMin: number;
  readonly suspected: readonly Suspect[];
  /** The model's curve, and where 95 of 100 readings lie. */
  readonly fit: readonly {
    readonly t: number;
    readonly psi: number;
    readonly low: number;
    readonly high: number;
  }[];
  readonly advice: string;
  readonly steps: readonly number[];
}

/** Chance of a leak of half a mL an hour or more that a "tight" leaves at most. */
const TIGHT_LEAVES = 0.02;
/** Ends of the interval: a little wider than 95 %, for what the model leaves out. */
const INTERVAL = [0.018, 0.982] as const;
/** The model's leftover beyond this, per degree of freedom, widens the readings' error. */
const POOR_FIT = 1.6;
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
    steps: steps.slice(0, MOST_STEPS),
  };
}

/** The fit that speaks for all: the likeliest, with its leak. */
function spokesman(fits: readonly Fit[], odds: LeakOdds): { readonly fit: Fit; readonly leak: number } {
  const leaks = odds.logOdds > 0;
  const node = odds.nodes.reduce(
    (best, each) => (each.weight > best.weight ? each : best),
    odds.nodes[0] ?? { rate: 0, weight: 0, fit: fits[0] as Fit },
  );
  if (leaks) return { fit: node.fit, leak: node.rate };
  const at = odds.noLeak.indexOf(Math.max(...odds.noLeak));
  return { fit: fits[at] ?? node.fit, leak: 0 };
}

function judge(points: readonly Point[], test: HoldTest, facts: HoldFacts) {
  const guesses = guessesAt(test.section, test.heldSec, test.drawOff, sigmaOf(test.gauge));
  const first = fitAll(points, guesses, facts);
  const firstOdds = leakOdds(first);
  const { fit, leak } = spokesman(first, firstOdds);
  const off = leftover(points, fit, leak);
  const perFreedom = off.reduce((sum, each) => sum + each * each, 0) / Math.max(2, points.length - 3);
  if (perFreedom <= POOR_FIT) return { guesses, fits: first, odds: firstOdds, inflate: 1 };
  const inflate = Math.sqrt(perFreedom);
  const fits = fitAll(points, guesses, facts, inflate);
  return { guesses, fits, odds: leakOdds(fits), inflate };
}

/** Leak that emptied the section between two readings: at least so much, by guess. */
function emptyingRates(fits: readonly Fit[], emptied: NonNullable<Trace["emptied"]>): readonly number[] {
  const minutes = Math.max(1e-3, (emptied.byT - emptied.fromT) / 60);
  return fits
    .map(({ guess: { yielding, exponent } }) => {
      const lost = storedMl(yielding, emptied.fromPsi) - storedMl(yielding, Math.max(0, emptied.byPsi));
      return lost / (minutes * (emptied.fromPsi / 60) ** exponent);
    })
    .toSorted((a, b) => a - b);
}

function curveOf(
  points: readonly Point[],
  { fit, leak }: { readonly fit: Fit; readonly leak: number },
  inflate: number,
): HoldAnswer["fit"] {
  const { yielding, exponent } = fit.guess;
  const coefficients = coefficientsAt(fit, leak);
  const minutes = leakMinutes(points, exponent);
  const start = storedMl(yielding, points[0]?.psi ?? 0);
  return points.map(({ t, sigmaPsi }, at) => {
    const stored = start + otherMl(fit, coefficients, at) - leak * (minutes[at] ?? 0);
    const psi = psiHolding(yielding, Math.max(0, stored));
    const reach = 1.96 * inflate * sigmaPsi;
    return { t, psi, low: Math.max(0, psi - reach), high: psi + reach };
  });
}

function verdictOf(odds: LeakOdds, test: HoldTest, trace: Trace): Verdict {
  if (trace.emptied !== null) return "leak";
  if (trace.steps.length > MOST_STEPS) return "inconclusive";
  if (odds.logOdds >= CALL_LOG_ODDS) return "leak";
  return odds.chanceAbove <= TIGHT_LEAVES && test.stopChecked !== false ? "tight" : "inconclusive";
}

/**
 * Judges a pressure hold on an isolated section.
 * Psi gauge, mL, s, F; rates in mL/min at 60 psi. Samples must be in the order of time, one at least.
 * Errors: RangeError without samples.
 * Source: balance of stored volume (handbook 07), averaged over 64 guesses at what the section yields, each regressed in closed form.
 */
export function analyseHold(test: HoldTest): HoldAnswer {
  if (test.samples.length === 0) throw new RangeError("a hold needs at least one reading");
  const trace = readTrace(test.samples, test.gauge);
  const { points } = trace;
  const facts = factsOf(test, trace.steps);
  const { guesses, fits, odds, inflate } = judge(points, test, facts);
  const verdict = verdictOf(odds, test, trace);
  const speaks = spokesman(fits, odds);
  const leakOf = (fit: Fit) => (verdict === "leak" ? Math.max(0, fit.b / Math.max(fit.a, 1e-12)) : 0);
  const weights =
    verdict === "leak"
      ? fits.map((fit) => odds.nodes.reduce((sum, node) => sum + (node.fit === fit ? node.weight : 0), 0))
      : odds.noLeak;
  const noisy = points.map((point) => ({ ...point, sigmaPsi: point.sigmaPsi * inflate }));
  const minimumDetectableMlPerMin = smallestCalled(
    noisy,
    twinsOf(noisy, fits, weights, leakOf),
    guesses,
    facts,
  );
  const suspected = suspectsOf({ test, trace, fits, odds, verdict });
  const emptying = trace.emptied && emptyingRates(fits, trace.emptied);
  const isBoundOnly = emptying !== null && points.length < EMPTIED_POINTS;
  const pick = (share: number) => emptying?.[Math.floor(share * (emptying.length - 1))] ?? 0;
  const isSure = odds.logOdds >= CALL_LOG_ODDS;
  const leakMlPerMin = isBoundOnly
    ? { best: pick(0.5), low: pick(INTERVAL[0]), high: null }
    : verdict === "leak"
      ? {
          best: rateAt(odds.nodes, 0.5),
          low: rateAt(odds.nodes, INTERVAL[0]),
          high: isSure ? rateAt(odds.nodes, INTERVAL[1]) : null,
        }
      : { best: 0, low: 0, high: rateAt(mixed(odds), INTERVAL[1]) };
  return {
    verdict,
    leakMlPerMin,
    minimumDetectableMlPerMin,
    suspected,
    fit: curveOf(points, speaks, inflate),
    advice: adviceFor({ test, trace, verdict, suspected, minimumDetectableMlPerMin }),
    steps: trace.steps,
  };
}

/** The leak's size with the chance of none in it: what a test that calls no leak leaves open. */
function mixed({ nodes, logOdds }: LeakOdds): LeakOdds["nodes"] {
  const leak = 1 / (1 + Math.exp(-logOdds));
  const [first] = nodes;
  if (!first) return [];
  return [
    { rate: 0, weight: 1 - leak, fit: first.fit },
    ...nodes.map((node) => ({ ...node, weight: node.weight * leak })),
  ];
}

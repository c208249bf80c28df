/** What besides a leak a hold's readings show, named so that somebody can do something about it. */

import { ATMOSPHERE_PSI } from "../constants/index.ts";
import { complianceAt } from "../water/index.ts";
import { coefficientsAt } from "./hold-fit.ts";
import type { Cause } from "./hold-model.ts";
import type { Doubt, HoldTest, HoldVerdict } from "./hold-test.ts";
import { SUSPECTS, type Suspect } from "./hold-test.ts";
import type { LeakOdds } from "./leak-odds.ts";
import type { LeakFit } from "./regression.ts";
import type { Trace } from "./trace.ts";

/** A cause is named when it moves the gauge by this share of all that moved, and by this many times a reading's error. Judgement. */
const NAMED_SHARE = 0.3;
const NAMED_SIGMAS = 2.5;
/** Warmth is named earlier: it can be waited for, and hides as much as it fakes. */
const NAMED_WARMTH = 0.5;
/** Time without readings that is worth a word. */
const NAMED_GAP = 0.1;
/** Air is named when most of the likely sections owe it more than this share of their give. Judgement. */
const NAMED_AIR = { share: 0.35, chance: 0.75 } as const;

interface Evidence {
  readonly test: HoldTest;
  readonly trace: Trace;
  readonly fits: readonly LeakFit[];
  readonly odds: LeakOdds;
  readonly verdict: HoldVerdict;
  readonly doubts: readonly Doubt[];
}

/** Each fit with its weight and the leak it goes with. */
function weighed({ fits, odds, verdict }: Evidence) {
  return fits.map((fit, at) => {
    if (verdict !== "leak") return { fit, leak: 0, weight: odds.noLeak[at] ?? 0 };
    const own = odds.nodes.filter((node) => node.fit === fit);
    const weight = own.reduce((sum, node) => sum + node.weight, 0);
    const leak = own.reduce((sum, node) => sum + node.weight * node.rate, 0) / Math.max(weight, 1e-12);
    return { fit, leak, weight };
  });
}

const range = (values: readonly number[]) => Math.max(...values) - Math.min(...values);

/** How far a cause moves the gauge from one end of the test to the other, psi, averaged over the fits. */
function movedPsi(evidence: Evidence, causes: readonly Cause[]): number {
  const psi = evidence.trace.points[0]?.psi ?? 0;
  return weighed(evidence).reduce((sum, { fit, leak, weight }) => {
    if (weight < 1e-6) return sum;
    const coefficients = coefficientsAt(fit, leak);
    const effect = evidence.trace.points.map((_, at) =>
      fit.columns.reduce(
        (all, column, i) =>
          causes.includes(column.cause) ? all + (coefficients[i] ?? 0) * (column.effect[at] ?? 0) : all,
        0,
      ),
    );
    return sum + (weight * range(effect)) / complianceAt(fit.guess.yielding, psi);
  }, 0);
}

/** Whether the stop's seep is further from nothing than chance: its coefficient in sigmas, averaged. */
function seepSigmas(evidence: Evidence): number {
  return weighed(evidence).reduce((sum, { fit, leak, weight }) => {
    const at = fit.columns.findIndex(({ cause }) => cause === "stop-seep");
    if (at < 0 || weight < 1e-6) return sum;
    const size = fit.columns.length;
    const sd = 1 / (fit.precisionFactor[at * size + at] ?? 1);
    return sum + (weight * (coefficientsAt(fit, leak)[at] ?? 0)) / sd;
  }, 0);
}

function isAiry(evidence: Evidence): boolean {
  const psi = evidence.trace.points[0]?.psi ?? 0;
  const airy = weighed(evidence).reduce((sum, { fit, weight }) => {
    const { yielding } = fit.guess;
    const air = (yielding.airMl * ATMOSPHERE_PSI) / (psi + ATMOSPHERE_PSI) ** 2;
    return sum + (air > NAMED_AIR.share * complianceAt(yielding, psi) ? weight : 0);
  }, 0);
  return airy > NAMED_AIR.chance;
}

/** Returns the suspects in the order of SUSPECTS. */
export function suspectsOf(evidence: Evidence): readonly Suspect[] {
  const { test, trace, doubts } = evidence;
  // Creep lets the pressure fall: what rises is fed or warmed.
  const rises = doubts.includes("rise");
  const moved = range(trace.points.map(({ psi }) => psi));
  const error = Math.max(...trace.points.map(({ sigmaPsi }) => sigmaPsi));
  const least = Math.max(NAMED_SHARE * moved, NAMED_SIGMAS * error);
  const isNamed: Readonly<Record<Suspect, boolean>> = {
    temperature:
      rises ||
      doubts.includes("not-rested") ||
      movedPsi(evidence, ["temperature", "drift", "cooling"]) > NAMED_WARMTH * least,
    creep: !rises && movedPsi(evidence, ["hose-creep", "wall-creep", "settling"]) > least,
    "stop-seep":
      rises ||
      test.stopChecked === false ||
      (seepSigmas(evidence) > 2 && movedPsi(evidence, ["stop-seep"]) > least),
    step: trace.steps.length > 0,
    dropouts: trace.dropouts > 0 || trace.gapShare > NAMED_GAP,
    dial: test.gauge.type === "dial",
    air: isAiry(evidence),
  };
  return SUSPECTS.filter((suspect) => isNamed[suspect]);
}

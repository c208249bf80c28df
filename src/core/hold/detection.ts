/** The smallest leak a hold could have told: leaks are simulated in a section like the one tested, and judged as it was. */

import { halton, normalQuantile } from "../numerics/index.ts";
import { psiHolding, storedMl } from "../water/index.ts";
import { buildBasis, type ModelBasis } from "./explanations.ts";
import { coefficientsAt, fitAll, otherMl } from "./hold-fit.ts";
import type { ParameterSample } from "./hold-model.ts";
import { LEAK_RANGE_ML_PER_MIN, quickLogOdds } from "./leak-odds.ts";
import { type LeakFit, scatterCoefficients } from "./regression.ts";
import type { Point } from "./trace.ts";

/** A leak is called when it is this many times likelier than everything else together: 50 to 1. */
export const CALL_LOG_ODDS = Math.log(50);

const REPLICAS = 12;
/** Guesses a simulated test is judged by: every sixth. */
const EVALUATION_SAMPLES = 6;
/** First one replica over the whole range, then every replica near what it said, as far as this (logs: seven times). */
const COARSE_HALVINGS = 6;
const FINE_HALVINGS = 4;
const FINE_BRACKET = 2;
/** One-sided 95 % point. */
const Z95 = 1.645;

/** A tight section like the one tested, to be given leaks. */
export interface TightReplica {
  readonly fit: LeakFit;
  readonly coefficients: Float64Array;
  /** Error of each reading, sigmas. */
  readonly noise: readonly number[];
}

/** Returns the pressures the replica would show with a leak of this size, mL/min at 60 psi. `supplyPsi`: before the stop. */
export function simulateLeak(
  points: readonly Point[],
  { fit, coefficients, noise }: TightReplica,
  leak: number,
  supplyPsi: number,
): readonly Point[] {
  const { yielding, exponent } = fit.guess;
  const start = points[0];
  if (!start) return [];
  const stored0 = storedMl(yielding, start.psi);
  const other0 = otherMl(fit, coefficients, 0);
  // What a passing stop feeds follows the pressure that the leak leaves: it is stepped through, not taken from the readings.
  const seeping = fit.columns.findIndex(({ cause }) => cause === "stop-seep");
  const seep = Math.abs(coefficients[seeping] ?? 0);
  const seepEffect = fit.columns[seeping]?.effect;
  const seepThen = (at: number) => (coefficients[seeping] ?? 0) * (seepEffect?.[at] ?? 0);
  let fed = 0;
  let lost = 0;
  let psi = start.psi;
  let before = start.t;
  return points.map((point, at) => {
    const storedMlAt = stored0 + otherMl(fit, coefficients, at) - other0 - (seepThen(at) - seepThen(0));
    // Small steps forward between points, each at most a fiftieth of what is stored; never below empty.
    const minutes = (point.t - before) / 60;
    const parts = Math.min(24, Math.max(2, Math.ceil(((leak + seep) * minutes) / (0.02 * stored0))));
    for (let part = 0; part < parts; part += 1) {
      const across = supplyPsi - psi;
      const feeding = seep * Math.sign(across) * (Math.abs(across) / 60) ** exponent;
      // Never beyond the pressure before the stop: a stiff section meets it within one step.
      const room = storedMl(yielding, supplyPsi) - (storedMlAt + fed - lost);
      const step = (feeding * minutes) / parts;
      fed +=
        seep === 0 ? 0 : feeding > 0 ? Math.min(step, Math.max(0, room)) : Math.max(step, Math.min(0, room));
      lost += leak * (Math.max(0, psi) / 60) ** exponent * (minutes / parts);
      psi = psiHolding(yielding, Math.max(0, storedMlAt + fed - lost));
    }
    before = point.t;
    return { ...point, psi: Math.max(0, psi + (noise[at] ?? 0) * point.sigmaPsi) };
  });
}

/** Draws the reading errors of one replica out of `draws`, in sigmas: standard normal, independent at each point. */
export function readingErrors(points: readonly Point[], draw: number, draws: number): readonly number[] {
  return points.map((_, at) => normalQuantile(halton(at * draws + draw + 31, 1)[0] ?? 0.5));
}

/** Draws of what the tested section may be, were it tight: samples by their weight, coefficients and reading errors by theirs. */
export function drawReplicas(
  points: readonly Point[],
  fits: readonly LeakFit[],
  weights: readonly number[],
  leakOf: (fit: LeakFit) => number,
): readonly TightReplica[] {
  const twins: TightReplica[] = [];
  let reached = 0;
  for (const [index, fit] of fits.entries()) {
    reached += (weights[index] ?? 0) * REPLICAS;
    while (twins.length < Math.min(REPLICAS, reached - 0.5 + 1e-9)) {
      const draw = twins.length;
      const mean = coefficientsAt(fit, leakOf(fit));
      const z = halton(draw + 7, 12).map(normalQuantile);
      const scatter = scatterCoefficients(
        fit.precisionFactor,
        fit.columns.map((_, i) => z[i % z.length] ?? 0),
      );
      twins.push({
        fit,
        coefficients: mean.map((value, i) => value + (scatter[i] ?? 0)),
        noise: readingErrors(points, draw, REPLICAS),
      });
    }
  }
  return twins;
}

/** Bisects between two leak sizes, as logarithms, for the size from which the test of a replica calls a leak. Stops after `halvings`. */
function detectionThreshold(
  basis: ModelBasis,
  replica: TightReplica,
  judges: readonly ParameterSample[],
  [from, to]: readonly [number, number],
  halvings: number,
): number {
  const calls = (log: number) =>
    quickLogOdds(
      fitAll(
        buildBasis(
          simulateLeak(basis.points, replica, Math.exp(log), basis.facts.supplyPsi),
          basis.facts,
          basis,
        ),
        judges,
      ),
    ) >= CALL_LOG_ODDS;
  let [low, high] = [from, to];
  for (let turn = 0; turn < halvings; turn += 1) {
    const middle = (low + high) / 2;
    if (calls(middle)) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/**
 * Returns the leak that is called in 95 of 100 tests like this one, mL/min at 60 psi, averaged over what the section may be.
 * Within LEAK_RANGE: smaller ones are not asked about; the largest means that the test tells nothing.
 */
export function smallestDetectableLeak(
  basis: ModelBasis,
  replicas: readonly TightReplica[],
  samples: readonly ParameterSample[],
): number {
  const [any] = replicas;
  if (basis.points.length < 2 || !any) return LEAK_RANGE_ML_PER_MIN.most;
  const judges = samples.filter((_, index) => index % EVALUATION_SAMPLES === 0);
  const widest = [Math.log(LEAK_RANGE_ML_PER_MIN.least / 4), Math.log(LEAK_RANGE_ML_PER_MIN.most)] as const;
  const about = detectionThreshold(basis, any, judges, widest, COARSE_HALVINGS);
  const near = [
    Math.max(widest[0], about - FINE_BRACKET),
    Math.min(widest[1], about + FINE_BRACKET),
  ] as const;
  const logs = replicas.map((replica) => detectionThreshold(basis, replica, judges, near, FINE_HALVINGS));
  const mean = logs.reduce((sum, each) => sum + each, 0) / logs.length;
  const spread = Math.sqrt(logs.reduce((sum, each) => sum + (each - mean) ** 2, 0) / logs.length);
  return Math.min(
    LEAK_RANGE_ML_PER_MIN.most,
    Math.max(LEAK_RANGE_ML_PER_MIN.least, Math.exp(mean + Z95 * spread)),
  );
}

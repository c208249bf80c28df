/** Guesses at what no readings show directly: how much the section gives, how leak and creep go. Drawn towards what fits. */

import { cholesky, halton, normalCdf, normalQuantile } from "../numerics/index.ts";
import {
  complianceAt,
  complianceFrom,
  HOSE_ML_PER_PSI_FT,
  type Section,
  storedMl,
  wallOf,
} from "../water/index.ts";
import type { DrawOff, ParameterSample } from "./hold-model.ts";

/** What samples are made from. */
export interface SamplingInput {
  readonly section: Section;
  readonly heldSec: number | null;
  readonly drawOff: DrawOff | null;
  /** One sigma of a reading, psi. */
  readonly readingPsi: number;
}

const SAMPLE_COUNT = 64;
const DIMENSIONS = 7;
/** Guesses a draw-off chooses its first ones from. */
const CANDIDATES = 1024;
/** Guesses that count when the others are forgotten: at least a dozen, or the interval speaks for too few. */
export const MIN_EFFECTIVE_SAMPLES = 14;

const logInterpolated = ([low, high]: readonly [number, number], share: number) =>
  low * (high / low) ** share;

/** Trapped air from a film of bubbles to a twelfth of the section, mL at atmosphere: an unbled section holds no more. */
const airRange = (volumeMl: number): readonly [number, number] => [0.01, Math.max(2, volumeMl / 12)];
const EXPONENT = [0.5, 1] as const;
/** Hoses are met that give so many times what the usual ones do: interval and bound must speak for those too. */
const SOFTEST_HOSE = 2;

const hoseRange = (type: keyof typeof HOSE_ML_PER_PSI_FT): readonly [number, number] => {
  const [least, most] = HOSE_ML_PER_PSI_FT[type];
  return [least, SOFTEST_HOSE * most];
};
/** Time constants tried, s. A few fixed levels, so that their columns are computed once; no gauge distinguishes values between them. */
const SETTLE_SEC = [40, 80, 150, 300, 550, 900] as const;
/** When nobody said how long it was held before the first reading. */
const HELD_SEC = [3, 8, 20, 45, 90, 180] as const;
/** The volume of a section is known to about so much, one way or the other. */
const VOLUME_SHARE = [0.85, 1.18] as const;

const levelAt = (levels: readonly number[], share: number): number =>
  levels[Math.min(levels.length - 1, Math.floor(share * levels.length))] ?? 1;

function sampleAt(
  { section, heldSec }: SamplingInput,
  x: readonly number[],
  shares: readonly number[],
): ParameterSample {
  const [air = 0.5, hose = 0.5, wall = 0.5, volume = 0.5, exponent = 0.5, settle = 0.5, held = 0.5] = shares;
  const sized = { ...section, volumeMl: section.volumeMl * logInterpolated(VOLUME_SHARE, volume) };
  return {
    x,
    yielding: complianceFrom(sized, {
      wallPsi: logInterpolated(wallOf(section).stiffnessPsi, wall),
      hoseMlPerPsiFt: section.hoseType === null ? 0 : logInterpolated(hoseRange(section.hoseType), hose),
      airMl: logInterpolated(airRange(section.volumeMl), air),
    }),
    exponent: EXPONENT[0] + exponent * (EXPONENT[1] - EXPONENT[0]),
    settleSec: levelAt(SETTLE_SEC, settle),
    heldSec: heldSec ?? levelAt(HELD_SEC, held),
    logWeight: 0,
  };
}

/** A syringe is read to a twentieth of a mL, and to two in a hundred. */
const syringeSd = (ml: number) => Math.hypot(0.05, 0.02 * ml);

/** Log likelihood of the draw-off under a sample. */
function drawOffFit({ drawOff, readingPsi }: SamplingInput, { yielding }: ParameterSample): number {
  if (drawOff === null) return 0;
  const { ml, psiBefore, psiAfter, mlSd } = drawOff;
  const out = storedMl(yielding, psiBefore) - storedMl(yielding, psiAfter);
  const sd = Math.hypot(
    mlSd ?? syringeSd(ml),
    readingPsi * Math.hypot(complianceAt(yielding, psiBefore), complianceAt(yielding, psiAfter)),
  );
  return -0.5 * ((ml - out) / sd) ** 2 - Math.log(sd);
}

/**
 * Returns the smallest tempering divisor (1 or more) for the log-weights at which the effective sample size (Kish) reaches
 * `effective`; 1 when no tempering is needed.
 */
export function temperingFor(logs: readonly number[], effective: number): number {
  let heat = 1;
  while (
    heat < 1e6 &&
    effectiveSampleSize(logs.map((log) => log / heat)) < Math.min(effective, logs.length / 2)
  )
    heat *= 1.25;
  return heat;
}

/** Returns the weights out of log weights, evened out until at least so many count; they add up to 1. */
export function weightsOf(logs: readonly number[], effective: number): readonly number[] {
  const top = Math.max(...logs);
  const heat = temperingFor(logs, effective);
  const raw = logs.map((log) => Math.exp((log - top) / heat));
  const sum = raw.reduce((all, each) => all + each, 0);
  return raw.map((each) => each / sum);
}

/** Returns the effective sample size (Kish) of weights given as logarithms. */
export function effectiveSampleSize(logs: readonly number[]): number {
  const top = Math.max(...logs);
  const raw = logs.map((log) => Math.exp(log - top));
  return raw.reduce((sum, each) => sum + each, 0) ** 2 / raw.reduce((sum, each) => sum + each * each, 0);
}

/** Even shares of each direction, and the same as standard normals. */
const POINTS = Array.from({ length: CANDIDATES }, (_, index) => {
  const shares = halton(index, DIMENSIONS);
  return { shares, x: shares.map(normalQuantile) };
});

/** Returns the first samples: spread over all the section may be; where a draw-off was measured, those nearest to it. */
export function initialSamples(input: SamplingInput): readonly ParameterSample[] {
  const points = input.drawOff === null ? POINTS.slice(0, SAMPLE_COUNT) : POINTS;
  const all = points.map(({ x, shares }) => sampleAt(input, x, shares));
  if (input.drawOff === null) return all;
  const weights = weightsOf(
    all.map((sample) => drawOffFit(input, sample)),
    MIN_EFFECTIVE_SAMPLES * 2,
  );
  const picked: ParameterSample[] = [];
  let reached = 0;
  for (const [index, weight] of weights.entries()) {
    reached += weight * SAMPLE_COUNT;
    const sample = all[index];
    while (sample && picked.length < Math.min(SAMPLE_COUNT, reached - 0.5)) picked.push(sample);
  }
  return picked;
}

/**
 * Returns the new samples drawn round those that fit: a normal cloud with their mean and spread, a little wider, each weighed for being
 * drawn there. `logs` are the log likelihoods of `samples`. Source: adaptive importance sampling (Oh and Berger 1992).
 */
export function resample(
  input: SamplingInput,
  samples: readonly ParameterSample[],
  logs: readonly number[],
  round: number,
): readonly ParameterSample[] {
  const weights = weightsOf(logs, MIN_EFFECTIVE_SAMPLES);
  const mean = Array.from({ length: DIMENSIONS }, (_, i) =>
    samples.reduce((sum, { x }, at) => sum + (weights[at] ?? 0) * (x[i] ?? 0), 0),
  );
  const spread = new Float64Array(DIMENSIONS * DIMENSIONS);
  for (let i = 0; i < DIMENSIONS; i += 1)
    for (let j = 0; j < DIMENSIONS; j += 1)
      spread[i * DIMENSIONS + j] =
        samples.reduce(
          (sum, { x }, at) =>
            sum + (weights[at] ?? 0) * ((x[i] ?? 0) - (mean[i] ?? 0)) * ((x[j] ?? 0) - (mean[j] ?? 0)),
          0,
        ) *
          1.3 +
        (i === j ? 0.03 : 0);
  const low = cholesky(spread, DIMENSIONS);
  const logDet = Array.from({ length: DIMENSIONS }, (_, i) => Math.log(low[i * DIMENSIONS + i] ?? 1)).reduce(
    (sum, each) => sum + each,
    0,
  );
  return Array.from({ length: SAMPLE_COUNT }, (_, index) => {
    const z = POINTS[(index + round * SAMPLE_COUNT) % CANDIDATES]?.x ?? [];
    const x = mean.map((each, i) => {
      let sum = each;
      for (let k = 0; k <= i; k += 1) sum += (low[i * DIMENSIONS + k] ?? 0) * (z[k] ?? 0);
      return sum;
    });
    const square = (values: readonly number[]) => values.reduce((sum, each) => sum + each * each, 0);
    const sample = sampleAt(input, x, x.map(normalCdf));
    return {
      ...sample,
      logWeight: -square(x) / 2 + square(z) / 2 + logDet + drawOffFit(input, sample),
    };
  });
}

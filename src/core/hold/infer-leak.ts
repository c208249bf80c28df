/** How likely each size of a leak is by the readings: samples of the section, each weighed by how well it explains them. */
import type { ModelBasis } from "./explanations.ts";
import { fitAll, leftover } from "./hold-fit.ts";
import type { ParameterSample } from "./hold-model.ts";
import { type LeakOdds, leakOdds } from "./leak-odds.ts";
import {
  effectiveSampleSize,
  initialSamples,
  MIN_EFFECTIVE_SAMPLES,
  resample,
  type SamplingInput,
  temperingFor,
} from "./parameter-samples.ts";
import type { LeakFit } from "./regression.ts";

/** The model's leftover beyond this, per degree of freedom, widens the readings' error. */
const POOR_FIT = 1.6;

/** Returns the most probable fit with its most probable leak: the curve that is drawn. */
export function representativeFit(
  fits: readonly LeakFit[],
  odds: LeakOdds,
): { readonly fit: LeakFit; readonly leak: number } {
  const leaks = odds.logOdds > 0;
  const node = odds.nodes.reduce(
    (best, each) => (each.weight > best.weight ? each : best),
    odds.nodes[0] ?? { rate: 0, weight: 0, fit: fits[0] as LeakFit },
  );
  if (leaks) return { fit: node.fit, leak: node.rate };
  const at = odds.noLeak.indexOf(Math.max(...odds.noLeak));
  return { fit: fits[at] ?? node.fit, leak: 0 };
}

/** Rounds of drawing samples towards what fits, at most; enough that count, and it stops. */
const MOST_SAMPLING_ROUNDS = 3;
const ENOUGH_EFFECTIVE = 24;

/** Returns the log likelihood of a fit at whichever is likelier, its best leak or none. */
export const bestLog = ({ quadratic: a, linear: b, constant: c }: LeakFit) =>
  c + (b > 0 ? (b * b) / (2 * Math.max(a, 1e-12)) : 0);

/** Returns the fits of samples that are drawn towards what fits, evened out where too few of them count. */
export function fitSamples(
  basis: ModelBasis,
  input: SamplingInput,
  inflate: number,
  from: readonly ParameterSample[],
): readonly LeakFit[] {
  let samples = from;
  let fits = fitAll(basis, samples, inflate);
  for (
    let round = 1;
    round <= MOST_SAMPLING_ROUNDS && effectiveSampleSize(fits.map(bestLog)) < ENOUGH_EFFECTIVE;
    round += 1
  ) {
    samples = resample(input, samples, fits.map(bestLog), round);
    fits = fitAll(basis, samples, inflate);
  }
  const logs = fits.map(bestLog);
  const heat = temperingFor(logs, MIN_EFFECTIVE_SAMPLES);
  if (heat === 1) return fits;
  // Too few count: they are evened out, so that the interval speaks for all that nearly fit.
  return fits.map((fit, at): LeakFit => {
    const log = logs[at] ?? 0;
    return { ...fit, constant: fit.constant - log + log / heat };
  });
}

/** What the readings say of the leak: a fit for each sample of the section, and the odds over the leak's size. */
export interface Inference {
  readonly fits: readonly LeakFit[];
  readonly odds: LeakOdds;
  /** So many times the gauge's own error the readings scatter: 1 where the model explains them. */
  readonly inflate: number;
}

/** Returns what the readings say of the leak; readings that scatter more than the gauge explains count for less. */
export function inferLeak(basis: ModelBasis, input: SamplingInput): Inference {
  const first = fitSamples(basis, input, 1, initialSamples(input));
  const firstOdds = leakOdds(first);
  const { fit, leak } = representativeFit(first, firstOdds);
  const off = leftover(basis, fit, leak);
  const perFreedom = off.reduce((sum, each) => sum + each * each, 0) / Math.max(2, basis.points.length - 3);
  if (perFreedom <= POOR_FIT) return { fits: first, odds: firstOdds, inflate: 1 };
  const inflate = Math.sqrt(perFreedom);
  const again = fitSamples(
    basis,
    input,
    inflate,
    first.map(({ guess: sample }) => sample),
  );
  return { fits: again, odds: leakOdds(again), inflate };
}

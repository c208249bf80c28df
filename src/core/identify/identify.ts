/** Which end is it? A posterior over every end of the table and "none of these", with its reasons. */
import type { EndCode } from "../end/index.ts";
import { isBlank, type Measured } from "./evidence.ts";
import { explainCandidate } from "./explain.ts";
import { clueLikelihoods, type Hypothesis } from "./likelihood.ts";
import { type NextMeasurement, nextMeasurement } from "./next-measurement.ts";
import type { Profile } from "./profile.ts";

export interface Candidate {
  /** Null: none of the listed ends. */
  readonly end: EndCode | null;
  readonly name: string;
  readonly thread: string | null;
  readonly probability: number;
  readonly why: readonly string[];
  /** Ends that no measurement tells from this one. */
  readonly twins: readonly EndCode[];
}

export interface Identification {
  readonly candidates: readonly Candidate[];
  readonly next: NextMeasurement | null;
}

/** Before anything is measured, this much for an end that is in no table. */
const NONE_PRIOR = 0.02;
const MOST_CANDIDATES = 8;
const LEAST_SHOWN = 0.0005;
function likelihood(hypothesis: Hypothesis, measured: Measured): number {
  return clueLikelihoods(hypothesis, measured).reduce((product, [, each]) => product * each, 1);
}

/** Returns the posterior of every profile and of none, best first. */
export function posterior(
  profiles: readonly Profile[],
  measured: Measured,
): readonly { readonly profile: Profile | null; readonly probability: number }[] {
  const weights = profiles.map((profile) => profile.weight(measured.where));
  const totalWeight = weights.reduce((sum, weight) => sum + weight, 0);
  const scored = [
    ...profiles.map((profile, at) => ({
      profile,
      score: (1 - NONE_PRIOR) * ((weights[at] ?? 0) / totalWeight) * likelihood(profile, measured),
    })),
    { profile: null, score: NONE_PRIOR * likelihood(null, measured) },
  ];
  const total = scored.reduce((sum, { score }) => sum + score, 0);
  return scored
    .map(({ profile, score }) => ({ profile, probability: score / total }))
    .sort((a, b) => b.probability - a.probability);
}

/**
 * Ranks every end of the table by what was measured and seen.
 * Shape: candidates best first, at most eight and always "none of these"; probabilities are of the whole table, so those
 * shown may add up to less than 1. Units: inches, threads per inch.
 * Errors: none; evidence that cannot be so is for `evidenceFaults` to refuse before.
 * Source: Bayes' rule; the observation model in likelihood.ts; priors by place in data/places.csv.
 */
export function identify(profiles: readonly Profile[], measured: Measured): Identification {
  const ranked = posterior(profiles, measured);
  const shown = ranked
    .filter(
      ({ profile, probability }, at) =>
        profile === null || (at < MOST_CANDIDATES && probability >= LEAST_SHOWN),
    )
    .map(({ profile, probability }): Candidate => {
      if (profile === null)
        return {
          end: null,
          name: "None of these",
          thread: null,
          probability,
          why: isBlank(measured)
            ? ["an end that is in no table is always possible"]
            : ["no listed end explains all of this well enough"],
          twins: [],
        };
      return {
        end: profile.end.code,
        name: profile.end.name,
        thread: profile.thread?.designation ?? null,
        probability,
        why: explainCandidate(profile, measured),
        twins: profile.twins,
      };
    });
  const candidates = ranked.flatMap(({ profile, probability }) =>
    profile === null ? [] : [{ profile, probability }],
  );
  return { candidates: shown, next: nextMeasurement(candidates, measured) };
}

/** All guesses fitted to the points of one hold. */
import { columnsFor, type Guess, type HoldFacts, leakMinutes } from "./explanations.ts";
import { type Fit, regress } from "./regression.ts";
import { complianceAt, storedMl } from "./section.ts";
import type { Point } from "./trace.ts";

/** Stored volume against that at the first point, mL, and how far off each may be. */
export function storedChange(
  points: readonly Point[],
  { yielding }: Guess,
  inflate: number,
): { readonly y: Float64Array; readonly sigma: Float64Array } {
  const start = storedMl(yielding, points[0]?.psi ?? 0);
  return {
    y: Float64Array.from(points, ({ psi }) => storedMl(yielding, psi) - start),
    sigma: Float64Array.from(
      points,
      ({ psi, sigmaPsi }) => inflate * sigmaPsi * complianceAt(yielding, Math.max(0, psi)),
    ),
  };
}

/** `inflate` multiplies every reading's sigma: above 1 where the model leaves more than the readings' own error. */
export function fitAll(
  points: readonly Point[],
  guesses: readonly Guess[],
  facts: HoldFacts,
  inflate = 1,
): readonly Fit[] {
  return guesses.map((guess) => {
    const { y, sigma } = storedChange(points, guess, inflate);
    return regress(guess, y, sigma, columnsFor(points, guess, facts), leakMinutes(points, guess.exponent));
  });
}

/** Coefficients of a fit when the leak is so large. */
export const coefficientsAt = ({ at0, perLeak }: Fit, leak: number): Float64Array =>
  at0.map((value, i) => value + leak * (perLeak[i] ?? 0));

/** What everything but the leak comes to at a point, mL. */
export function otherMl({ columns }: Fit, coefficients: Float64Array, at: number): number {
  return columns.reduce((sum, { effect }, i) => sum + (coefficients[i] ?? 0) * (effect[at] ?? 0), 0);
}

/** Leftover of a fit at its points, in sigmas. */
export function leftover(points: readonly Point[], fit: Fit, leak: number): readonly number[] {
  const { y, sigma } = storedChange(points, fit.guess, 1);
  const coefficients = coefficientsAt(fit, leak);
  const minutes = leakMinutes(points, fit.guess.exponent);
  return points.map(
    (_, at) => ((y[at] ?? 0) - otherMl(fit, coefficients, at) + leak * (minutes[at] ?? 0)) / (sigma[at] ?? 1),
  );
}

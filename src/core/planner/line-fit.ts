/** Whether a line of the catalogue lies well between the measured ends: the line fitter's own rating. */
import { DEFAULT_MARGINS, type Rating, rateLength, type SlackMargins, setupFault } from "../line/index.ts";
import type { Part } from "../part/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import { completeStandards, type Standards } from "../standard/index.ts";
import type { PartFilter } from "./part-rules.ts";
import { lengthServes } from "./search-label.ts";

const SLACK: Readonly<Record<Standards["lineSlack"], SlackMargins>> = {
  "quarter-inch": DEFAULT_MARGINS,
  "half-inch": { share: 0.03, lengthIn: 0.5 },
  inch: { share: 0.05, lengthIn: 1 },
};

/** Returns the slack a shop or a job calls taut. */
export const marginsFor = (rules: Partial<Standards>): SlackMargins =>
  SLACK[completeStandards(rules).lineSlack];

/** What a line does, by its rating. */
export const RATING_PHRASES: Readonly<Record<Rating, string>> = {
  short: "does not reach",
  taut: "is taut",
  good: "lies well",
  "tight-bend": "bends too tightly",
  excess: "is too much for the room",
};

/** Returns the rule that leaves out lines which do not lie well between the measured ends; none where nobody has measured. */
export function lineFitRule({ ends, lengthIn }: PlanRequest, rules: Standards): readonly PartFilter[] {
  if (ends === undefined) return [];
  const rated = new Map<string, Rating>();
  const ratingOf = ({ lengthIn: length, cuffIn, minBendRadiusIn }: Part): Rating => {
    if (length === null || cuffIn === null || minBendRadiusIn === null) return "good";
    const key = `${length} ${cuffIn} ${minBendRadiusIn}`;
    const known = rated.get(key);
    if (known !== undefined) return known;
    const setup = { ...ends, cuffIn, minBendRadiusIn };
    // Ends that cannot lie so say nothing against a line.
    const rating =
      setupFault(setup, [length]) === null ? rateLength(setup, length, marginsFor(rules)).rating : "good";
    rated.set(key, rating);
    return rating;
  };
  return [
    {
      code: "line-lies-badly",
      excludes: (part) => part.kind === "line" && lengthServes(part, lengthIn) && ratingOf(part) !== "good",
      figureOf: (part) => RATING_PHRASES[ratingOf(part)],
      isSoft: true,
    },
  ];
}

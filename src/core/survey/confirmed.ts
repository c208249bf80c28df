/** Facts of a survey that somebody has looked at, apart from what a preset guesses. */

import type { Survey } from "./survey.ts";
import { SURVEY_FACTS, type SurveyFact } from "./survey-fact.ts";

/** Facts that one look shows, all at once. */
export const SEEN_AT_ONCE: readonly SurveyFact[] = ["supply", "stop", "water", "inlet", "access"];

/** Returns the facts that still stand as the preset guessed them. A survey of before this was told counts as looked at. */
export function guessesOf({ confirmed }: Pick<Survey, "confirmed">): readonly SurveyFact[] {
  return confirmed === undefined ? [] : SURVEY_FACTS.filter((fact) => !confirmed.includes(fact));
}

/** Returns a survey with facts confirmed; those that were confirmed before stay so. */
export function withConfirmed(survey: Survey, facts: readonly SurveyFact[]): Survey {
  const { confirmed } = survey;
  if (confirmed === undefined) return survey;
  return {
    ...survey,
    confirmed: SURVEY_FACTS.filter((fact) => confirmed.includes(fact) || facts.includes(fact)),
  };
}

/** Where each field belongs; a field that is in no group confirms nothing when it is changed. */
const FACT_OF: Partial<Readonly<Record<keyof Survey, SurveyFact>>> = {
  supply: "supply",
  stop: "stop",
  water: "water",
  inlet: "inlet",
  inletAboveSupply: "inlet",
  access: "access",
  length: "length",
};

/** Returns the facts that a change of fields speaks of: whoever sets a field has looked. */
export function factsIn(change: Partial<Survey>): readonly SurveyFact[] {
  return SURVEY_FACTS.filter((fact) =>
    Object.entries(FACT_OF).some(([field, its]) => its === fact && field in change),
  );
}

/** Groups of facts of a survey, as a list names them. */
import type { SurveyFact } from "../core/survey/index.ts";

export const FACT_WORDS: Readonly<Record<SurveyFact, string>> = {
  supply: "supply and its end",
  stop: "kind of stop",
  water: "hot or cold",
  inlet: "inlet",
  access: "access",
  length: "lengths",
};

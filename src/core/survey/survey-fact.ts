/** Which facts of a survey somebody has looked at is told by group. */

/** Groups of facts that one look or one measurement confirms. Proof, pressure and lengths are confirmed by no look. */
export const SURVEY_FACTS = ["supply", "stop", "water", "inlet", "access", "length"] as const;
export type SurveyFact = (typeof SURVEY_FACTS)[number];

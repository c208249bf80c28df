import type { Survey, SurveyFact } from "../../core/survey/index.ts";
import type { EndOffer } from "../../drawing/end-choice.ts";
import type { Draft, Faults } from "./draft.ts";

/** What the questions about each part are given. */
export interface PanelProps {
  readonly draft: Draft;
  readonly setDraft: (make: (now: Draft) => Draft) => void;
  /** Sets fields and counts their facts as looked at. */
  readonly set: (change: Partial<Survey>) => void;
  readonly faults: Faults;
  /** Class of a field that nobody has looked at. */
  readonly guess: (fact: SurveyFact) => string;
  readonly offer: EndOffer;
}

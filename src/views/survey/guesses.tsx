import {
  guessesOf,
  SEEN_AT_ONCE,
  type Survey,
  type SurveyFact,
  withConfirmed,
} from "../../core/survey/index.ts";
import { dateText } from "../../labels/month.ts";
import { FACT_WORDS } from "../../labels/survey-fact.ts";

interface GuessesProps {
  readonly survey: Survey;
  /** The lengths as they stand, in words. */
  readonly lengths: string;
  /** When and on which visit the facts were left so; null: a preset guessed them. */
  readonly asLeft: { readonly at: string; readonly href: string } | null;
  readonly onConfirm: (survey: Survey) => void;
}

/** What a preset has guessed and nobody has looked at, with one tap for all that one look shows, and one for the lengths. */
export function Guesses({ survey, lengths, asLeft, onConfirm }: GuessesProps) {
  const guesses = guessesOf(survey);
  if (guesses.length === 0) return null;
  const seen = guesses.filter((fact) => SEEN_AT_ONCE.includes(fact));
  const confirm = (facts: readonly SurveyFact[]) => onConfirm(withConfirmed(survey, facts));
  return (
    <section aria-label="Not looked at yet" className="mt-3 border-2 border-dashed border-work px-3 py-2">
      <p>
        {asLeft === null ? "From the preset" : <a href={asLeft.href}>As left on {dateText(asLeft.at)}</a>},
        not looked at yet: <strong>{guesses.map((fact) => FACT_WORDS[fact]).join(", ")}</strong>. Whatever you
        set counts as looked at.
      </p>
      <p className="mt-2 flex flex-wrap gap-3">
        {seen.length > 0 && (
          <button type="button" className="button" onClick={() => confirm(seen)}>
            I have looked: it is as shown
          </button>
        )}
        {guesses.includes("length") && (
          <button type="button" className="button" onClick={() => confirm(["length"])}>
            Measured: {lengths}
          </button>
        )}
      </p>
    </section>
  );
}

import type { IdentifyAnswer } from "../../core/identify/index.ts";
import { HelpButton } from "../../ui/help-button.tsx";
import { percent } from "./ranking.tsx";
import { verdictOf } from "./verdict-kind.ts";

/** Where the reading stands: it is this end, one of two, none that is known, or still open. */
export function Verdict({ answer, isBlank }: { readonly answer: IdentifyAnswer; readonly isBlank: boolean }) {
  const [first, second] = answer.candidates;
  const verdict = isBlank ? "open" : verdictOf(answer);
  return (
    <div className="flex items-start justify-between gap-2 notice notice-work">
      <div role="status" data-verdict={verdict}>
        {verdict === "open" && (
          <p className="text-lead font-bold">
            {isBlank ? "Likeliest where it sits" : "Not settled yet"}
            <span className="block text-body font-normal text-quiet">
              {isBlank
                ? "Say what you see; every answer narrows it down."
                : "The likeliest first; measure on."}
            </span>
          </p>
        )}
        {verdict === "is" && (
          <p className="text-large font-bold text-dry-ink">
            It is {first?.name} <span className="figure font-normal">{percent(first?.probability ?? 0)}</span>
          </p>
        )}
        {verdict === "two" && (
          <p className="text-lead font-bold">
            It is one of these two: {first?.name} or {second?.name}.
            <span className="block text-body font-normal">
              {answer.next === null
                ? "No measurement tells them apart: try the mate of each by hand."
                : `To settle it: ${answer.next.measure}.`}
            </span>
          </p>
        )}
        {verdict === "none" && (
          <p className="text-lead font-bold text-wet-ink">
            None I know.
            <span className="block text-body font-normal text-ink">
              Measure again; if the readings stand, take the part to the counter or cut back to plain pipe.
            </span>
          </p>
        )}
      </div>
      <HelpButton topic="identify" />
    </div>
  );
}

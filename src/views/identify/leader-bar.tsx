import type { EndCode } from "../../core/end/index.ts";
import type { IdentifyAnswer } from "../../core/identify/index.ts";
import { percent } from "./ranking.tsx";

interface LeaderBarProps {
  /** Null while something typed cannot be so. */
  readonly answer: IdentifyAnswer | null;
  readonly isBlank: boolean;
  readonly faults: readonly string[];
  readonly onPick: ((code: EndCode, name: string) => void) | null;
}

/** The answer so far, always in sight at the foot of the window and in reach of a thumb. */
export function LikeliestBar({ answer, isBlank, faults, onPick }: LeaderBarProps) {
  const first = answer?.candidates[0];
  const end = first?.end ?? null;
  return (
    <div
      className="no-print sticky bottom-0 z-1 mt-4 flex flex-wrap items-center gap-x-6 gap-y-1 border-t-2 border-rule bg-paper py-2"
      data-leader={isBlank ? "" : (end ?? "none")}
    >
      <div role="status" className="min-w-0 flex-1">
        {answer === null || first === undefined ? (
          <p className="fault">No answer. {faults.join(" ")}</p>
        ) : isBlank ? (
          <p className="text-quiet">Say what you see; every answer narrows it down.</p>
        ) : (
          <>
            <p className="text-title leading-tight">
              <strong>{first.name}</strong> <span className="figure">{percent(first.probability)}</span>
            </p>
            {answer.next && <p className="truncate text-small text-quiet">next: {answer.next.measure}</p>}
          </>
        )}
      </div>
      {onPick && first && end !== null && !isBlank && (
        <button type="button" className="button button-main" onClick={() => onPick(end, first.name)}>
          Use {end}
        </button>
      )}
    </div>
  );
}

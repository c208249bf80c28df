/** The solver while a setup changes: every frame rated, the newest only; the whole answer once it rests. */
import { useEffect, useRef, useState } from "react";
import { errorText } from "../../client/asker.ts";
import { useAsk } from "../../client/use-ask.ts";
import type {
  Alternative,
  FitOutcome,
  LineSetup,
  RatedLength,
  SlackMargins,
  TriedAlternative,
} from "../../core/line/index.ts";
import { isAbortError } from "../../workers/background.ts";
import { openLineSolver } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";

/** How long a setup must rest before the long questions are asked, ms. */
const REST_MS = 250;

export interface Solved {
  readonly bench: LineSetup;
  readonly rated: readonly RatedLength[];
}

export interface WholeAnswer {
  readonly bench: LineSetup;
  readonly fit: FitOutcome;
  readonly helps: readonly TriedAlternative[];
}

export interface Solver {
  /** The last setup that was rated; null before the first answer. */
  readonly solved: Solved | null;
  /** The whole answer, when it is of the setup as it stands. */
  readonly whole: WholeAnswer | null;
  /** Share of the long work done, or null while none runs. */
  readonly share: number | null;
  readonly trouble: string | null;
  readonly cancel: () => void;
}

interface Question {
  readonly bench: LineSetup;
  readonly lengthsIn: readonly number[];
  readonly margins: SlackMargins;
  readonly alternatives: readonly Alternative[];
}

/** Null asks nothing: the setup is not sound. */
export function useSolver(question: Question | null): Solver {
  const { ask: askSolver } = useBackground(openLineSolver);
  const { now: whole, ask: askWhole, cancel } = useAsk<WholeAnswer>();
  const [solved, setSolved] = useState<Solved | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const newest = useRef<Question | null>(null);
  const isRating = useRef(false);

  // A new object with the same figures asks nothing new: the text of the question is what counts.
  const key = question === null ? null : JSON.stringify(question);
  useEffect(() => {
    if (key === null) return;
    const asked = JSON.parse(key) as Question;
    newest.current = asked;
    // Every frame of a drag asks: the one under way is let end, or none would ever be answered; then the newest is rated.
    const rateNewest = () => {
      const now = newest.current;
      if (now === null || isRating.current) return;
      isRating.current = true;
      askSolver("rate", now)
        .then((rated) => {
          setSolved({ bench: now.bench, rated });
          setTrouble(null);
        })
        .catch((error: unknown) => isAbortError(error) || setTrouble(errorText(error)))
        .finally(() => {
          isRating.current = false;
          if (newest.current !== now) rateNewest();
        });
    };
    rateNewest();
    const rest = setTimeout(() => {
      askWhole(async (signal, onProgress) => {
        const fit = await askSolver("fit", asked, { signal, onProgress: (done) => onProgress(done / 2) });
        const helps = fit.best
          ? []
          : await askSolver("help", asked, { signal, onProgress: (done) => onProgress((1 + done) / 2) });
        return { bench: asked.bench, fit, helps };
      });
    }, REST_MS);
    return () => {
      clearTimeout(rest);
      cancel();
    };
  }, [key, askSolver, askWhole, cancel]);

  return {
    solved,
    whole: whole.state === "answered" ? whole.answer : null,
    share: whole.state === "asking" ? (whole.share ?? 0) : null,
    trouble: whole.state === "failed" ? errorText(whole.error) : trouble,
    cancel,
  };
}

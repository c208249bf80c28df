/** The solver while a setup changes: every frame rated, the newest only; the whole answer once it rests. */
import { useEffect, useRef, useState } from "react";
import type {
  Alternative,
  FitOutcome,
  LineSetup,
  RatedLength,
  SlackMargins,
  TriedAlternative,
} from "../../core/line/index.ts";
import { type LineSolver, openLineSolver } from "../../workers/line.client.ts";

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

const isAbort = (error: unknown) => error instanceof DOMException && error.name === "AbortError";
const errorText = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** Null asks nothing: the setup is not sound. */
export function useSolver(question: Question | null): Solver {
  const solver = useRef<LineSolver | null>(null);
  const [solved, setSolved] = useState<Solved | null>(null);
  const [whole, setWhole] = useState<WholeAnswer | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const newest = useRef<Question | null>(null);
  const isRating = useRef(false);
  const long = useRef<AbortController | null>(null);

  useEffect(() => {
    const opened = openLineSolver();
    solver.current = opened;
    return () => opened.close();
  }, []);

  // A new object with the same figures asks nothing new: the text of the question is what counts.
  const key = question === null ? null : JSON.stringify(question);
  useEffect(() => {
    if (key === null) return;
    const asked = JSON.parse(key) as Question;
    newest.current = asked;
    setWhole(null);
    const rateNewest = () => {
      const now = newest.current;
      const opened = solver.current;
      if (now === null || opened === null || isRating.current) return;
      isRating.current = true;
      const { alternatives: _, ...task } = now;
      opened
        .ask({ kind: "rate", task })
        .then((rated) => {
          setSolved({ bench: now.bench, rated });
          setTrouble(null);
        })
        .catch((error: unknown) => isAbort(error) || setTrouble(errorText(error)))
        .finally(() => {
          isRating.current = false;
          if (newest.current !== now) rateNewest();
        });
    };
    rateNewest();
    const controller = new AbortController();
    long.current = controller;
    const rest = setTimeout(() => {
      const opened = solver.current;
      if (opened === null) return;
      const { alternatives, ...task } = asked;
      const { signal } = controller;
      setShare(0);
      opened
        .ask({ kind: "fit", task }, { signal, onProgress: (done) => setShare(done / 2) })
        .then(async (fit) => {
          const helps = fit.best
            ? []
            : await opened.ask(
                { kind: "help", task, alternatives },
                { signal, onProgress: (done) => setShare((1 + done) / 2) },
              );
          setWhole({ bench: asked.bench, fit, helps });
          setShare(null);
        })
        .catch((error: unknown) => {
          if (!signal.aborted) setShare(null);
          if (!isAbort(error)) setTrouble(errorText(error));
        });
    }, REST_MS);
    return () => {
      clearTimeout(rest);
      controller.abort();
      setShare(null);
    };
  }, [key]);

  return {
    solved,
    whole,
    share,
    trouble,
    cancel: () => {
      long.current?.abort();
      setShare(null);
    },
  };
}

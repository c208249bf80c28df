/** The solver while a setup changes: every frame rated, the newest only; the whole answer once it rests. */
import type {
  Alternative,
  FitOutcome,
  LineSetup,
  RatedLength,
  SlackMargins,
  TriedAlternative,
} from "../../core/line/index.ts";
import { openLineSolver } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";
import { useNewest } from "../use-newest.ts";

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
  const { quick, long, ...progress } = useNewest<Question, readonly RatedLength[], WholeAnswer>(question, {
    quick: (asked) => askSolver("rate", asked),
    restMs: REST_MS,
    long: async (asked, signal, onProgress) => {
      const fit = await askSolver("fit", asked, { signal, onProgress: (done) => onProgress(done / 2) });
      const helps = fit.best
        ? []
        : await askSolver("help", asked, { signal, onProgress: (done) => onProgress((1 + done) / 2) });
      return { bench: asked.bench, fit, helps };
    },
  });
  return { ...progress, solved: quick && { bench: quick.question.bench, rated: quick.answer }, whole: long };
}

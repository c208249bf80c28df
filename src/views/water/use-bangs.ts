/** The hammer while sliders move: every step answered, the newest only; what helps once they rest. */
import { type CureQuestion, type Cures, flowingPsi } from "../../core/hammer/index.ts";
import { openHammer } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";
import type { Bangs } from "../../workers/water.worker.ts";
import { useNewest } from "../use-newest.ts";
import type { BangQuestion } from "./water-state.ts";

/** How long the sliders must rest before the long question is asked, ms. */
const REST_MS = 300;

export interface HammerAnswers {
  /** Pressure is left at the valve at that flow. */
  readonly isPossible: boolean;
  /** Null: no answer yet, or no pressure is left for the flow. */
  readonly bangs: Bangs | null;
  /** What helps, when it is of the sliders as they stand. */
  readonly cures: Cures | null;
  /** Share of the long work done, or null while none runs. */
  readonly share: number | null;
  readonly trouble: string | null;
  readonly cancel: () => void;
}

interface Question {
  readonly bang: BangQuestion;
  readonly cure: CureQuestion;
}

/** Asks the worker; nothing where no pressure is left at the valve. */
export function useBangs(question: Question): HammerAnswers {
  const { ask: askHammer } = useBackground(openHammer);
  const isPossible = flowingPsi(question.bang.bare) > 0;
  const { quick, long, ...progress } = useNewest<Question, Bangs, Cures>(isPossible ? question : null, {
    quick: ({ bang }) => askHammer("bangs", bang),
    restMs: REST_MS,
    long: ({ cure }, signal, onProgress) => askHammer("cures", cure, { signal, onProgress }),
  });
  return { ...progress, isPossible, bangs: isPossible && quick !== null ? quick.answer : null, cures: long };
}

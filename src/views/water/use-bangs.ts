/** The hammer while sliders move: every step answered, the newest only; what helps once they rest. */
import { useEffect, useRef, useState } from "react";
import { errorText } from "../../client/asker.ts";
import { useAsk } from "../../client/use-ask.ts";
import { type CureQuestion, type Cures, flowingPsi } from "../../core/hammer/index.ts";
import { isAbortError } from "../../workers/background.ts";
import { openHammer } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";
import type { Bangs } from "../../workers/water.worker.ts";
import type { BangQuestion } from "./water-state.ts";

/** How long the sliders must rest before the long question is asked, ms. */
const REST_MS = 300;

export interface HammerAnswers {
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
  const { now: whole, ask: askCures, cancel } = useAsk<Cures>();
  const [bangs, setBangs] = useState<Bangs | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const newest = useRef<BangQuestion | null>(null);
  const isRunning = useRef(false);
  const isPossible = flowingPsi(question.bang.bare) > 0;
  const key = isPossible ? JSON.stringify(question) : null;

  useEffect(() => {
    if (key === null) {
      newest.current = null;
      setBangs(null);
      return;
    }
    const { bang, cure } = JSON.parse(key) as Question;
    newest.current = bang;
    // The question under way is let end, or none would ever be answered while a slider is pulled.
    const askNewest = () => {
      const now = newest.current;
      if (now === null || isRunning.current) return;
      isRunning.current = true;
      askHammer("bangs", now)
        .then((answer) => {
          if (newest.current !== null) setBangs(answer);
          setTrouble(null);
        })
        .catch((error: unknown) => isAbortError(error) || setTrouble(errorText(error)))
        .finally(() => {
          isRunning.current = false;
          if (newest.current !== now) askNewest();
        });
    };
    askNewest();
    const rest = setTimeout(
      () => askCures((signal, onProgress) => askHammer("cures", cure, { signal, onProgress })),
      REST_MS,
    );
    return () => {
      clearTimeout(rest);
      cancel();
    };
  }, [key, askHammer, askCures, cancel]);

  return {
    bangs,
    cures: whole.state === "answered" ? whole.answer : null,
    share: whole.state === "asking" ? (whole.share ?? 0) : null,
    trouble: whole.state === "failed" ? errorText(whole.error) : trouble,
    cancel,
  };
}

import { useState } from "react";
import { type Answered, call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";
import type { PlanRequest } from "../../core/plan/index.ts";
import type { Survey } from "../../core/survey/index.ts";

/** Everything the view shows of one request. */
export type PlanOptions = Omit<Answered<"POST /api/v1/hookups/ways">, "codes">;

export type TrialState = "idle" | "asking" | "failed";

export interface Trial {
  readonly shown: PlanOptions;
  readonly state: TrialState;
  /** Problems tried before this one; empty: as surveyed. */
  readonly steps: number;
  /** `survey`: as it was before the try was written into it; absent: the try is not in the survey. */
  readonly tryOut: (request: PlanRequest, survey?: Survey) => void;
  /** The survey as it was before the last try; null: that try is not in the survey, or nothing was tried. */
  readonly surveyBefore: Survey | null;
  readonly back: () => void;
}

/** Trying a job otherwise: each change is planned afresh on the server, and can be taken back one by one. */
export function useTrial(surveyed: PlanOptions): Trial {
  const [tried, setTried] = useState<
    readonly { readonly answer: PlanOptions; readonly survey: Survey | null }[]
  >([]);
  const { now, ask, cancel } = useAsk<void>();
  const tryOut = (request: PlanRequest, survey: Survey | null = null) =>
    ask(async (signal) => {
      const { codes: _, ...answer } = await call("POST /api/v1/hookups/ways", {
        body: { ...request, stock: null },
        signal,
      });
      setTried((before) => [...before, { answer, survey }]);
    });
  return {
    shown: tried.at(-1)?.answer ?? surveyed,
    surveyBefore: tried.at(-1)?.survey ?? null,
    state: now.state === "answered" ? "idle" : now.state,
    steps: tried.length,
    tryOut,
    back: () => {
      setTried((before) => before.slice(0, -1));
      cancel();
    },
  };
}

import { useState } from "react";
import { type Answered, call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";
import type { PlanRequest } from "../../core/plan/index.ts";

/** Everything the view shows of one request. */
export type PlanOptions = Omit<Answered<"POST /api/v1/hookups/ways">, "codes">;

export type TrialState = "idle" | "asking" | "failed";

export interface Trial {
  readonly shown: PlanOptions;
  readonly state: TrialState;
  /** Problems tried before this one; empty: as surveyed. */
  readonly steps: number;
  readonly tryOut: (request: PlanRequest) => void;
  readonly back: () => void;
}

/** Trying a job otherwise: each change is planned afresh on the server, and can be taken back one by one. */
export function useTrial(surveyed: PlanOptions): Trial {
  const [tried, setTried] = useState<readonly PlanOptions[]>([]);
  const { now, ask, cancel } = useAsk<void>();
  const tryOut = (request: PlanRequest) =>
    ask(async (signal) => {
      const { codes: _, ...answer } = await call("POST /api/v1/hookups/ways", {
        body: { ...request, stock: null },
        signal,
      });
      setTried((before) => [...before, answer]);
    });
  return {
    shown: tried.at(-1) ?? surveyed,
    state: now.state === "answered" ? "idle" : now.state,
    steps: tried.length,
    tryOut,
    back: () => {
      setTried((before) => before.slice(0, -1));
      cancel();
    },
  };
}

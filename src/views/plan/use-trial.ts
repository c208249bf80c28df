import { useRef, useState } from "react";
import type { Advice, Alternative, Plan, PlanRequest } from "../../core/plan/index.ts";
import type { OtherPlan } from "../../core/planner/index.ts";
import type { EndFigures } from "../../drawing/layout.ts";

/** Everything the view shows of one problem. */
export interface PlanOptions {
  readonly request: PlanRequest;
  readonly plans: readonly Plan[];
  readonly ways: readonly OtherPlan[];
  readonly refused: readonly Advice[];
  readonly complete: boolean;
  readonly hasStock: boolean;
  readonly swaps: Readonly<Record<string, readonly Alternative[]>>;
  readonly ends: EndFigures;
}

export type TrialState = "idle" | "asking" | "failed";

export interface Trial {
  readonly shown: PlanOptions;
  readonly state: TrialState;
  /** Problems tried before this one; empty: as surveyed. */
  readonly steps: number;
  readonly tryOut: (planRequest: PlanRequest) => void;
  readonly back: () => void;
}

/** Trying a job otherwise: each change is planned afresh on the server, and can be taken back one by one. */
export function useTrial(surveyed: PlanOptions): Trial {
  const [tried, setTried] = useState<readonly PlanOptions[]>([]);
  const [state, setState] = useState<TrialState>("idle");
  const asked = useRef(0);
  const tryOut = (planRequest: PlanRequest) => {
    asked.current += 1;
    const mine = asked.current;
    setState("asking");
    fetch("/api/v1/hookups/ways", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ ...planRequest, stock: null }),
    })
      .then(async (response) => {
        if (!response.ok) throw new Error(`answered ${response.status}`);
        const { codes: _, ...answer } = (await response.json()) as PlanOptions & { codes: unknown };
        if (mine !== asked.current) return;
        setTried((now) => [...now, answer]);
        setState("idle");
      })
      .catch(() => {
        if (mine === asked.current) setState("failed");
      });
  };
  return {
    shown: tried.at(-1) ?? surveyed,
    state,
    steps: tried.length,
    tryOut,
    back: () => {
      setTried((now) => now.slice(0, -1));
      setState("idle");
    },
  };
}

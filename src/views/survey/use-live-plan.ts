import { useEffect, useState } from "react";
import { type Answered, type Asked, call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";
import { planRequestOf, type Survey } from "../../core/survey/index.ts";

type LivePlans = Answered<"POST /api/v1/hookups/ways">;

/** A survey is planned once it has rested so long, ms: a row of taps asks once. */
const REST_MS = 250;

export interface LivePlan {
  /** Plans of the newest survey that was answered; null before the first. */
  readonly plans: LivePlans | null;
  /** The plans are those of the survey as it stands. */
  readonly isCurrent: boolean;
  readonly hasFailed: boolean;
}

/** Plans for the survey as it stands on the screen, asked anew after each change. null: it cannot be read yet. */
export function useLivePlan(survey: Survey | null): LivePlan {
  const { now, ask, cancel } = useAsk<void>();
  const [found, setFound] = useState<{ readonly key: string; readonly plans: LivePlans } | null>(null);
  const key = survey === null ? null : JSON.stringify(planRequestOf(survey, null));
  // A new object with the same facts asks nothing new: the text of the request is what counts.
  useEffect(() => {
    if (key === null) return;
    const body: Asked<"POST /api/v1/hookups/ways"> = JSON.parse(key);
    const rest = setTimeout(
      () =>
        ask(async (signal) => {
          const plans = await call("POST /api/v1/hookups/ways", { body, signal });
          setFound({ key, plans });
        }),
      REST_MS,
    );
    return () => {
      clearTimeout(rest);
      cancel();
    };
  }, [key, ask, cancel]);
  return {
    plans: found?.plans ?? null,
    isCurrent: found !== null && found.key === key,
    hasFailed: now.state === "failed",
  };
}

import { useEffect, useState } from "react";
import { useAsk } from "../../client/use-ask.ts";
import type { VisitSchedule } from "../../core/schedule/index.ts";
import type { StepTables } from "../../core/step/index.ts";
import type { VisitState } from "../../core/visit/index.ts";
import { openScheduler } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";

export interface Planned extends VisitSchedule {
  /** When minute nought of it is, UTC. */
  readonly from: string;
}

/** The visit planned from where it stands, again after everything that changes it. Null until the first answer. */
export function useSchedule(
  visit: VisitState,
  tables: StepTables,
  hands: 1 | 2,
): { readonly planned: Planned | null; readonly isFresh: boolean } {
  const [planned, setPlanned] = useState<{ readonly of: unknown; readonly plan: Planned } | null>(null);
  const { ask: askScheduler } = useBackground(openScheduler);
  const { ask } = useAsk<void>();
  useEffect(() => {
    const from = new Date(Math.max(Date.parse(visit.startsAt), Date.now())).toISOString();
    // The plan before stays on screen, marked as not fresh, until the next is there.
    ask(async (signal) => {
      const plan = await askScheduler(
        "schedule",
        { connections: visit.connections, tables, hands },
        { signal },
      );
      setPlanned({ of: visit, plan: { ...plan, from } });
    });
  }, [visit, tables, hands, ask, askScheduler]);
  return { planned: planned?.plan ?? null, isFresh: planned?.of === visit };
}

import { useEffect, useRef, useState } from "react";
import type { VisitSchedule } from "../../core/schedule/index.ts";
import type { StepTables } from "../../core/step/index.ts";
import type { VisitState } from "../../core/visit/index.ts";
import { type OpenScheduler, openScheduler } from "../../workers/schedule.client.ts";

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
  const worker = useRef<OpenScheduler | null>(null);
  useEffect(
    () => () => {
      worker.current?.close();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    let isWanted = true;
    worker.current ??= openScheduler();
    const from = new Date(Math.max(Date.parse(visit.startsAt), Date.now())).toISOString();
    worker.current
      .schedule(visit.connections, tables, hands)
      .then((plan) => {
        if (isWanted) setPlanned({ of: visit, plan: { ...plan, from } });
      })
      .catch(() => undefined);
    return () => {
      isWanted = false;
    };
  }, [visit, tables, hands]);
  return { planned: planned?.plan ?? null, isFresh: planned?.of === visit };
}

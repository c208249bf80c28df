import { useCallback, useEffect, useMemo, useReducer } from "react";
import { v4 as uuid } from "uuid";
import {
  firstRefused,
  foldVisit,
  type VisitAct,
  type VisitEvent,
  type VisitState,
} from "../../core/visit/index.ts";
import { changeLog, emptyLog, type LogState } from "./log-state.ts";
import { sendRound } from "./send.ts";
import type { VisitProps } from "./visit-props.ts";
import { addWaiting, loadSent, loadWaiting, settleWaiting } from "./waiting-store.ts";

const RETRY_MS = 4000;

export interface VisitEvents {
  readonly visit: VisitState;
  readonly events: readonly VisitEvent[];
  readonly log: LogState;
  /** Does one or several things in the visit, all or none; false when a rule refuses one (the trouble says why). */
  readonly act: (...acts: readonly VisitAct[]) => boolean;
  /** Takes an event back; by its id. */
  readonly undo: (eventId: string) => boolean;
  readonly dismiss: () => void;
  readonly retry: () => void;
}

/** The visit's events in this browser: acts go through the rules at once, show at once, and are sent until acknowledged. */
export function useVisitEvents({
  visitId,
  events,
  actor,
  tables,
}: Pick<VisitProps, "visitId" | "events" | "actor" | "tables">): VisitEvents {
  const [log, change] = useReducer(changeLog, events, emptyLog);
  const all = useMemo(() => [...log.kept, ...log.waiting], [log.kept, log.waiting]);
  const visit = useMemo(() => foldVisit(all), [all]);

  useEffect(
    () => change({ type: "restored", sent: loadSent(visitId, events), waiting: loadWaiting(visitId) }),
    [visitId, events],
  );

  const flush = useCallback(async () => {
    change({ type: "sending" });
    const round = await sendRound(visitId, log.waiting);
    settleWaiting(
      visitId,
      [...round.kept, ...round.dropped].map(({ id }) => id),
      round.kept,
    );
    change({ type: "sent", round });
  }, [visitId, log.waiting]);

  useEffect(() => {
    if (log.waiting.length === 0 || log.sending === "sending") return;
    if (log.sending === "idle") {
      void flush();
      return;
    }
    const again = setTimeout(() => void flush(), RETRY_MS);
    const online = () => void flush();
    window.addEventListener("online", online);
    return () => {
      clearTimeout(again);
      window.removeEventListener("online", online);
    };
  }, [log.waiting, log.sending, flush]);

  const act = (...acts: readonly VisitAct[]): boolean => {
    const typedAt = new Date().toISOString();
    const added = acts.map((what): VisitEvent => ({ id: uuid(), actor, typedAt, ...what }));
    const refused = firstRefused(all, added, tables);
    if (refused) {
      change({ type: "refused", message: refused.refusal.message });
      return false;
    }
    for (const event of added) {
      addWaiting(visitId, event);
      change({ type: "typed", event });
    }
    return true;
  };

  return {
    visit,
    events: all,
    log,
    act,
    undo: (eventId) => act({ kind: "event-undone", undoes: eventId }),
    dismiss: () => change({ type: "read" }),
    retry: () => void flush(),
  };
}

import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import { v4 as uuid } from "uuid";
import {
  type ConnectionPhase,
  type ConnectionState,
  connectionPhase,
  foldVisit,
  liveEvents,
  refuseNext,
  type VisitAct,
  type VisitEvent,
} from "../../core/visit/index.ts";
import { changeLog, emptyLog, type LogState } from "./log-state.ts";
import { sendEvents } from "./send.ts";
import type { VisitProps } from "./visit-props.ts";
import { loadWaiting, saveWaiting } from "./waiting-store.ts";

const RETRY_MS = 4000;

export interface VisitLog {
  readonly connection: ConnectionState;
  readonly phase: ConnectionPhase;
  readonly events: readonly VisitEvent[];
  readonly log: LogState;
  /** Does something in the visit; false when a rule refuses it (the trouble says why). */
  readonly act: (act: VisitAct) => boolean;
  /** Takes an event back; by its id. */
  readonly undo: (eventId: string) => boolean;
  /** Last thing done on this connection that can be taken back. */
  readonly last: VisitEvent | null;
  readonly dismiss: () => void;
  readonly retry: () => void;
}

/** The visit's events in this browser: acts go through the rules at once, show at once, and are sent until acknowledged. */
export function useVisitLog({ visitId, connectionId, events, actor, tables, now }: VisitProps): VisitLog {
  const [log, change] = useReducer(changeLog, events, emptyLog);
  const all = useMemo(() => [...log.kept, ...log.waiting], [log.kept, log.waiting]);
  const visit = useMemo(() => foldVisit(all), [all]);
  const connection = visit.connections.find((each) => each.id === connectionId);
  if (!connection) throw new RangeError(`the visit has no connection ${connectionId}`);

  useEffect(() => change({ type: "restored", waiting: loadWaiting(visitId) }), [visitId]);

  const isFirst = useRef(true);
  useEffect(() => {
    // The first run comes before what was stored is restored: saving then would empty the store.
    if (isFirst.current) isFirst.current = false;
    else saveWaiting(visitId, log.waiting);
  }, [visitId, log.waiting]);

  const flush = useCallback(async () => {
    const batch = log.waiting;
    change({ type: "sending" });
    const sent = await sendEvents(visitId, batch);
    if (sent.outcome === "kept") change({ type: "acknowledged", ids: batch.map((event) => event.id) });
    else if (sent.outcome === "unreachable") change({ type: "unreachable" });
    else change({ type: "rejected", kind: sent.kind, message: sent.message });
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

  const act = (what: VisitAct): boolean => {
    const event: VisitEvent = { id: uuid(), actor, typedAt: new Date().toISOString(), ...what };
    const refused = refuseNext(all, event, tables);
    if (refused) {
      change({ type: "refused", message: refused.message });
      return false;
    }
    change({ type: "typed", event });
    return true;
  };

  const last = liveEvents(all)
    .filter(
      (event) =>
        "connection" in event && event.connection === connectionId && event.kind !== "connection-added",
    )
    .at(-1);
  return {
    connection,
    phase: connectionPhase(connection, tables.stages, now),
    events: all,
    log,
    act,
    undo: (eventId) => act({ kind: "event-undone", undoes: eventId }),
    last: last ?? null,
    dismiss: () => change({ type: "read" }),
    retry: () => void flush(),
  };
}

import { useCallback, useEffect, useMemo, useReducer } from "react";
import { v4 as uuid } from "uuid";
import { firstRefused, type VisitAct, type VisitEvent, type VisitState } from "../../core/visit/index.ts";
import { changeLog, emptyLog, type LogState } from "./log-state.ts";
import { sendRound } from "./send.ts";
import { eventsIn, foldedOnce, type VisitProps } from "./visit-props.ts";
import {
  addWaiting,
  loadQueue,
  loadSent,
  type Queue,
  removeFromTray,
  restoreQueue,
  StoreFull,
  settleWaiting,
} from "./waiting-store.ts";

const RETRY_MS = 4000;
const NO_ROOM =
  "This device has no room left for what is not sent yet, so this was not written down. Get a connection, wait until everything is sent, then do it again.";

const NOT_KEPT =
  "This browser could not keep that on the device, so it was not written down. Reload the page, then do it again.";

export interface VisitEvents {
  readonly visit: VisitState;
  readonly events: readonly VisitEvent[];
  readonly log: LogState;
  /** Does one or several things in the visit, all or none; false when a rule refuses one (the trouble says why). */
  readonly act: (...acts: readonly VisitAct[]) => boolean;
  /** Takes an event back; by its id. With a reason it is struck: it stays readable in the history. */
  readonly undo: (eventId: string, reason?: string) => boolean;
  readonly dismiss: () => void;
  readonly retry: () => void;
  /** Takes an event the server would not take out of the tray, because a person has decided about it. */
  readonly settleTray: (eventId: string) => void;
}

/** What this browser's store holds of a visit. */
export interface HeldHere {
  readonly sent: readonly VisitEvent[];
  readonly queue: Queue;
}

/** Reads what this browser's store holds of a visit, without what the page holds. */
export async function readHeldHere(visitId: string, events: readonly VisitEvent[]): Promise<HeldHere> {
  const sent = await loadSent(visitId, events);
  return { sent, queue: await restoreQueue(visitId, events) };
}

/** A visit that no page has been made of stands in this browser's store alone: the view begins from there. */
function firstLog(events: readonly VisitEvent[], heldHere: HeldHere | undefined): LogState {
  const log = emptyLog(events);
  return heldHere === undefined ? log : changeLog(log, { type: "restored", ...heldHere });
}

/** The visit's events in this browser: acts go through the rules at once, show at once, and are sent until acknowledged. */
export function useVisitEvents({
  visitId,
  eventText,
  actor,
  tables,
  heldHere,
}: Pick<VisitProps, "visitId" | "eventText" | "actor" | "tables"> & {
  /** Read already; absent: this looks. */
  readonly heldHere?: HeldHere;
}): VisitEvents {
  const events = useMemo(() => eventsIn(eventText), [eventText]);
  const [log, change] = useReducer(changeLog, heldHere, (held) => firstLog(events, held));
  const all = useMemo(
    () => (log.waiting.length === 0 ? log.kept : [...log.kept, ...log.waiting]),
    [log.kept, log.waiting],
  );
  const visit = useMemo(() => foldedOnce(all), [all]);

  useEffect(() => {
    let isOver = false;
    readHeldHere(visitId, events).then(
      (held) => {
        if (!isOver) change({ type: "restored", ...held });
      },
      // A browser that keeps nothing holds nothing.
      () => {
        if (!isOver) change({ type: "restored", sent: [], queue: { waiting: [], tray: [] } });
      },
    );
    return () => {
      isOver = true;
    };
  }, [visitId, events]);

  const flush = useCallback(async () => {
    change({ type: "sending" });
    const round = await sendRound(visitId, log.waiting, undefined, log.pace);
    try {
      await settleWaiting(visitId, round.kept, round.refused);
    } catch (error) {
      if (!(error instanceof StoreFull)) console.error(error);
      // What cannot be set aside goes on waiting.
      change({ type: "sent", round: { ...round, refused: [], isUnreachable: true } });
      return;
    }
    change({ type: "sent", round });
  }, [visitId, log.waiting, log.pace]);

  useEffect(() => {
    if (log.waiting.length === 0 || log.storing.size > 0 || log.sending === "sending") return;
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
  }, [log.waiting, log.storing, log.sending, flush]);

  const act = (...acts: readonly VisitAct[]): boolean => {
    const typedAt = new Date().toISOString();
    const added = acts.map((what): VisitEvent => ({ id: uuid(), actor, typedAt, ...what }));
    const refused = firstRefused(all, added, tables);
    if (refused) {
      change({ type: "refused", message: refused.refusal.message });
      return false;
    }
    change({ type: "typed", events: added });
    addWaiting(visitId, added).then(
      () => change({ type: "stored", events: added }),
      (error: unknown) =>
        change({
          type: "not-stored",
          events: added,
          message: error instanceof StoreFull ? NO_ROOM : NOT_KEPT,
        }),
    );
    return true;
  };

  return {
    visit,
    events: all,
    log,
    act,
    undo: (eventId, reason) =>
      act({ kind: "event-undone", undoes: eventId, ...(reason === undefined ? {} : { reason }) }),
    dismiss: () => change({ type: "read" }),
    retry: () => void flush(),
    settleTray: (eventId) => {
      void removeFromTray(new Set([eventId])).then(async () =>
        change({ type: "tray-changed", queue: await loadQueue(visitId) }),
      );
    },
  };
}

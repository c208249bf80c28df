/** What an island knows of its visit: events the server has, events still on their way, and what went wrong. Pure. */
import type { VisitEvent } from "../../core/visit/index.ts";
import { FULL_PACE, type Pace, type Round } from "./send.ts";
import type { Queue, Refused } from "./waiting-store.ts";

export interface LogState {
  readonly kept: readonly VisitEvent[];
  /** Typed here, not acknowledged yet. They are in the browser's store too. */
  readonly waiting: readonly VisitEvent[];
  /** What the server would not take: kept in the browser's store until a person decides. */
  readonly tray: readonly Refused[];
  /** True once the browser's store has been read: before, nobody knows whether anything waits. */
  readonly isRestored: boolean;
  readonly sending: "idle" | "sending" | "offline";
  readonly pace: Pace;
  /** What the user should read: a refusal, or that somebody else wrote. */
  readonly trouble: { readonly kind: "refused" | "stale" | "failed"; readonly message: string } | null;
}

export type LogChange =
  | { readonly type: "restored"; readonly sent: readonly VisitEvent[]; readonly queue: Queue }
  | { readonly type: "typed"; readonly events: readonly VisitEvent[] }
  | { readonly type: "refused"; readonly message: string }
  | { readonly type: "sending" }
  | { readonly type: "sent"; readonly round: Round }
  /** The tray was changed in the browser's store. */
  | { readonly type: "tray-changed"; readonly queue: Queue }
  | { readonly type: "read" };

export function emptyLog(events: readonly VisitEvent[]): LogState {
  return {
    kept: events,
    waiting: [],
    tray: [],
    isRestored: false,
    sending: "idle",
    pace: FULL_PACE,
    trouble: null,
  };
}

export function changeLog(log: LogState, change: LogChange): LogState {
  switch (change.type) {
    case "restored": {
      const known = new Set([...log.kept, ...log.waiting].map((event) => event.id));
      const fresh = (events: readonly VisitEvent[]) => events.filter((event) => !known.has(event.id));
      const sent = fresh(change.sent);
      const isSent = new Set(sent.map((event) => event.id));
      return {
        ...log,
        kept: [...log.kept, ...sent],
        waiting: [...fresh(change.queue.waiting).filter((event) => !isSent.has(event.id)), ...log.waiting],
        tray: change.queue.tray,
        isRestored: true,
      };
    }
    case "typed":
      return { ...log, waiting: [...log.waiting, ...change.events], trouble: null };
    case "refused":
      return { ...log, trouble: { kind: "refused", message: change.message } };
    case "sending":
      return { ...log, sending: "sending" };
    case "sent": {
      const { kept, refused, isUnreachable, trouble, pace } = change.round;
      const gone = new Set([...kept, ...refused.map((each) => each.refused)].map((event) => event.id));
      return {
        ...log,
        kept: [...log.kept, ...kept],
        waiting: log.waiting.filter((event) => !gone.has(event.id)),
        tray: [...log.tray.filter((each) => !gone.has(each.refused.id)), ...refused],
        sending: isUnreachable ? "offline" : "idle",
        pace,
        trouble: trouble ?? log.trouble,
      };
    }
    case "tray-changed": {
      const known = new Set([...log.kept, ...log.waiting].map((event) => event.id));
      return {
        ...log,
        tray: change.queue.tray,
        waiting: [...log.waiting, ...change.queue.waiting.filter((event) => !known.has(event.id))],
      };
    }
    case "read":
      return { ...log, trouble: null };
  }
}

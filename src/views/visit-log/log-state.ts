/** What an island knows of its visit: events the server has, events still on their way, and what went wrong. Pure. */
import type { VisitEvent } from "../../core/visit/index.ts";
import { FULL_PACE, type Pace, type Round } from "./send.ts";
import type { Queue, Refused } from "./waiting-store.ts";

export interface LogState {
  readonly kept: readonly VisitEvent[];
  /** Typed here, not acknowledged yet. */
  readonly waiting: readonly VisitEvent[];
  /** Ids of those the browser's store has not said it holds: until it does, nobody is told that they are kept. */
  readonly storing: ReadonlySet<string>;
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
  /** The browser's store holds what was typed. */
  | { readonly type: "stored"; readonly events: readonly VisitEvent[] }
  /** The browser's store could not take what was typed: nothing of it was written down. */
  | { readonly type: "not-stored"; readonly events: readonly VisitEvent[]; readonly message: string }
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
    storing: new Set(),
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
      return {
        ...log,
        waiting: [...log.waiting, ...change.events],
        storing: new Set([...log.storing, ...change.events.map(({ id }) => id)]),
        trouble: null,
      };
    case "stored": {
      const stored = new Set(change.events.map(({ id }) => id));
      return { ...log, storing: new Set([...log.storing].filter((id) => !stored.has(id))) };
    }
    case "not-stored": {
      const lost = new Set(change.events.map(({ id }) => id));
      return {
        ...log,
        waiting: log.waiting.filter(({ id }) => !lost.has(id)),
        storing: new Set([...log.storing].filter((id) => !lost.has(id))),
        trouble: { kind: "refused", message: change.message },
      };
    }
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

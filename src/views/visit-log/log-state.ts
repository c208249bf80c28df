/** What an island knows of its visit: events the server has, events still on their way, and what went wrong. Pure. */
import type { VisitEvent } from "../../core/visit/index.ts";
import type { Round } from "./send.ts";

export interface LogState {
  readonly kept: readonly VisitEvent[];
  /** Typed here, not acknowledged yet. They are in the browser's store too. */
  readonly waiting: readonly VisitEvent[];
  readonly sending: "idle" | "sending" | "offline";
  /** What the user should read: a refusal, or that somebody else wrote. */
  readonly trouble: { readonly kind: "refused" | "stale" | "failed"; readonly message: string } | null;
}

export type LogChange =
  | {
      readonly type: "restored";
      readonly sent: readonly VisitEvent[];
      readonly waiting: readonly VisitEvent[];
    }
  | { readonly type: "typed"; readonly event: VisitEvent }
  | { readonly type: "refused"; readonly message: string }
  | { readonly type: "sending" }
  | { readonly type: "sent"; readonly round: Round }
  | { readonly type: "read" };

export function emptyLog(events: readonly VisitEvent[]): LogState {
  return { kept: events, waiting: [], sending: "idle", trouble: null };
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
        waiting: [...fresh(change.waiting).filter((event) => !isSent.has(event.id)), ...log.waiting],
      };
    }
    case "typed":
      return { ...log, waiting: [...log.waiting, change.event], trouble: null };
    case "refused":
      return { ...log, trouble: { kind: "refused", message: change.message } };
    case "sending":
      return { ...log, sending: "sending" };
    case "sent": {
      const { kept, dropped, isUnreachable, trouble } = change.round;
      const gone = new Set([...kept, ...dropped].map((event) => event.id));
      return {
        kept: [...log.kept, ...kept],
        waiting: log.waiting.filter((event) => !gone.has(event.id)),
        sending: isUnreachable ? "offline" : "idle",
        trouble: trouble ?? log.trouble,
      };
    }
    case "read":
      return { ...log, trouble: null };
  }
}

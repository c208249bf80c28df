/** What an island knows of its visit: events the server has, events still on their way, and what went wrong. Pure. */
import type { VisitEvent } from "../../core/visit/index.ts";

export interface LogState {
  readonly kept: readonly VisitEvent[];
  /** Typed here, not acknowledged yet. They are in the browser's store too. */
  readonly waiting: readonly VisitEvent[];
  readonly sending: "idle" | "sending" | "offline";
  /** What the user should read: a refusal, or that somebody else wrote. */
  readonly trouble: { readonly kind: "refused" | "stale" | "failed"; readonly message: string } | null;
}

export type LogChange =
  | { readonly type: "restored"; readonly waiting: readonly VisitEvent[] }
  | { readonly type: "typed"; readonly event: VisitEvent }
  | { readonly type: "refused"; readonly message: string }
  | { readonly type: "sending" }
  | { readonly type: "acknowledged"; readonly ids: readonly string[] }
  | { readonly type: "unreachable" }
  | { readonly type: "rejected"; readonly kind: "stale" | "failed" | "refused"; readonly message: string }
  | { readonly type: "read" };

export function emptyLog(events: readonly VisitEvent[]): LogState {
  return { kept: events, waiting: [], sending: "idle", trouble: null };
}

export function changeLog(log: LogState, change: LogChange): LogState {
  switch (change.type) {
    case "restored": {
      const known = new Set([...log.kept, ...log.waiting].map((event) => event.id));
      return { ...log, waiting: [...change.waiting.filter((event) => !known.has(event.id)), ...log.waiting] };
    }
    case "typed":
      return { ...log, waiting: [...log.waiting, change.event], trouble: null };
    case "refused":
      return { ...log, trouble: { kind: "refused", message: change.message } };
    case "sending":
      return { ...log, sending: "sending" };
    case "acknowledged": {
      const done = new Set(change.ids);
      const sent = log.waiting.filter((event) => done.has(event.id));
      return {
        ...log,
        kept: [...log.kept, ...sent],
        waiting: log.waiting.filter((event) => !done.has(event.id)),
        sending: "idle",
      };
    }
    case "unreachable":
      return { ...log, sending: "offline" };
    case "rejected":
      return {
        ...log,
        waiting: [],
        sending: "idle",
        trouble: { kind: change.kind, message: change.message },
      };
    case "read":
      return { ...log, trouble: null };
  }
}

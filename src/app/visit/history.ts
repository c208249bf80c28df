/** The history of a visit: every event there is, struck and undone ones too, as lines somebody can read. */

import { CUSTOMER_BY_LINK } from "../../core/check/index.ts";
import { formatCents } from "../../core/units/index.ts";
import type { VisitEvent, VisitState } from "../../core/visit/index.ts";
import { SOUND_WORDS } from "../../core/watch/index.ts";
import { EVENT_LABELS } from "../../labels/event.ts";
import type { KeptEvent } from "./event-rows.ts";

export interface HistoryLine {
  readonly id: string;
  readonly at: string;
  readonly by: string;
  /** What was done, in a word or two. */
  readonly what: string;
  /** Of which connection; empty: of the visit. */
  readonly where: string;
  /** What was written or seen; empty where the words before say all. */
  readonly about: string;
  /** Taken back: when, by whom and why; null: the event counts. */
  readonly struck: { readonly at: string; readonly by: string; readonly reason: string } | null;
}

function aboutOf(event: VisitEvent): string {
  switch (event.kind) {
    case "visit-opened":
    case "visit-renamed":
      return `${event.title}, ${event.site.name}`;
    case "visit-noted":
    case "connection-noted":
      return event.text;
    case "visit-binned":
    case "visit-cancelled":
    case "connection-removed":
    case "connection-reopened":
    case "photo-removed":
      return event.reason;
    case "step-done":
      return [
        event.step,
        ...(event.together === true ? ["told together"] : []),
        ...(event.override === undefined ? [] : [`out of order: ${event.override}`]),
      ].join(", ");
    case "target-checked":
      return [`${event.target}, ${event.stage}: ${event.result}, ${event.method}`, event.note]
        .filter((part) => part !== "")
        .join("; ");
    case "alert-answered":
      return event.text;
    case "joints-wiped":
      return event.target ?? "all joints";
    case "joint-snugged":
    case "remake-begun":
      return `joint ${event.joint}`;
    case "joint-remade":
      return `joint ${event.joint}: ${event.renewed}`;
    case "exception-written":
      return `${event.target}, ${event.stage}: ${event.reason}`;
    case "connection-signed":
      return [event.name, ...(event.resolved === undefined ? [] : [event.resolved])].join(": ");
    case "stop-proved":
      return `${event.result}, ${event.method.replaceAll("-", " ")}`;
    case "bill-kept":
      return `${event.bill.stage}: ${formatCents(event.bill.totalCents)}`;
    case "hammer-heard":
      return `${event.occasion === "as-found" ? "as found" : "after the run"}: ${SOUND_WORDS[event.sound]}`;
    case "photo-added":
      return event.caption;
    case "hold-recorded":
      return `${event.hold.verdict}${event.hold.source === "simulated" ? ", SIMULATED" : ""}`;
    case "meter-read":
      return `${event.meter.marks} marks in ${event.meter.windowMin} min`;
    case "valve-noted":
      return `${event.valve.name}: ${event.valve.proof}`;
    case "connection-added":
    case "survey-saved":
      return event.survey.label;
    case "plan-chosen":
      return event.plan.parts.map(({ name }) => name).join("; ");
    case "visit-restored":
    case "connection-restored":
    case "event-undone":
      return "";
  }
}

/** Returns the lines of a visit's history, the oldest first. An event that takes another back is told beside the one it took back. */
export function historyOf(
  events: readonly Pick<KeptEvent, "event">[],
  { connections }: Pick<VisitState, "connections">,
): readonly HistoryLine[] {
  const labels = new Map(connections.map(({ id, survey }) => [id, survey.label]));
  const customers = new Set(
    events.flatMap(({ event }) => (event.actor === CUSTOMER_BY_LINK ? [event.id] : [])),
  );
  const struck = new Map(
    events.flatMap(({ event }) =>
      event.kind === "event-undone" && !customers.has(event.undoes)
        ? [[event.undoes, { at: event.typedAt, by: event.actor, reason: event.reason ?? "" }] as const]
        : [],
    ),
  );
  return events.flatMap(({ event }) =>
    event.kind === "event-undone"
      ? []
      : [
          {
            id: event.id,
            at: event.typedAt,
            by: event.actor,
            what: EVENT_LABELS[event.kind],
            where: "connection" in event ? (labels.get(event.connection) ?? "") : "",
            about: aboutOf(event),
            struck: struck.get(event.id) ?? null,
          },
        ],
  );
}

/** Lines of one page of a history. */
export const PAGE_OF_HISTORY = 200;

export interface HistoryPage {
  /** The newest first. */
  readonly lines: readonly HistoryLine[];
  /** Lines before this page, as the number the next page is asked by; null: none. */
  readonly older: number | null;
  /** Number that the page of newer lines is asked by, empty for the first page; null: this is the first page. */
  readonly newer: string | null;
  readonly total: number;
}

/** Returns one page of a visit's history. `before`: number of the line after the page, as an earlier page told; anything else asks for the newest lines. */
export function pageOfHistory(
  { events, state }: { readonly events: readonly Pick<KeptEvent, "event">[]; readonly state: VisitState },
  before: string | null,
): HistoryPage {
  const all = historyOf(events, state);
  const total = all.length;
  const asked = /^\d{1,6}$/.test(before ?? "") ? Number(before) : total;
  const end = Math.min(asked, total);
  const start = Math.max(0, end - PAGE_OF_HISTORY);
  const isFirst = end === total;
  const after = end + PAGE_OF_HISTORY;
  return {
    lines: all.slice(start, end).toReversed(),
    older: start > 0 ? start : null,
    newer: isFirst ? null : after >= total ? "" : String(after),
    total,
  };
}

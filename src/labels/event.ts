import type { VisitEvent } from "../core/visit/index.ts";

/** What an event says was done, in a word or two. */
export const EVENT_LABELS: Readonly<Record<VisitEvent["kind"], string>> = {
  "visit-opened": "visit opened",
  "visit-noted": "note",
  "connection-added": "connection added",
  "connection-removed": "connection removed",
  "connection-noted": "note",
  "survey-saved": "survey saved",
  "plan-chosen": "hookup chosen",
  "step-done": "step ticked",
  "target-checked": "check written down",
  "joint-snugged": "joint snugged",
  "joint-remade": "joint re-made",
  "exception-written": "exception written",
  "connection-signed": "signed",
  "connection-reopened": "re-opened",
  "event-undone": "undone",
  "stop-proved": "stop proved",
  "photo-added": "photo",
  "photo-removed": "photo removed",
  "hold-recorded": "hold kept",
  "meter-read": "meter read",
  "valve-noted": "valve noted",
};

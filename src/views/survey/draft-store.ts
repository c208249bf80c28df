/** Unsaved edits of a survey, kept in this browser until they are saved or left. */
import type { Draft } from "./draft.ts";

interface StoredDraft {
  readonly draft: Draft;
  /** Event that made the survey the edits began from. */
  readonly basedOn: string;
  readonly at: string;
}

const keyOf = (connection: string) => `brass-nut-survey-draft ${connection}`;

function isDraft(value: unknown): value is StoredDraft {
  if (typeof value !== "object" || value === null) return false;
  const draft: unknown = Reflect.get(value, "draft");
  return (
    typeof Reflect.get(value, "basedOn") === "string" &&
    typeof Reflect.get(value, "at") === "string" &&
    typeof draft === "object" &&
    draft !== null &&
    typeof Reflect.get(draft, "survey") === "object" &&
    ["minText", "maxText", "psiText", "lineText", "roomText"].every(
      (name) => typeof Reflect.get(draft, name) === "string",
    )
  );
}

/** Returns the edits of a connection that were not saved; null: there are none that can be read. */
export function loadDraft(connection: string): StoredDraft | null {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(keyOf(connection)) ?? "null");
    return isDraft(value) ? value : null;
  } catch {
    return null;
  }
}

/** Keeps edits, in place of earlier ones. A full store keeps nothing: leaving the page warns all the same. */
export function keepDraft(connection: string, stored: StoredDraft): void {
  try {
    localStorage.setItem(keyOf(connection), JSON.stringify(stored));
  } catch {
    // Nothing is lost that was kept.
  }
}

/** Forgets the edits of a connection: they are saved, or left. */
export function forgetDraft(connection: string): void {
  localStorage.removeItem(keyOf(connection));
}

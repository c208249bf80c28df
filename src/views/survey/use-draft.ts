import isEqual from "fast-deep-equal";
import { useEffect, useRef, useState } from "react";
import type { ConnectionState } from "../../core/visit/index.ts";
import { type Draft, draftOf, readDraft } from "./draft.ts";
import { forgetDraft, keepDraft, loadDraft } from "./draft-store.ts";

interface SurveyDraft {
  readonly draft: Draft;
  readonly change: (make: (now: Draft) => Draft) => void;
  /** Whether something stands on the screen that is not saved. */
  readonly isChanged: boolean;
  /** Event that made the survey the edits began from. */
  readonly basedOn: string;
  /** When edits were found again that an earlier visit to the page had left unsaved, UTC; null: none. */
  readonly foundFrom: string | null;
  readonly saved: () => void;
  readonly leave: () => void;
}

const isSaved = (draft: Draft, { survey }: Pick<ConnectionState, "survey">): boolean => {
  const read = readDraft(draft);
  return read.ok ? isEqual(read.value, survey) : isEqual(draft, draftOf(survey));
};

/** The survey as it is being edited: kept in this browser while it is not saved, and asked about before the page is left. */
export function useDraft(connection: ConnectionState): SurveyDraft {
  const [draft, setDraft] = useState<Draft>(() => draftOf(connection.survey));
  const [basedOn, setBasedOn] = useState(connection.surveyEvent);
  const [foundFrom, setFoundFrom] = useState<string | null>(null);
  const isChanged = !isSaved(draft, connection);
  const { id, surveyEvent } = connection;
  const first = useRef(true);

  useEffect(() => {
    const stored = loadDraft(id);
    if (stored === null) return;
    setDraft(stored.draft);
    setBasedOn(stored.basedOn);
    setFoundFrom(stored.at);
  }, [id]);

  useEffect(() => {
    // What was found again is written by the next edit, not by having been found.
    if (first.current) {
      first.current = false;
      return;
    }
    if (isChanged) keepDraft(id, { draft, basedOn, at: new Date().toISOString() });
    else forgetDraft(id);
  }, [id, draft, basedOn, isChanged]);

  useEffect(() => {
    if (!isChanged) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [isChanged]);

  return {
    draft,
    change: setDraft,
    isChanged,
    basedOn: isChanged ? basedOn : surveyEvent,
    foundFrom: isChanged ? foundFrom : null,
    saved: () => {
      setFoundFrom(null);
      forgetDraft(id);
    },
    leave: () => {
      setDraft(draftOf(connection.survey));
      setBasedOn(surveyEvent);
      setFoundFrom(null);
      forgetDraft(id);
    },
  };
}

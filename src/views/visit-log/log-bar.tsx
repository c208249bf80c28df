/** One line about the visit's events: sent, on their way, waiting for the network, refused; and undo. */
import { useEffect, useRef, useState } from "react";
import { phaseInWords, type VisitEvent } from "../../core/visit/index.ts";
import { EVENT_LABELS } from "../../labels/event.ts";
import { deferred } from "../../ui/deferred.tsx";
import type { VisitLog } from "./use-visit-log.ts";

function SendingStatus({ log: { log, retry } }: { readonly log: Pick<VisitLog, "log" | "retry"> }) {
  if (log.storing.size > 0) return <span>Keeping on this device…</span>;
  if (log.sending === "offline" && log.waiting.length > 0)
    return (
      <span className="text-wet-ink">
        No connection: {log.waiting.length} not sent yet, kept on this device and tried again.{" "}
        <button type="button" className="underline" onClick={retry}>
          Try now
        </button>
      </span>
    );
  if (log.waiting.length > 0) return <span>Sending…</span>;
  if (!log.isRestored) return null;
  return <span data-saved="">All saved</span>;
}

// Loaded once something has been done.
const UndoToast = deferred(async () => (await import("./undo-toast.tsx")).UndoToast, null);

/** An event older than this was not just done, ms: an earlier page had left it unsent. */
const JUST_MS = 3000;

const isJustDone = ({ typedAt }: VisitEvent) => Date.now() - Date.parse(typedAt) < JUST_MS;

/** The event just typed on this page that can be taken back, until it is closed, undone, or followed by another. */
function useJustDone({ last, log }: LogBarProps["log"], undoes: LogBarProps["undoes"]) {
  const [toast, setToast] = useState<VisitEvent | null>(null);
  const seen = useRef<string | null>(null);
  useEffect(() => {
    if ((last?.id ?? null) === seen.current) return;
    seen.current = last?.id ?? null;
    const isTypedHere = last !== null && log.waiting.some(({ id }) => id === last.id);
    setToast(isTypedHere && isJustDone(last) && undoes.includes(last.kind) ? last : null);
  }, [last, log.waiting, undoes]);
  return { toast, close: () => setToast(null) };
}

interface LogBarProps {
  readonly log: Pick<VisitLog, "log" | "retry" | "dismiss" | "undo" | "last"> & {
    /** Absent where the bar speaks for a whole visit. */
    readonly phase?: VisitLog["phase"];
  };
  /** Kinds of events this view takes back: what was done elsewhere is undone there. */
  readonly undoes: readonly VisitEvent["kind"][];
}

function toneOf(phase: VisitLog["phase"]): string {
  if (phase === "weeping" || phase === "overdue") return "text-wet-ink";
  return phase === "done" || phase === "look-back" || phase === "ready" ? "text-dry-ink" : "text-ink";
}

export function LogBar({ log, undoes }: LogBarProps) {
  const { trouble } = log.log;
  const { last } = log;
  const { toast, close } = useJustDone(log, undoes);
  return (
    <div className="no-print mt-2">
      <div className="flex min-h-touch flex-wrap items-center gap-x-4 text-small text-quiet">
        <span role="status">
          <SendingStatus log={log} />
        </span>
        {log.phase && (
          <span className={`mark ${toneOf(log.phase)}`} data-phase={log.phase}>
            {phaseInWords(log.phase)}
          </span>
        )}
        {log.log.tray.length > 0 && (
          <a href="/visits/unsent" className="inline-flex min-h-touch items-center text-wet-ink">
            {log.log.tray.length} not taken by the server: see why
          </a>
        )}
        {last && undoes.includes(last.kind) && (
          <button
            type="button"
            className="min-h-touch cursor-pointer underline"
            onClick={() => log.undo(last.id)}
          >
            Undo: {EVENT_LABELS[last.kind]}
          </button>
        )}
      </div>
      {toast && (
        <UndoToast
          key={toast.id}
          done={EVENT_LABELS[toast.kind]}
          onUndo={() => log.undo(toast.id)}
          onClose={close}
        />
      )}
      {trouble && (
        <div
          role="alert"
          className="my-2 flex flex-wrap items-center justify-between gap-2 border-2 border-wet bg-wet-wash px-3 py-2 max-md:fixed max-md:inset-x-2 max-md:bottom-2 max-md:z-20"
        >
          <p>
            <strong>{trouble.kind === "stale" ? "Somebody else wrote here. " : "Not done. "}</strong>
            {trouble.message}
            {log.log.tray.length > 0 && " What you did is kept on this device."}
          </p>
          {trouble.kind === "stale" ? (
            <button type="button" className="button" onClick={() => window.location.reload()}>
              Reload
            </button>
          ) : (
            <button type="button" className="button" onClick={log.dismiss}>
              OK
            </button>
          )}
        </div>
      )}
    </div>
  );
}

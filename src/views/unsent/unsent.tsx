/** Everything this device holds that the server has not: what waits, what the server would not take and why, pictures too. */
import { useCallback, useEffect, useState } from "react";
import { EVENT_LABELS } from "../../labels/event.ts";
import { dayTimeText } from "../../labels/site-time.ts";
import { Notice } from "../../ui/notice.tsx";
import { begunHere } from "../begin-visit/begun-here.ts";
import { queuesHere } from "../visit-log/other-visits.ts";
import {
  type Queue,
  removeFromTray,
  retryFromTray,
  type UnreadableQueue,
  unreadableQueues,
} from "../visit-log/waiting-store.ts";
import { type HeldPhoto, heldPhotos, releasePhoto, retryPhoto } from "../visit-run-sheet/photo-queue.ts";

interface UnsentVisit {
  readonly queues: readonly (Queue & { readonly visitId: string })[];
  readonly photos: readonly (readonly [id: string, held: HeldPhoto])[];
  readonly unreadable: readonly UnreadableQueue[];
}

async function look(): Promise<UnsentVisit> {
  return {
    queues: await queuesHere(),
    photos: await heldPhotos(),
    unreadable: await unreadableQueues(),
  };
}

/** Hands a file over to whoever sits at the device. */
function download(name: string, blob: Blob): void {
  const href = URL.createObjectURL(blob);
  const link = Object.assign(document.createElement("a"), { href, download: name });
  link.click();
  URL.revokeObjectURL(href);
}

function exportAll({ queues, unreadable }: UnsentVisit): void {
  const text = JSON.stringify({ format: "brass-nut/unsent@1", queues, unreadable }, null, 2);
  download("unsent.json", new Blob([text], { type: "application/json" }));
}

const zone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

function Tray({
  queue,
  onChange,
}: {
  readonly queue: UnsentVisit["queues"][number];
  readonly onChange: () => void;
}) {
  const { visitId, tray, waiting } = queue;
  const all = new Set(tray.map(({ refused }) => refused.id));
  // The server has no page of a visit that was begun here.
  const begun = begunHere(visitId, waiting);
  return (
    <section aria-label={`Visit ${visitId}`} className="mt-5 border-2 border-hairline bg-sheet px-4 py-2">
      <h2 className="text-lead">
        <a className="inline-flex min-h-touch items-center" href={begun?.href ?? `/visits/${visitId}`}>
          {begun === null ? `Visit ${visitId.slice(0, 8)}` : `${begun.title}, begun on this device`}
        </a>{" "}
        <span className="text-body font-normal text-quiet">
          {waiting.length} waiting, {tray.length} not taken
        </span>
      </h2>
      <ul>
        {tray.map(({ refused, reason }) => (
          <li key={refused.id} className="flex flex-wrap items-center gap-x-4 border-t border-hairline py-2">
            <span className="min-w-0 basis-full sm:flex-1 sm:basis-0">
              <strong>{EVENT_LABELS[refused.kind]}</strong>{" "}
              <span className="figure text-quiet">{dayTimeText(refused.typedAt, zone())}</span>
              {"text" in refused && <span className="block">{refused.text}</span>}
              <span className="block text-wet-ink">{reason}</span>
            </span>
            <button
              type="button"
              className="button"
              onClick={() => {
                void retryFromTray(visitId, new Set([refused.id])).then(onChange);
              }}
            >
              Try again
            </button>
            <button
              type="button"
              className="button button-wet"
              onClick={() => {
                if (
                  !window.confirm(
                    `Throw "${EVENT_LABELS[refused.kind]}" away for good? Export first if unsure.`,
                  )
                )
                  return;
                void removeFromTray(new Set([refused.id])).then(onChange);
              }}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {tray.length > 1 && (
        <button
          type="button"
          className="button mt-2"
          onClick={() => {
            void retryFromTray(visitId, all).then(onChange);
          }}
        >
          Try all again, in order
        </button>
      )}
    </section>
  );
}

function Photos({ photos, onChange }: Pick<UnsentVisit, "photos"> & { readonly onChange: () => void }) {
  return (
    <section aria-label="Pictures" className="mt-5 border-2 border-hairline bg-sheet px-4 py-2">
      <h2 className="text-lead">Pictures the server does not have</h2>
      <ul>
        {photos.map(([id, { blob, refused }]) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 border-t border-hairline py-2">
            <span className="min-w-0 basis-full sm:flex-1 sm:basis-0">
              <span className="figure">{Math.round(blob.size / 1000)} kB</span>{" "}
              <span className={refused ? "text-wet-ink" : "text-quiet"}>{refused ?? "on its way"}</span>
            </span>
            <button type="button" className="button" onClick={() => download(`${id}.jpg`, blob)}>
              Save a copy
            </button>
            {refused !== undefined && (
              <>
                <button type="button" className="button" onClick={() => void retryPhoto(id).then(onChange)}>
                  Try again
                </button>
                <button
                  type="button"
                  className="button button-wet"
                  onClick={() => {
                    if (window.confirm("Throw this picture away for good? Save a copy first if unsure."))
                      void releasePhoto(id).then(onChange);
                  }}
                >
                  Remove
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

export function Unsent() {
  const [held, setHeld] = useState<UnsentVisit | null>(null);
  const refresh = useCallback(() => void look().then(setHeld), []);
  useEffect(refresh, [refresh]);
  if (held === null) return <p role="status">Looking…</p>;
  const { queues, photos, unreadable } = held;
  if (queues.length + photos.length + unreadable.length === 0)
    return <p role="status">Nothing: the server has everything that was done on this device.</p>;
  return (
    <>
      <p className="flex flex-wrap gap-3">
        <button type="button" className="button" onClick={() => exportAll(held)}>
          Export all (JSON)
        </button>
      </p>
      {queues.map((queue) => (
        <Tray key={queue.visitId} queue={queue} onChange={refresh} />
      ))}
      {photos.length > 0 && <Photos photos={photos} onChange={refresh} />}
      {unreadable.length > 0 && (
        <Notice tone="wet" className="mt-5">
          {unreadable.length} stored {unreadable.length === 1 ? "list" : "lists"} could not be read. They are
          kept as they are, and go with the export.
        </Notice>
      )}
    </>
  );
}

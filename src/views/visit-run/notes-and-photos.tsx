import { useEffect, useState } from "react";
import { v4 as uuid } from "uuid";
import type { ConnectionState, VisitAct } from "../../core/visit/index.ts";
import { holdPhoto, makeSmall, sendPhotos } from "./photo-queue.ts";

interface NotesAndPhotosProps {
  readonly visitId: string;
  readonly connection: ConnectionState;
  readonly act: (...acts: readonly VisitAct[]) => boolean;
}

const RETRY_MS = 8000;

/** What was seen, in words and pictures, at the connection being worked on. */
export function NotesAndPhotos({ visitId, connection, act }: NotesAndPhotosProps) {
  const [text, setText] = useState("");
  const [state, setState] = useState<"idle" | "working" | "failed">("idle");
  const [onTheWay, setOnTheWay] = useState<ReadonlySet<string>>(new Set());
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each round is one more try.
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    sendPhotos()
      .then((waiting) => {
        setOnTheWay(waiting);
        if (waiting.size > 0) timer = setTimeout(() => setRound((now) => now + 1), RETRY_MS);
      })
      .catch(() => undefined);
    return () => clearTimeout(timer);
  }, [round]);
  const add = async (file: File) => {
    setState("working");
    try {
      const photo = uuid();
      await holdPhoto(visitId, photo, await makeSmall(file));
      setOnTheWay((before) => new Set([...before, photo]));
      act({ kind: "photo-added", connection: connection.id, photo, caption: text.trim().slice(0, 200) });
      setText("");
      setState("idle");
      setRound((now) => now + 1);
    } catch {
      setState("failed");
    }
  };
  return (
    <section
      aria-label={`Notes and pictures, ${connection.survey.label}`}
      className="mt-5 border-t border-rule pt-2"
    >
      <h2 className="text-[1rem]">Notes and pictures: {connection.survey.label}</h2>
      <form
        className="mt-1 grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (act({ kind: "connection-noted", connection: connection.id, text: text.trim() })) setText("");
        }}
      >
        <label>
          <span className="block text-[0.9rem] text-quiet">Seen, done, told; or what the picture shows</span>
          <input
            className="field"
            value={text}
            maxLength={2000}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <p className="flex flex-wrap gap-2">
          <button type="submit" className="button" disabled={text.trim() === ""}>
            Keep the note
          </button>
          <label className="button cursor-pointer focus-within:outline-2">
            {state === "working" ? "Making it small…" : "Add a picture"}
            <input
              type="file"
              accept="image/*"
              className="sr-only"
              onChange={(event) => {
                const file = event.target.files?.[0];
                if (file) void add(file);
                event.target.value = "";
              }}
            />
          </label>
          {onTheWay.size > 0 && (
            <span className="self-center text-wet-ink">
              {onTheWay.size === 1 ? "1 picture" : `${onTheWay.size} pictures`} not sent yet
            </span>
          )}
        </p>
        {state === "failed" && <p className="fault">That file is no picture this browser can read.</p>}
      </form>
      <ul>
        {connection.notes.map((note) => (
          <li key={note.at} className="py-1">
            {note.text} <span className="text-[0.85rem] text-quiet">{note.by}</span>
          </li>
        ))}
      </ul>
      <ul className="flex flex-wrap gap-3">
        {connection.photos.map(({ id, caption }) => (
          <li key={id} className="w-40 text-[0.85rem]">
            {!onTheWay.has(id) && (
              <a href={`/api/v1/visits/${visitId}/photos/${id}`}>
                <img
                  src={`/api/v1/visits/${visitId}/photos/${id}`}
                  alt={caption || "picture without words"}
                  className="max-h-32 border border-rule"
                />
              </a>
            )}
            {caption}
          </li>
        ))}
      </ul>
    </section>
  );
}

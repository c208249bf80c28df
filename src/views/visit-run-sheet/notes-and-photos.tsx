import { useState } from "react";
import { v4 as uuid } from "uuid";
import type { ConnectionState, VisitAct } from "../../core/visit/index.ts";
import { CheckboxField } from "../../ui/choice.tsx";
import { TextField } from "../../ui/field.tsx";
import { cutText } from "../cut-text.ts";
import { makeSmall } from "../small-picture.ts";
import { StrikeForm } from "../strike-form.tsx";
import { releasePhoto } from "./photo-queue.ts";
import { RemovePhoto } from "./remove-photo.tsx";
import { useUnsentPictures } from "./use-unsent-pictures.ts";

interface NotesAndPhotosProps {
  readonly visitId: string;
  readonly connection: ConnectionState;
  readonly act: (...acts: readonly VisitAct[]) => boolean;
  /** Strikes a note, with the reason. */
  readonly strike: (event: string, reason: string) => boolean;
}

/** Longest caption the server takes. */
const MOST_CAPTION = 200;

/** What was seen, in words and pictures, at the connection being worked on. */
export function NotesAndPhotos({ visitId, connection, act, strike }: NotesAndPhotosProps) {
  const [text, setText] = useState("");
  const [isForCustomer, setIsForCustomer] = useState(false);
  const [state, setState] = useState<"idle" | "working" | "unreadable" | "no-room">("idle");
  const { addresses, waiting, hold, lookAgain } = useUnsentPictures();
  const add = async (file: File) => {
    setState("working");
    const small = await makeSmall(file).catch(() => null);
    if (small === null) return setState("unreadable");
    const photo = uuid();
    try {
      await hold(visitId, photo, small);
    } catch {
      return setState("no-room");
    }
    const caption = cutText(text.trim(), MOST_CAPTION);
    if (!act({ kind: "photo-added", connection: connection.id, photo, caption })) {
      // Nobody was told that it is kept.
      await releasePhoto(photo);
      lookAgain();
      return setState("idle");
    }
    setText("");
    setState("idle");
    lookAgain();
  };
  return (
    <section
      aria-label={`Notes and pictures, ${connection.survey.label}`}
      className="mt-5 border-t border-rule pt-2"
    >
      <h2 className="text-body">Notes and pictures: {connection.survey.label}</h2>
      <form
        className="mt-1 grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (
            act({
              kind: "connection-noted",
              connection: connection.id,
              text: text.trim(),
              ...(isForCustomer ? { forCustomer: true as const } : {}),
            })
          ) {
            setText("");
            setIsForCustomer(false);
          }
        }}
      >
        <TextField
          label="Seen, done, told; or what the picture shows"
          value={text}
          maxLength={2000}
          onChange={setText}
        />
        <p className="flex flex-wrap gap-2">
          <CheckboxField
            label="For the customer's record"
            checked={isForCustomer}
            onChange={setIsForCustomer}
          />
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
          {waiting > 0 && (
            <span className="self-center text-wet-ink">
              {waiting === 1 ? "1 picture" : `${waiting} pictures`} not sent yet
            </span>
          )}
        </p>
        {state === "unreadable" && <p className="fault">That file is no picture this browser can read.</p>}
        {state === "no-room" && (
          <p className="fault">
            This device has no room left for pictures: get a connection and wait until those on their way are
            sent.
          </p>
        )}
      </form>
      <ul>
        {connection.notes.map((note) => (
          <li key={note.id} className="py-1">
            {note.text} <span className="text-tiny text-quiet">{note.by}</span>{" "}
            <span className="text-tiny text-quiet">
              {note.isForCustomer ? "on the record" : "stays in the shop"}
            </span>
            <StrikeForm what={`the note: ${note.text}`} onStrike={(reason) => strike(note.id, reason)} />
          </li>
        ))}
      </ul>
      <ul className="flex flex-wrap gap-3">
        {connection.photos.map(({ id, caption }) => (
          <li key={id} className="w-40 text-tiny">
            {addresses !== null && (
              <a href={addresses.get(id) ?? `/api/v1/visits/${visitId}/photos/${id}`}>
                <img
                  src={addresses.get(id) ?? `/api/v1/visits/${visitId}/photos/${id}`}
                  alt={caption || "picture without words"}
                  className="max-h-32 border border-rule"
                />
              </a>
            )}
            {caption}
            <RemovePhoto connection={connection.id} photo={id} caption={caption} act={act} />
          </li>
        ))}
      </ul>
    </section>
  );
}

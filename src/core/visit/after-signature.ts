/** What a signature changes, and what may come after: pictures that are struck, follow-up checks answered wet. */
import type { ConnectionState, Note, StruckPhoto } from "./connection-state.ts";
import { type EventStamp, isCustomersWord, type VisitAct } from "./event.ts";
import { followUpDueAt } from "./follow-up-due.ts";

type Of<K extends VisitAct["kind"]> = EventStamp & Extract<VisitAct, { kind: K }>;

/** Returns the connection signed; its pictures are from then on struck, not deleted. */
export function signedConnection(
  connection: ConnectionState,
  { name, lookBackBy, resolved, left, typedAt: at }: Of<"connection-signed">,
): ConnectionState {
  return {
    ...connection,
    signed: {
      name,
      at,
      lookBackBy,
      lookBackDueAt: followUpDueAt(at),
      resolved: resolved ?? null,
      left: left ?? [],
    },
    signedPhotos: new Set([...connection.signedPhotos, ...connection.photos.map(({ id }) => id)]),
  };
}

/** Returns the connection without a picture; one that a signature stood on is kept among the struck ones. */
export function withoutPhoto(
  connection: ConnectionState,
  { photo: gone, reason }: Of<"photo-removed">,
  note: Note,
): ConnectionState {
  const { photos, signedPhotos, struckPhotos, notes } = connection;
  const struck = photos
    .filter(({ id }) => id === gone && signedPhotos.has(id))
    .map((photo): StruckPhoto => ({ ...photo, reason }));
  return {
    ...connection,
    photos: photos.filter(({ id }) => id !== gone),
    struckPhotos: [...struckPhotos, ...struck],
    notes: [...notes, note],
  };
}

/** Returns the connection with what a follow-up check says of water: a look by a person of the shop answers the ones before. */
export function withWetAnswer(
  connection: ConnectionState,
  { id, stage, result, kind, actor: by, typedAt: at }: Of<"target-checked">,
): ConnectionState {
  if (stage !== "look-back") return connection;
  const open = isCustomersWord({ kind, actor: by }) ? connection.wetAnswers : [];
  return { ...connection, wetAnswers: result === "weeping" ? [...open, { id, at, by }] : open };
}

/** Returns the connection with one wet answer seen to. */
export function withAnswer(
  connection: ConnectionState,
  { answers }: Of<"alert-answered">,
  note: Note,
): ConnectionState {
  return {
    ...connection,
    wetAnswers: connection.wetAnswers.filter(({ id }) => id !== answers),
    notes: [...connection.notes, note],
  };
}

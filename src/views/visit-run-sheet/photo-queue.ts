/** Pictures on their way: made small in the browser, and kept by it until the server has them. */
import { createStore, del, entries, set, update } from "idb-keyval";
import { COME_AGAIN, errorIn } from "../server-answer.ts";
import { loadQueue } from "../visit-log/waiting-store.ts";

export interface HeldPhoto {
  readonly visitId: string;
  readonly blob: Blob;
  /** The server's own words why it would not take the picture; absent: on its way. */
  readonly refused?: string;
}

const store = () => createStore("brass-nut", "photos");

/** Errors: whatever the browser throws when it has no more room. */
export async function holdPhoto(visitId: string, photo: string, blob: Blob): Promise<void> {
  await set(photo, { visitId, blob } satisfies HeldPhoto, store());
}

/** Lets a picture go: only when the server has it, or a person has asked for exactly that. */
export async function releasePhoto(photo: string): Promise<void> {
  await del(photo, store());
}

export async function heldPhotos(): Promise<readonly (readonly [id: string, held: HeldPhoto])[]> {
  return entries<string, HeldPhoto>(store());
}

/** Puts a refused picture on its way again. */
export async function retryPhoto(photo: string): Promise<void> {
  await update<HeldPhoto | undefined>(
    photo,
    (held) => held && { visitId: held.visitId, blob: held.blob },
    store(),
  );
}

/** "kept": the server has the picture; "later": try again; otherwise the server's words why it never will as things are. */
type Fate = "kept" | "later" | { readonly refused: string };

/** What an answer means for a picture. Pure. */
export function fateOf(status: number, message: string | null): Fate {
  if (status >= 200 && status < 300) return "kept";
  if (status >= 500 || COME_AGAIN.has(status)) return "later";
  return { refused: message ?? `The server answered ${status}.` };
}

async function send(photo: string, { visitId, blob }: HeldPhoto): Promise<Fate> {
  try {
    const response = await fetch(`/api/v1/visits/${visitId}/photos/${photo}`, {
      method: "PUT",
      headers: { "content-type": blob.type },
      body: blob,
    });
    const body: unknown = response.ok ? null : await response.json().catch(() => null);
    return fateOf(response.status, errorIn(body).message);
  } catch {
    return "later";
  }
}

/** Sends what is held; returns those that still wait. A picture the server will not take stays, with the reason. */
export async function sendPhotos(): Promise<ReadonlySet<string>> {
  const left = new Set<string>();
  for (const [photo, held] of await heldPhotos()) {
    if (held.refused !== undefined) continue;
    // A visit that was begun on this device is opened first.
    if ((await loadQueue(held.visitId)).waiting.some(({ kind }) => kind === "visit-opened")) {
      left.add(photo);
      continue;
    }
    const fate = await send(photo, held);
    if (fate === "kept") await releasePhoto(photo);
    else if (fate === "later") left.add(photo);
    else await set(photo, { ...held, refused: fate.refused } satisfies HeldPhoto, store());
  }
  return left;
}

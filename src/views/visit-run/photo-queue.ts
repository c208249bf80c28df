/** Pictures on their way: made small in the browser, kept by it until the server has them. */
import { createStore, del, entries, set } from "idb-keyval";

/** Longest side that is kept, pixels; largest file, MB: a nut is read well at this, and a cellar's signal carries it. */
const LONGEST_SIDE = 1600;
const MOST_MB = 0.6;

interface Held {
  readonly visitId: string;
  readonly blob: Blob;
}

const store = () => createStore("brass-nut", "photos");

/** The picture made small, as JPEG. Errors: Error when the file is no picture this browser can read. */
export async function makeSmall(file: File): Promise<Blob> {
  const { default: compress } = await import("browser-image-compression");
  // Its own worker would load a script from elsewhere.
  return compress(file, {
    maxSizeMB: MOST_MB,
    maxWidthOrHeight: LONGEST_SIDE,
    useWebWorker: false,
    fileType: "image/jpeg",
  });
}

export async function holdPhoto(visitId: string, photo: string, blob: Blob): Promise<void> {
  await set(photo, { visitId, blob } satisfies Held, store());
}

/** Sends what is held; returns those that still wait. A picture the server will never take is let go. */
export async function sendPhotos(): Promise<ReadonlySet<string>> {
  const held = await entries<string, Held>(store());
  const left = new Set<string>();
  for (const [photo, { visitId, blob }] of held)
    try {
      const response = await fetch(`/api/v1/visits/${visitId}/photos/${photo}`, {
        method: "PUT",
        headers: { "content-type": blob.type },
        body: blob,
      });
      if (response.ok || (response.status >= 400 && response.status < 500)) await del(photo, store());
      else left.add(photo);
    } catch {
      left.add(photo);
    }
  return left;
}

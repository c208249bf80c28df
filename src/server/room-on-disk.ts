/** Whether there is room to write: a database that runs out of disk stops, so writes are refused a little before. */
import { statfs } from "node:fs/promises";

/** Writes are refused below this, bytes: PostgreSQL takes 16 MB at a time for its log, and reading needs some too. */
export const LEAST_ROOM_BYTES = 64_000_000;
/** A look is good for this long, ms. */
const GOOD_FOR_MS = 1000;

async function freeBytes(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/** Asks now and then; true while there is room, or nobody can tell. */
export function roomOn(
  folder: string | undefined,
  free: (folder: string) => Promise<number> = freeBytes,
): () => Promise<boolean> {
  if (folder === undefined) return async () => true;
  let looked = Number.NEGATIVE_INFINITY;
  let answer: Promise<boolean> = Promise.resolve(true);
  return () => {
    const now = performance.now();
    if (now - looked > GOOD_FOR_MS) {
      looked = now;
      answer = free(folder).then(
        (bytes) => bytes >= LEAST_ROOM_BYTES,
        () => true,
      );
    }
    return answer;
  };
}

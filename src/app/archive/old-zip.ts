/** Archives of earlier versions: ZIP files, read whole into memory. */
import { open, readFile } from "node:fs/promises";
import { Readable } from "node:stream";
import JSZip from "jszip";
import { AppError } from "../http/app-error.ts";

/** First bytes of a ZIP file. */
const MAGIC = "504b";

/** Returns true for a ZIP file. */
export async function isZip(file: string): Promise<boolean> {
  const handle = await open(file, "r");
  try {
    const { buffer } = await handle.read(Buffer.alloc(2), 0, 2, 0);
    return buffer.toString("hex") === MAGIC;
  } finally {
    await handle.close();
  }
}

/** Returns the entries of a ZIP file in the order they stand. Errors: AppError invalid. */
export async function* zipEntries(
  file: string,
): AsyncGenerator<{ readonly name: string; readonly content: Readable }> {
  const zip = await JSZip.loadAsync(await readFile(file)).catch((cause: unknown) => {
    throw new AppError("invalid", "This is no archive of a shop.", [], { cause });
  });
  for (const entry of Object.values(zip.files))
    if (!entry.dir) yield { name: entry.name, content: Readable.from([await entry.async("nodebuffer")]) };
}

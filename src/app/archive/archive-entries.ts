/** What stands in an archive, as a stream from its first entry to its manifest, and whether that is what was written. */
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { extract } from "tar-stream";
import { type ArchiveManifest, archiveManifest } from "../../schema/shop-archive.ts";
import { AppError } from "../http/app-error.ts";
import { isZip, zipEntries } from "./old-zip.ts";

/** Name of the last entry. */
export const MANIFEST = "manifest.json";

/** Begins a checksum as the manifest has them. */
export const sha256 = () => createHash("sha256");

/** An entry of an archive, its content as a stream that must be read to its end. */
interface ArchiveEntry {
  readonly name: string;
  readonly content: Readable;
}

const brokenOff = (cause: unknown) =>
  new AppError("invalid", "The archive breaks off: it is not whole. Take another copy.", [], { cause });

/** The bytes of an entry; a file that ends within it is told as such. */
async function* bytesOf(entry: AsyncIterable<unknown>): AsyncGenerator<Uint8Array> {
  try {
    for await (const part of entry) if (part instanceof Uint8Array) yield part;
  } catch (error) {
    throw brokenOff(error);
  }
}

async function* tarEntries(file: string): AsyncGenerator<ArchiveEntry> {
  const reader = extract();
  const source = createReadStream(file);
  const read = pipeline(source, reader);
  read.catch(() => undefined);
  try {
    for await (const entry of reader) {
      yield { name: entry.header.name, content: Readable.from(bytesOf(entry)) };
      // What nobody has read is passed over.
      entry.resume();
    }
    await read;
  } catch (error) {
    throw error instanceof AppError ? error : brokenOff(error);
  } finally {
    source.destroy();
  }
}

/** Returns the entries of an archive in the order they stand; those of earlier versions are ZIP files. */
export const entriesOf = async (file: string): Promise<AsyncIterable<ArchiveEntry>> =>
  (await isZip(file)) ? zipEntries(file) : tarEntries(file);

async function textOf(content: Readable): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of content) parts.push(Buffer.from(part));
  return Buffer.concat(parts).toString();
}

/** JSON of a text; undefined: the text is none. */
function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Returns what is wrong with an archive before anything of it is read in; empty: nothing. Errors: AppError invalid where it is none. */
export async function faultsOf(file: string): Promise<readonly string[]> {
  const found = new Map<string, { readonly sha256: string; readonly rows: number }>();
  let manifest: ArchiveManifest | null = null;
  for await (const { name, content } of await entriesOf(file)) {
    if (name === MANIFEST) {
      const parsed = archiveManifest.safeParse(jsonIn(await textOf(content)));
      if (!parsed.success)
        throw new AppError("invalid", `${MANIFEST}: does not say that this is an archive of a shop.`);
      manifest = parsed.data;
      continue;
    }
    const hash = sha256();
    let rows = 0;
    for await (const part of content) {
      const bytes = Buffer.from(part);
      hash.update(bytes);
      for (const byte of bytes) if (byte === 10) rows += 1;
    }
    found.set(name, { sha256: hash.digest("hex"), rows });
  }
  if (manifest === null)
    throw new AppError(
      "invalid",
      `${MANIFEST} is missing: this is no archive of a shop, or the archive breaks off.`,
    );
  return manifest.entries.flatMap(({ name, sha256: wanted, rows }) => {
    const entry = found.get(name);
    if (entry === undefined) return [`${name}: is missing`];
    if (rows !== undefined && entry.rows !== rows) return [`${name}: has ${entry.rows} rows of ${rows}`];
    return entry.sha256 === wanted ? [] : [`${name}: its content is not what was written`];
  });
}

/** Checks an archive without reading it in. Errors: AppError invalid naming what is missing or changed. */
export async function checkArchive(file: string): Promise<void> {
  const faults = await faultsOf(file);
  if (faults.length > 0)
    throw new AppError(
      "invalid",
      `The archive is damaged: ${faults.slice(0, 20).join("; ")}${faults.length > 20 ? `; and ${faults.length - 20} more` : ""}.`,
    );
}

/**
 * The whole shop as one archive, and back into an empty installation. The archive is a tar that is written and read as a
 * stream, whatever its size: tables as JSON lines, pictures, CSV files for other programs, and at the end a manifest with the
 * size and checksum of each entry, so that a file that breaks off is known for one.
 */
import { createReadStream, createWriteStream } from "node:fs";
import { open, rename, rm, stat } from "node:fs/promises";
import { createInterface } from "node:readline";
import type { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { type Pack, pack } from "tar-stream";
import {
  ARCHIVE_TABLES,
  type ArchiveTable,
  continueNumbers,
  insertLines,
  insertPhoto,
  isEmptyShop,
  photoKeys,
  tableLines,
} from "../../db/archive.ts";
import type { Db, Pool } from "../../db/client.ts";
import { readPhoto } from "../../db/photo.ts";
import { eventsOf, setEventAside, visitIds } from "../../db/visit.ts";
import { ARCHIVE_FORMAT, type ArchiveManifest, archiveRows } from "../../schema/shop-archive.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { exportCatalogue } from "../shop/shop.ts";
import { exportTruck } from "../shop/truck.ts";
import { whyUnreadable } from "../visit/event-rows.ts";
import { rebuildProjections } from "../visit/rebuild.ts";
import { checkArchive, entriesOf, faultsOf, MANIFEST, sha256 } from "./archive-entries.ts";

type ArchiveTools = Pick<Context, "tables" | "plannerIndex" | "compute"> & { readonly sql: Pool };

const TABLES = Object.keys(ARCHIVE_TABLES).filter((name): name is ArchiveTable => name in ARCHIVE_TABLES);
/** Only whoever runs the shop may read its archive. */
const OWN_FILE = 0o600;
/** Every entry has one date: the same shop gives the same file. */
const NO_DATE = new Date(0);
/** Lines that are checked and written with one statement. */
const LINES_AT_ONCE = 1000;

/** Puts an entry into a tar whose reader may be slow. */
function put(into: Pack, name: string, content: Buffer): Promise<void> {
  return new Promise((resolve, reject) => {
    into.entry({ name, mtime: NO_DATE, mode: OWN_FILE }, content, (error) =>
      error ? reject(error) : resolve(),
    );
  });
}

/** Puts a file in as an entry: its size must be known before its first byte. */
async function putFile(into: Pack, name: string, file: string): Promise<void> {
  const { size } = await stat(file);
  const entry = into.entry({ name, size, mtime: NO_DATE, mode: OWN_FILE });
  await pipeline(createReadStream(file), entry);
}

/** Writes a table's lines beside the archive; returns how many there are and their checksum. */
async function spoolTable(sql: Db, table: ArchiveTable, file: string) {
  const hash = sha256();
  let rows = 0;
  const out = await open(file, "w", OWN_FILE);
  try {
    const portions: string[] = [];
    const flush = async () => {
      if (portions.length > 0) await out.write(portions.splice(0).join(""));
    };
    await tableLines(sql, table, async (lines) => {
      rows += lines.length;
      for (const line of lines) {
        hash.update(`${line}\n`);
        portions.push(`${line}\n`);
      }
      await flush();
    });
  } finally {
    await out.close();
  }
  return { name: `${table}.jsonl`, rows, sha256: hash.digest("hex") };
}

/** Writes the whole shop into a file: the same file again for the same shop, byte for byte. */
export async function writeArchive(context: ArchiveTools, file: string): Promise<void> {
  const tar = pack();
  const written = pipeline(tar, createWriteStream(file, { mode: OWN_FILE }));
  // Awaited below; a fault of the disk must not end the process before.
  written.catch(() => undefined);
  const spool = `${file}.table`;
  try {
    const entries: ArchiveManifest["entries"][number][] = [];
    // One view of the database, however long the writing takes.
    await context.sql.begin("isolation level repeatable read read only", async (tx) => {
      for (const table of TABLES) {
        entries.push(await spoolTable(tx, table, spool));
        await putFile(tar, `${table}.jsonl`, spool);
      }
      for (const { visitId, photoId } of await photoKeys(tx)) {
        const bytes = await readPhoto(tx, visitId, photoId);
        if (!bytes) continue;
        const name = `photos/${visitId}/${photoId}`;
        entries.push({ name, sha256: sha256().update(bytes).digest("hex") });
        await put(tar, name, bytes);
      }
    });
    await put(tar, "catalogue.csv", Buffer.from(await exportCatalogue(context)));
    await put(tar, "truck.csv", Buffer.from(await exportTruck(context)));
    const manifest: ArchiveManifest = { format: ARCHIVE_FORMAT, entries };
    await put(tar, MANIFEST, Buffer.from(`${JSON.stringify(manifest)}\n`));
    tar.finalize();
    await written;
  } catch (error) {
    tar.destroy();
    throw error;
  } finally {
    await rm(spool, { force: true });
  }
}

/** Longest one statement of an archive may take, ms: a whole table of a large shop. */
export const ARCHIVE_STATEMENT_MS = 600_000;

/**
 * Writes the whole shop into a file that gets its name once it is read back: a copy that cannot be read is none, and none is left behind.
 * Errors: whatever keeps it from being written; AppError invalid naming what reads wrong.
 */
export async function writeArchiveReadBack(context: ArchiveTools, file: string): Promise<void> {
  const part = `${file}.part`;
  try {
    await writeArchive(context, part);
    await checkEveryRow(part);
    await rename(part, file);
  } finally {
    await rm(part, { force: true });
  }
}

/** A line of a table that is left out, and why. */
export interface LeftOut {
  readonly where: string;
  readonly why: string;
}

/** Why a line is no row of its table; null: it is one. */
function lineFault(table: ArchiveTable, line: string): string | null {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    return "is no JSON";
  }
  const parsed = archiveRows[table].safeParse(value);
  const [fault] = parsed.success ? [] : parsed.error.issues;
  return fault === undefined ? null : `${fault.path.map(String).join(".")}: ${fault.message}`;
}

async function readTable(
  sql: Db,
  table: ArchiveTable,
  content: Readable,
  leaveOut: (left: LeftOut) => void,
): Promise<void> {
  const columns = Object.keys(archiveRows[table].shape);
  const portion: string[] = [];
  let at = 0;
  const flush = () => insertLines(sql, table, columns, portion.splice(0));
  for await (const line of createInterface({ input: content, crlfDelay: Number.POSITIVE_INFINITY })) {
    at += 1;
    if (line === "") continue;
    const why = lineFault(table, line);
    if (why !== null) leaveOut({ where: `${table}.jsonl line ${at}`, why });
    else portion.push(line);
    if (portion.length >= LINES_AT_ONCE) await flush();
  }
  await flush();
}

/** Sets every event that cannot be read aside, so that the rest of its visit can. */
async function setUnreadableAside(sql: Db, leaveOut: (left: LeftOut) => void): Promise<void> {
  for (const id of await visitIds(sql))
    for (const event of await eventsOf(sql, [id])) {
      const why = whyUnreadable(event);
      if (why === null) continue;
      await setEventAside(sql, { visitId: id, eventId: event.eventId, reason: why });
      leaveOut({ where: `visit ${id}, event ${event.eventId} (number ${event.seq})`, why });
    }
}

const PHOTO = /^photos\/([0-9a-f-]{36})\/([0-9a-f-]{36})$/;
const TABLE = /^([a-z_]+)\.jsonl$/;

export interface ReadArchive {
  readonly visits: number;
  readonly photos: number;
  /** Events that could not be read and are set aside; with `isSalvage` also lines and pictures that are not there. */
  readonly leftOut: readonly LeftOut[];
}

/** Reads an archive through as `readArchive` would, into nothing: every row of every table. Errors: AppError invalid naming the line. */
export async function checkEveryRow(file: string): Promise<void> {
  await checkArchive(file);
  for await (const { name, content } of await entriesOf(file)) {
    const table = TABLES.find((each) => each === TABLE.exec(name)?.[1]);
    if (table === undefined) {
      content.resume();
      continue;
    }
    let at = 0;
    for await (const line of createInterface({ input: content, crlfDelay: Number.POSITIVE_INFINITY })) {
      at += 1;
      const why = line === "" ? null : lineFault(table, line);
      if (why !== null) throw new AppError("invalid", `${name} line ${at}, ${why}`);
    }
  }
}

/**
 * Reads an archive into an empty installation, whole or not at all; everything that repeats the events is made again. Single
 * events that cannot be read are set aside and told. `context.sql` connects as the owner of the tables. `isSalvage`: of a
 * damaged archive everything is read that can be.
 * Errors: AppError conflict where something is here already; invalid naming file, line and field.
 */
export async function readArchive(
  context: ArchiveTools,
  file: string,
  { isSalvage = false }: { readonly isSalvage?: boolean } = {},
): Promise<ReadArchive> {
  const leftOut: LeftOut[] = [];
  if (isSalvage)
    for (const fault of await faultsOf(file).catch((error: unknown) => [String(error)]))
      leftOut.push({ where: "archive", why: fault });
  else await checkArchive(file);
  let photos = 0;
  await context.sql.begin(async (tx) => {
    if (!(await isEmptyShop(tx)))
      throw new AppError(
        "conflict",
        "Something is here already: an archive is read into an empty installation.",
      );
    const leaveOut = (left: LeftOut) => {
      if (!isSalvage) throw new AppError("invalid", `${left.where}, ${left.why}`);
      leftOut.push(left);
    };
    const entries = await entriesOf(file);
    try {
      for await (const { name, content } of entries) {
        const table = TABLES.find((each) => each === TABLE.exec(name)?.[1]);
        const [, visit, photo] = PHOTO.exec(name) ?? [];
        if (table !== undefined) await readTable(tx, table, content, leaveOut);
        else if (visit !== undefined && photo !== undefined) {
          const parts: Buffer[] = [];
          for await (const part of content) parts.push(Buffer.from(part));
          await insertPhoto(tx, visit, photo, Buffer.concat(parts));
          photos += 1;
        }
      }
    } catch (error) {
      // What stands before the place where the file breaks off is there.
      if (!isSalvage || !(error instanceof AppError)) throw error;
    }
    await continueNumbers(tx);
    await setUnreadableAside(tx, (left) => leftOut.push(left));
  });
  return { visits: await rebuildProjections(context), photos, leftOut };
}

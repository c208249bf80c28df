/** The whole shop as one archive, and back into an empty installation. */
import JSZip from "jszip";
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
import { eventsOf, visitIds } from "../../db/visit.ts";
import { ARCHIVE_FORMAT, archiveManifest, archiveRows } from "../../schema/shop-archive.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { exportCatalogue } from "../shop/shop.ts";
import { exportTruck } from "../shop/truck.ts";
import { whyUnreadable } from "../visit/event-rows.ts";
import { rebuildProjections } from "../visit/rebuild.ts";
import { steadyZip } from "./steady-zip.ts";

type ArchiveTools = Pick<Context, "tables" | "plannerIndex" | "compute"> & { readonly sql: Pool };

const TABLES = Object.keys(ARCHIVE_TABLES).filter((name): name is ArchiveTable => name in ARCHIVE_TABLES);

/** Writes the whole shop: the same archive again for the same shop, byte for byte. */
export async function writeArchive(context: ArchiveTools): Promise<Uint8Array> {
  const { add, bytes: zipped } = steadyZip();
  add("manifest.json", `${JSON.stringify({ format: ARCHIVE_FORMAT })}\n`);
  // One view of the database, however long the writing takes.
  await context.sql.begin("isolation level repeatable read read only", async (tx) => {
    for (const table of TABLES) {
      const lines: string[] = [];
      await tableLines(tx, table, (portion) => lines.push(...portion));
      add(`${table}.jsonl`, lines.map((line) => `${line}\n`).join(""));
    }
    for (const { visitId, photoId } of await photoKeys(tx)) {
      const bytes = await readPhoto(tx, visitId, photoId);
      if (bytes) add(`photos/${visitId}/${photoId}`, bytes);
    }
  });
  add("catalogue.csv", await exportCatalogue(context));
  add("truck.csv", await exportTruck(context));
  return zipped();
}

/** Lines of a table's file, each checked. Errors: AppError invalid naming file, line and field. */
async function checkedLines(zip: JSZip, table: ArchiveTable): Promise<readonly string[]> {
  const text = (await zip.file(`${table}.jsonl`)?.async("string")) ?? "";
  const lines = text.split("\n").filter((line) => line !== "");
  for (const [at, line] of lines.entries()) {
    let value: unknown;
    try {
      value = JSON.parse(line);
    } catch (cause) {
      throw new AppError("invalid", `${table}.jsonl line ${at + 1}: is no JSON.`, [], { cause });
    }
    const parsed = archiveRows[table].safeParse(value);
    const [fault] = parsed.success ? [] : parsed.error.issues;
    if (fault)
      throw new AppError(
        "invalid",
        `${table}.jsonl line ${at + 1}, ${fault.path.map(String).join(".")}: ${fault.message}`,
      );
  }
  return lines;
}

/** Checks that every event of a visit that counts can be read. Errors: AppError invalid naming the event. */
async function checkEvents(sql: Db): Promise<void> {
  for (const id of await visitIds(sql))
    for (const event of await eventsOf(sql, [id])) {
      const why = whyUnreadable(event);
      if (why !== null)
        throw new AppError("invalid", `visit_event.jsonl: event ${event.eventId} cannot be read: ${why}`);
    }
}

const PHOTO = /^photos\/([0-9a-f-]{36})\/([0-9a-f-]{36})$/;

export interface ReadArchive {
  readonly visits: number;
  readonly photos: number;
}

/**
 * Reads an archive into an empty installation, whole or not at all; everything that repeats the events is made again.
 * `context.sql` connects as the owner of the tables.
 * Errors: AppError conflict where something is here already; invalid naming file, line and field.
 */
export async function readArchive(context: ArchiveTools, bytes: Uint8Array): Promise<ReadArchive> {
  const zip = await JSZip.loadAsync(bytes).catch((cause: unknown) => {
    throw new AppError("invalid", "This is no archive of a shop.", [], { cause });
  });
  const manifest = await zip.file("manifest.json")?.async("string");
  if (manifest === undefined || !archiveManifest.safeParse(JSON.parse(manifest)).success)
    throw new AppError("invalid", `manifest.json: does not say that this is ${ARCHIVE_FORMAT}.`);
  const photos = Object.keys(zip.files).flatMap((name) => {
    const [, visit, photo] = PHOTO.exec(name) ?? [];
    return visit === undefined || photo === undefined ? [] : [{ name, visit, photo }];
  });
  await context.sql.begin(async (tx) => {
    if (!(await isEmptyShop(tx)))
      throw new AppError(
        "conflict",
        "Something is here already: an archive is read into an empty installation.",
      );
    for (const table of TABLES)
      await insertLines(tx, table, Object.keys(archiveRows[table].shape), await checkedLines(zip, table));
    for (const { name, visit, photo } of photos) {
      const picture = await zip.file(name)?.async("uint8array");
      if (picture) await insertPhoto(tx, visit, photo, picture);
    }
    await continueNumbers(tx);
    await checkEvents(tx);
  });
  return { visits: await rebuildProjections(context), photos: photos.length };
}

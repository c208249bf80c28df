/** A visit with its pictures as one file (ZIP), and back: the visit's JSON beside a picture for each that is shown. */

import JSZip from "jszip";
import { z } from "zod";
import type { VisitState } from "../../core/visit/index.ts";
import { readPhoto } from "../../db/photo.ts";
import { steadyZip } from "../archive/steady-zip.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { checkPicture, keepPhoto, MOST_PHOTOS, MOST_PICTURE_BYTES } from "./photos.ts";
import { type AddedEvents, readVisit } from "./visit.ts";
import { exportVisit, importVisit } from "./visit-file.ts";

const VISIT_JSON = "visit.json";
const PICTURES = "pictures/";
/** Largest visit that is unpacked, bytes: twice the largest log a visit may have. */
const MOST_JSON_BYTES = 16_000_000;
/** First bytes of a ZIP file. */
const ZIP_START = "504b0304";

const pictureId = z.uuid().toLowerCase();

/** Pictures of a visit that are shown: those of its connections, and of valves it was the one to take. */
const picturesOf = (id: string, { connections, valves }: VisitState): readonly string[] => [
  ...connections.flatMap(({ photos }) => photos.map((photo) => photo.id)),
  ...valves.flatMap(({ picture }) => (picture?.visit === id ? [picture.photo] : [])),
];

/** Returns the visit's file with its pictures: the same file again for the same visit. Errors: AppError not-found, unreadable. */
export async function exportVisitArchive(
  context: Pick<Context, "sql" | "tables">,
  id: string,
): Promise<Uint8Array> {
  const [exported, { state }] = [await exportVisit(context, id), await readVisit(context, id)];
  const { add, bytes: zipped } = steadyZip();
  add(VISIT_JSON, JSON.stringify(exported));
  for (const photo of picturesOf(id, state)) {
    const bytes = await readPhoto(context.sql, id, photo);
    if (bytes) add(`${PICTURES}${photo}`, bytes);
  }
  return zipped();
}

const unfit = (message: string) =>
  new AppError("invalid", `The file ${message}.`, [{ path: "file", message }]);

/** Unpacks an entry up to a size: a small file may unpack to far more than there is room for. Errors: AppError too-large, invalid. */
function unpack(entry: JSZip.JSZipObject, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const chunks: Uint8Array[] = [];
    let length = 0;
    const stream = entry.nodeStream();
    stream.on("data", (chunk: Uint8Array) => {
      length += chunk.length;
      if (length <= most) chunks.push(chunk);
      else {
        stream.pause();
        reject(new AppError("too-large", `${entry.name} in the file is larger than ${most / 1000} kB.`));
      }
    });
    stream.on("end", () => resolve(Buffer.concat(chunks)));
    stream.on("error", () => reject(unfit(`is damaged at ${entry.name}`)));
  });
}

async function unzipped(bytes: Buffer): Promise<JSZip> {
  try {
    return await JSZip.loadAsync(bytes);
  } catch {
    throw unfit("is damaged: it cannot be unpacked");
  }
}

/** A visit that was read from a file, and how many pictures came with it. */
export interface ImportedVisit extends AddedEvents {
  readonly pictures: number;
}

/**
 * Reads a visit from its file, with pictures or without. Every picture is looked at before the first event is kept; pictures the
 * visit does not show are left out. Errors: as importVisit; AppError invalid and too-large for what is packed in the file.
 */
export async function importVisitArchive(
  context: Context,
  file: Buffer,
  signal?: AbortSignal,
): Promise<ImportedVisit> {
  if (file.subarray(0, 4).toString("hex") !== ZIP_START)
    return { ...(await importVisit(context, file.toString("utf8"), signal)), pictures: 0 };
  const zip = await unzipped(file);
  const json = zip.file(VISIT_JSON);
  if (json === null) throw unfit(`has no ${VISIT_JSON} in it`);
  const text = (await unpack(json, MOST_JSON_BYTES)).toString("utf8");
  const entries = zip.filter((name, { dir }) => !dir && name.startsWith(PICTURES));
  if (entries.length > MOST_PHOTOS)
    throw unfit(`has more than the ${MOST_PHOTOS} pictures a visit keeps in it`);
  const pictures: { readonly id: string; readonly bytes: Buffer }[] = [];
  for (const entry of entries) {
    const id = pictureId.safeParse(entry.name.slice(PICTURES.length));
    if (!id.success) throw unfit(`has a picture without an id in it: ${entry.name}`);
    const bytes = await unpack(entry, MOST_PICTURE_BYTES);
    checkPicture(bytes);
    pictures.push({ id: id.data, bytes });
  }
  const added = await importVisit(context, text, signal);
  const { state } = await readVisit(context, added.visit);
  const shown = new Set(picturesOf(added.visit, state));
  const wanted = pictures.filter(({ id }) => shown.has(id));
  for (const { id, bytes } of wanted) await keepPhoto(context, added.visit, id, bytes);
  return { ...added, pictures: wanted.length };
}

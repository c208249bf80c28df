/** A visit with its pictures as one file (ZIP), and back: the visit's JSON beside a picture for each that is shown. */

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
  const limits = { mostPictures: MOST_PHOTOS, mostPictureBytes: MOST_PICTURE_BYTES };
  const unpacked = await context.compute.run("unpackVisit", { file, limits }, signal);
  if ("unfit" in unpacked) throw unfit(unpacked.unfit);
  if ("tooLarge" in unpacked) {
    const { entry, most } = unpacked.tooLarge;
    throw new AppError("too-large", `${entry} in the file is larger than ${most / 1000} kB.`);
  }
  const pictures = unpacked.pictures.map(({ name, bytes: packed }) => {
    const bytes = Buffer.from(packed.buffer, packed.byteOffset, packed.byteLength);
    const id = pictureId.safeParse(name);
    if (!id.success) throw unfit(`has a picture without an id in it: ${PICTURES}${name}`);
    checkPicture(bytes);
    return { id: id.data, bytes };
  });
  const added = await importVisit(context, unpacked.text, signal);
  const { state } = await readVisit(context, added.visit);
  const shown = new Set(picturesOf(added.visit, state));
  const wanted = pictures.filter(({ id }) => shown.has(id));
  for (const { id, bytes } of wanted) await keepPhoto(context, added.visit, id, bytes);
  return { ...added, pictures: wanted.length };
}

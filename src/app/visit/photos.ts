/** Keeping and showing the pictures of a visit. */
import { addPhoto, isPhotoRemoved, photoBytes, readPhoto } from "../../db/photo.ts";
import { transact } from "../../db/transact.ts";
import { lockVisit } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { AppError, notFound } from "../http/app-error.ts";
import { pictureAnswer, pictureType, pixelFault } from "../http/picture.ts";

/** Largest picture, bytes: the browser makes them smaller than this. */
export const MOST_PICTURE_BYTES = 900_000;
/** Most pictures of one visit: a long day with every joint from two sides. */
export const MOST_PHOTOS = 200;

/** Room all pictures of the shop may take on the disk, bytes. */
const MOST_SHOP_BYTES = 20_000_000_000;

function unfit(message: string): AppError {
  return new AppError("invalid", `body: ${message}.`, [{ path: "body", message }]);
}

/** Errors: AppError too-large, invalid for bytes that are no picture a visit keeps. */
export function checkPicture(bytes: Buffer): void {
  if (bytes.length > MOST_PICTURE_BYTES)
    throw new AppError("too-large", `The picture is larger than ${MOST_PICTURE_BYTES / 1000} kB.`);
  if (pictureType(bytes) === undefined) throw unfit("must be a JPEG, PNG or WebP picture");
  const fault = pixelFault(bytes);
  if (fault !== null) throw unfit(fault);
}

/** Keeps a picture under the id its maker gave it; sent twice it is kept once. Errors: AppError not-found, invalid, conflict. */
export async function keepPhoto(
  { sql }: Pick<Context, "sql">,
  visit: string,
  photo: string,
  bytes: Buffer,
): Promise<{ readonly photo: string }> {
  checkPicture(bytes);
  const added = await transact(sql, async (tx) => {
    if (!(await lockVisit(tx, visit))) throw notFound("visit");
    if (await isPhotoRemoved(tx, visit, photo))
      throw new AppError("conflict", "This picture was removed.", [
        { path: "photo", message: "was removed" },
      ]);
    if ((await photoBytes(tx)) > MOST_SHOP_BYTES)
      throw new AppError("no-room", `The shop's pictures fill their ${MOST_SHOP_BYTES / 1e9} GB.`);
    return addPhoto(tx, visit, photo, bytes, MOST_PHOTOS);
  });
  if (added === "full") throw new AppError("refused", `A visit keeps ${MOST_PHOTOS} pictures at most.`);
  if (added === "added") return { photo };
  const there = await readPhoto(sql, visit, photo);
  if (there?.equals(bytes)) return { photo };
  throw new AppError("conflict", "A picture with this id is there already and is another.", [
    { path: "photo", message: "taken" },
  ]);
}

/** Reads a picture for showing. Errors: AppError not-found. */
export async function showPhoto(
  { sql }: Pick<Context, "sql">,
  visit: string,
  photo: string,
): Promise<Response> {
  const bytes = await readPhoto(sql, visit, photo);
  const type = bytes && pictureType(bytes);
  if (!bytes || type === undefined) throw notFound("picture");
  return pictureAnswer(bytes, type);
}

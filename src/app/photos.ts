/** Keeping and showing the pictures of a visit. What a picture is, its first bytes say, not whoever sends it. */
import { addPhoto, photosOf, readPhoto } from "../db/photos.ts";
import { findVisit } from "../db/visits.ts";
import type { Context } from "./context.ts";
import { notFound, Problem } from "./problem.ts";

/** Largest picture, bytes: the browser makes them smaller than this. */
const MOST_BYTES = 900_000;
/** Most pictures of one visit: a long day with every joint from two sides. */
const MOST_PHOTOS = 200;

const STARTS: readonly (readonly [type: string, magic: RegExp])[] = [
  ["image/jpeg", /^ffd8ff/],
  ["image/png", /^89504e470d0a1a0a/],
  ["image/webp", /^52494646.{8}57454250/],
];

function typeOf(bytes: Buffer): string | undefined {
  const start = bytes.subarray(0, 12).toString("hex");
  return STARTS.find(([, magic]) => magic.test(start))?.[0];
}

/** Keeps a picture under the id its maker gave it; sent twice it is kept once. Errors: Problem not-found, invalid, conflict. */
export async function keepPhoto(
  { sql }: Pick<Context, "sql">,
  visit: string,
  photo: string,
  bytes: Buffer,
): Promise<{ readonly photo: string }> {
  if (!(await findVisit(sql, visit))) throw notFound("visit");
  if (bytes.length > MOST_BYTES)
    throw new Problem("too-large", `The picture is larger than ${MOST_BYTES / 1000} kB.`);
  if (typeOf(bytes) === undefined)
    throw new Problem("invalid", "body: must be a JPEG, PNG or WebP picture.", [
      { path: "body", message: "must be a JPEG, PNG or WebP picture" },
    ]);
  if ((await photosOf(sql, visit)).count >= MOST_PHOTOS)
    throw new Problem("refused", `A visit keeps ${MOST_PHOTOS} pictures at most.`);
  if (await addPhoto(sql, visit, photo, bytes)) return { photo };
  const there = await readPhoto(sql, visit, photo);
  if (there?.equals(bytes)) return { photo };
  throw new Problem("conflict", "A picture with this id is there already and is another.", [
    { path: "photo", message: "taken" },
  ]);
}

/** Errors: Problem not-found. */
export async function showPhoto(
  { sql }: Pick<Context, "sql">,
  visit: string,
  photo: string,
): Promise<Response> {
  const bytes = await readPhoto(sql, visit, photo);
  const type = bytes && typeOf(bytes);
  if (!bytes || type === undefined) throw notFound("picture");
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": type,
      "cache-control": "private, max-age=31536000, immutable",
      "content-security-policy": "default-src 'none'",
    },
  });
}

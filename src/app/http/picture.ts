/** Pictures people send. What a picture is, its first bytes say, not whoever sends it. */
import { imageSize } from "image-size";

/** Largest picture that is taken, pixels: browsers keep every pixel of a picture they show in memory. */
const MOST_PIXELS = 40_000_000;

/** Kinds of picture that are taken. */
export type PictureType = "image/jpeg" | "image/png" | "image/webp";

const STARTS: readonly (readonly [type: PictureType, magic: RegExp])[] = [
  ["image/jpeg", /^ffd8ff/],
  ["image/png", /^89504e470d0a1a0a/],
  ["image/webp", /^52494646.{8}57454250/],
];

/** Returns the kind of picture bytes are; undefined: none that is taken. */
export function pictureType(bytes: Buffer): PictureType | undefined {
  const start = bytes.subarray(0, 12).toString("hex");
  return STARTS.find(([, magic]) => magic.test(start))?.[0];
}

/** Returns a picture as an answer, which browsers keep: another picture has another address. */
export function pictureAnswer(bytes: Buffer, type: PictureType): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": type,
      "cache-control": "private, max-age=31536000, immutable",
      "content-security-policy": "default-src 'none'",
    },
  });
}

/** Returns why a picture's pixels are not taken, or null. */
export function pixelFault(bytes: Buffer): string | null {
  try {
    const { width, height } = imageSize(bytes);
    if (!(width > 0 && height > 0)) return "must be a picture with pixels in it";
    return width * height > MOST_PIXELS
      ? `is ${width} by ${height} pixels: make it smaller than ${MOST_PIXELS / 1_000_000} megapixels`
      : null;
  } catch {
    return "must be a whole picture: this file ends or breaks off before its size is told";
  }
}

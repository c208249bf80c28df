/** The smallest whole PNG: one pixel. */
export const PNG = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
  "base64",
);

/** Returns a picture as a camera gives it, far larger than a page takes: a BMP of noise, three bytes a pixel. */
export function largePicture(side: number): Buffer {
  const HEAD = 54;
  const bytes = Buffer.alloc(HEAD + side * side * 3);
  bytes.write("BM");
  bytes.writeUInt32LE(bytes.length, 2);
  bytes.writeUInt32LE(HEAD, 10);
  bytes.writeUInt32LE(40, 14);
  bytes.writeInt32LE(side, 18);
  bytes.writeInt32LE(side, 22);
  bytes.writeUInt16LE(1, 26);
  bytes.writeUInt16LE(24, 28);
  for (let at = HEAD; at < bytes.length; at += 1) bytes[at] = (at * 2654435761) >>> 24;
  return bytes;
}

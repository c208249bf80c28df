/** A visit's file (ZIP) unpacked in a worker, under limits: a small file may unpack to far more than there is room for. */
import JSZip from "jszip";

const VISIT_JSON = "visit.json";
const PICTURES = "pictures/";
/** Largest visit that is unpacked, bytes: twice the largest log a visit may have. */
const MOST_JSON_BYTES = 16_000_000;
/** End of a ZIP file's directory, which says how many entries there are, and where in it the number stands. */
const DIRECTORY_END = Buffer.from("504b0506", "hex");
const COUNT_AT = 10;

export interface VisitFileLimits {
  readonly mostPictures: number;
  readonly mostPictureBytes: number;
}

export interface PackedPicture {
  /** Name of the entry within the pictures' folder. */
  readonly name: string;
  readonly bytes: Uint8Array;
}

export type UnpackedVisit =
  | { readonly text: string; readonly pictures: readonly PackedPicture[] }
  /** What is wrong with the file, to be put after "The file". */
  | { readonly unfit: string }
  | { readonly tooLarge: { readonly entry: string; readonly most: number } };

class Unfit extends Error {}

class TooLarge extends Error {
  readonly entry: string;
  readonly most: number;

  constructor(entry: string, most: number) {
    super();
    this.entry = entry;
    this.most = most;
  }
}

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
        reject(new TooLarge(entry.name, most));
      }
    });
    stream.on("end", () => resolve(Buffer.concat(chunks)));
    stream.on("error", () => reject(new Unfit(`is damaged at ${entry.name}`)));
  });
}

/** Entries the file says it has; 0 where it says nothing. */
function entriesIn(file: Buffer): number {
  const at = file.lastIndexOf(DIRECTORY_END);
  return at < 0 || at + COUNT_AT + 2 > file.length ? 0 : file.readUInt16LE(at + COUNT_AT);
}

async function unpacked(
  file: Buffer,
  { mostPictures, mostPictureBytes }: VisitFileLimits,
): Promise<UnpackedVisit> {
  const tooMany = new Unfit(`has more than the ${mostPictures} pictures a visit keeps in it`);
  // Beside pictures: the visit, and folders that other programs add.
  if (entriesIn(file) > mostPictures + 10) throw tooMany;
  const zip = await JSZip.loadAsync(file).catch(() => {
    throw new Unfit("is damaged: it cannot be unpacked");
  });
  const json = zip.file(VISIT_JSON);
  if (json === null) throw new Unfit(`has no ${VISIT_JSON} in it`);
  const text = (await unpack(json, MOST_JSON_BYTES)).toString("utf8");
  const entries = zip.filter((name, { dir }) => !dir && name.startsWith(PICTURES));
  if (entries.length > mostPictures) throw tooMany;
  const pictures: PackedPicture[] = [];
  for (const entry of entries)
    pictures.push({ name: entry.name.slice(PICTURES.length), bytes: await unpack(entry, mostPictureBytes) });
  return { text, pictures };
}

/** Returns what a visit's file holds, or what is wrong with the file. */
export async function unpackVisit(file: Uint8Array, limits: VisitFileLimits): Promise<UnpackedVisit> {
  try {
    return await unpacked(Buffer.from(file.buffer, file.byteOffset, file.byteLength), limits);
  } catch (error) {
    if (error instanceof Unfit) return { unfit: error.message };
    if (error instanceof TooLarge) return { tooLarge: { entry: error.entry, most: error.most } };
    throw error;
  }
}

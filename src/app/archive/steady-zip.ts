/** ZIP files that are the same again, byte for byte, for the same content: no entry says when it was written. */
import JSZip from "jszip";

/** Date of every entry: the first a ZIP file can tell. */
const NO_DATE = new Date(Date.UTC(1980, 0, 1));

export interface SteadyZip {
  readonly add: (name: string, content: string | Uint8Array) => void;
  readonly bytes: () => Promise<Uint8Array>;
}

/** Begins an empty ZIP file; entries stand in it in the order they are added. */
export function steadyZip(): SteadyZip {
  const zip = new JSZip();
  return {
    add: (name, content) => zip.file(name, content, { date: NO_DATE, createFolders: false }),
    bytes: () => zip.generateAsync({ type: "uint8array", compression: "DEFLATE", platform: "UNIX" }),
  };
}

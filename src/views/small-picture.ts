/** Pictures made small in the browser before they are kept or sent. */

/** Longest side that is kept, pixels; largest file, MB: a nut is read well at this, and a cellar's signal carries it. */
const LONGEST_SIDE = 1600;
const MOST_MB = 0.6;

/** The picture made small, as JPEG. Errors: Error when the file is no picture this browser can read. */
export async function makeSmall(file: File): Promise<Blob> {
  const { default: compress } = await import("browser-image-compression");
  // Its own worker would load a script from elsewhere.
  return compress(file, {
    maxSizeMB: MOST_MB,
    maxWidthOrHeight: LONGEST_SIDE,
    useWebWorker: false,
    fileType: "image/jpeg",
  });
}

/** Puts the small picture into the field in the place of the large one; the form waits meanwhile. A file that is no picture stays: the server says so. */
export async function replaceBySmall(field: HTMLInputElement): Promise<void> {
  const [file] = field.files ?? [];
  if (file === undefined) return;
  const buttons = [...(field.form?.querySelectorAll("button") ?? [])];
  for (const button of buttons) button.disabled = true;
  try {
    const small = await makeSmall(file);
    const files = new DataTransfer();
    files.items.add(new File([small], "picture.jpg", { type: small.type }));
    field.files = files.files;
  } catch {
    // What it is, the server says.
  } finally {
    for (const button of buttons) button.disabled = false;
  }
}

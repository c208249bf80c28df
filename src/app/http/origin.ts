/**
 * Returns why a write is taken to come from somewhere else, or null. Browsers send Origin and Sec-Fetch-Site with every write;
 * a program that sends neither has no cookies of ours to misuse.
 */
export function crossOriginFault(headers: Headers, url: URL): string | null {
  const site = headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none")
    return "Writes are only taken from Brass Nut's own pages.";
  const origin = headers.get("origin");
  if (origin !== null && origin !== url.origin) return "Writes are only taken from Brass Nut's own pages.";
  return null;
}

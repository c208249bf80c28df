/** Paths of our own pages, as a form names one to go back to. */

/** Whatever the host, an address is read against this one; only the path is used. */
const NOWHERE = "http://nowhere.invalid";

/** Returns the path of one of our own pages, or the first page for anything else. */
export function ownPath(asked: unknown): string {
  if (typeof asked !== "string" || !URL.canParse(asked, NOWHERE)) return "/";
  const { origin, pathname, search } = new URL(asked, NOWHERE);
  return origin === NOWHERE && !pathname.startsWith("//") ? pathname + search : "/";
}

/** How long a device keeps a choice, seconds. */
export const YEAR_S = 365 * 24 * 60 * 60;

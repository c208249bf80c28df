/** Addresses as they are asked for, brought to one form before anything looks at them. */

/** Longest address that is read, characters. */
const LONGEST = 4000;

/**
 * The path and query of a request's target, whatever form the target has; null when it is none, or names another host.
 * "//look-back/x", "/./look-back/x" and "/%6cook-back/x" are one path.
 */
export function addressOf(target: string, isOwnHost: (host: string) => boolean): string | null {
  if (target.length > LONGEST) return null;
  const [, host, rest = ""] = /^https?:\/\/([^/?#]*)(.*)$/i.exec(target) ?? [];
  if (host !== undefined && !isOwnHost(host)) return null;
  const plain = host === undefined ? target : rest || "/";
  if (!plain.startsWith("/")) return null;
  const [path = "/", ...query] = plain.split("?");
  let decoded: string;
  try {
    decoded = decodeURIComponent(path.replaceAll(/%2f/gi, "%252f"));
  } catch {
    return null;
  }
  const parts = decoded.split("/").filter((part) => part !== "" && part !== ".");
  if (parts.includes("..") || /[\0\\]/.test(decoded)) return null;
  const clean = `/${parts.map(encodeURIComponent).join("/")}`;
  return query.length === 0 ? clean : `${clean}?${query.join("?")}`;
}

/** An address as the log may hold it: a customer's link without what makes it a key, and nothing of what was looked for. */
export function forLog(address: string): string {
  const [path = "", ...query] = address.split("?");
  const named = path.replace(/^(\/look-back\/)[^/]+/, "$1...");
  // Names tell which page was asked; what was typed (a customer's name, a phone) stays out.
  const names = [...new URLSearchParams(query.join("?")).keys()];
  return names.length === 0
    ? named
    : `${named}?${names.map((name) => `${encodeURIComponent(name)}=...`).join("&")}`;
}

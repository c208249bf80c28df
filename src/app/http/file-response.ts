/** An answer that is a file to be kept, made afresh for whoever asks. */

const TYPES = { csv: "text/csv", ics: "text/calendar" } as const;

/** Returns true for an address with `?for=spreadsheet`: the CSV file then marks as text what a spreadsheet would run. */
export const isForSpreadsheet = (url: URL): boolean => url.searchParams.get("for") === "spreadsheet";

/** Builds a response with a file; the ending of `name` gives its type. */
export function fileAnswer(body: string, name: `${string}.${keyof typeof TYPES}`): Response {
  const type = TYPES[name.endsWith(".csv") ? "csv" : "ics"];
  return new Response(body, {
    headers: {
      "content-type": `${type}; charset=utf-8`,
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });
}

/** Builds a response with a file of bytes. */
export function bytesAnswer(bytes: Uint8Array, type: string, name: string): Response {
  return new Response(Uint8Array.from(bytes), {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });
}

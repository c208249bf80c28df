/** An answer that is a file to be kept, made afresh for whoever asks. */

const TYPES = { csv: "text/csv", ics: "text/calendar" } as const;

/** Asked for with `?for=spreadsheet`, a CSV file marks as text what a spreadsheet would run as a formula. */
export const isForSpreadsheet = (url: URL): boolean => url.searchParams.get("for") === "spreadsheet";

/** `name` with its ending says what it is. */
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

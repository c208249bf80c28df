/** A month as a heading says it: "December 2026" for "2026-12". */
export function monthText(month: string): string {
  return new Intl.DateTimeFormat("en-US", { month: "long", year: "numeric", timeZone: "UTC" }).format(
    new Date(`${month}-01T00:00:00.000Z`),
  );
}

/** A day as lists say it: "8 Mar 2031" for "2031-03-08". */
export function dateText(day: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    day: "numeric",
    month: "short",
    year: "numeric",
    timeZone: "UTC",
  }).format(new Date(`${day.slice(0, "2031-03-08".length)}T00:00:00.000Z`));
}

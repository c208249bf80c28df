const WRITTEN = /^(\d{4,6})-(\d\d)-(\d\d) (\d\d:\d\d:\d\d(?:\.\d{1,6})?)(?:([+-]\d\d)(?::?(\d\d))?)?$/;

/**
 * Reads an instant as PostgreSQL writes it ("2026-11-27 09:00:00.5+00"), whatever its year: JavaScript's own reading of
 * such a text takes the year 0026 for 2026. Anything else ("infinity", years before Christ) is an invalid date.
 */
export function parseInstant(text: string): Date {
  const [, year, month, day, time, hours = "+00", minutes = "00"] = WRITTEN.exec(text) ?? [];
  if (year === undefined) return new Date(Number.NaN);
  const long = year.length > 4 ? `+${year.padStart(6, "0")}` : year;
  return new Date(`${long}-${month}-${day}T${time}${hours}:${minutes}`);
}

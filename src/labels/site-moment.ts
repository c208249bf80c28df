/** Moments as people say them: a day and time by the clocks of a site. */
import { DateTime } from "luxon";

/** Returns the moment (UTC) of a day and time ("2026-11-24T08:30") by the clocks of a zone; null for a time that no clock there shows. */
export function momentOf(local: string, zone: string): string | null {
  const moment = DateTime.fromISO(local, { zone });
  // An hour that is skipped when clocks go forward is read as another one.
  return moment.toFormat("yyyy-MM-dd'T'HH:mm") === local ? moment.toUTC().toISO() : null;
}

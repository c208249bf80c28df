/** Days and times by the clocks of a site. */
import { DateTime } from "luxon";
import { momentOf } from "../../labels/site-moment.ts";
import { AppError } from "../http/app-error.ts";

/** Returns the moment (UTC) of a day and time by the clocks of a zone. Errors: AppError invalid for a time that no clock there shows. */
export function instantOf(local: string, zone: string): string {
  const iso = momentOf(local, zone);
  if (iso === null)
    throw new AppError("invalid", "Day and time: no clock at the site shows this.", [
      { path: "startsOn", message: "is no time at the site" },
    ]);
  return iso;
}

/** Returns the moment a day begins by the clocks of a zone, so many days later. */
export function dayStart(day: string, zone: string, daysLater = 0): Date {
  return DateTime.fromISO(day, { zone }).plus({ days: daysLater }).toJSDate();
}

/** Returns the day that the clocks of a zone show at a moment: "2026-03-08". */
export function dayIn(at: Date, zone: string): string {
  return DateTime.fromJSDate(at, { zone }).toISODate() ?? "";
}

/** Days and times by the clocks of a site. */
import { DateTime } from "luxon";
import { AppError } from "../http/app-error.ts";

/** Returns the moment (UTC) of a day and time by the clocks of a zone. Errors: AppError invalid for a time that no clock there shows. */
export function instantOf(local: string, zone: string): string {
  const moment = DateTime.fromISO(local, { zone });
  const iso = moment.toUTC().toISO();
  // An hour that is skipped when clocks go forward is read as another one.
  if (iso === null || moment.toFormat("yyyy-MM-dd'T'HH:mm") !== local)
    throw new AppError("invalid", "Day and time: no clock at the site shows this.", [
      { path: "startsOn", message: "is no time at the site" },
    ]);
  return iso;
}

/** Returns the moment a day begins by the clocks of a zone, so many days later. */
export function dayStart(day: string, zone: string, daysLater = 0): Date {
  return DateTime.fromISO(day, { zone }).plus({ days: daysLater }).toJSDate();
}

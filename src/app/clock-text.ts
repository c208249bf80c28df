/** Times as people of the site read them: always in the site's own zone. */
import { DateTime } from "luxon";

const at = (iso: string, zone: string) => DateTime.fromISO(iso, { zone, locale: "en" });

/** 14:05 */
export function timeText(iso: string, zone: string): string {
  return at(iso, zone).toFormat("HH:mm");
}

/** Tue 24 Nov */
export function dayText(iso: string, zone: string): string {
  return at(iso, zone).toFormat("ccc d LLL");
}

/** Tue 24 Nov 2026, 14:05 with the zone's short name */
export function stampText(iso: string, zone: string): string {
  return at(iso, zone).toFormat("ccc d LLL yyyy, HH:mm ZZZZ");
}

/** "today 14:05", "tomorrow 09:00", "yesterday 16:30", else "Tue 24 Nov 14:05". */
export function nearText(iso: string, zone: string, now: Date): string {
  const days = at(iso, zone)
    .startOf("day")
    .diff(DateTime.fromJSDate(now, { zone }).startOf("day"), "days").days;
  const near: Readonly<Record<number, string>> = { [-1]: "yesterday", 0: "today", 1: "tomorrow" };
  return `${near[Math.round(days)] ?? dayText(iso, zone)} ${timeText(iso, zone)}`;
}

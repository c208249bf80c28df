/** Times as people of the site read them: always in the site's own zone, by the shop's clock. */
import { displayInUse } from "./display.ts";

interface Reading {
  readonly weekday: string;
  readonly day: string;
  readonly month: string;
  readonly year: string;
  readonly hour: string;
  readonly minute: string;
  /** Short name of the zone at that time. */
  readonly zoneName: string;
  /** Days since 1970 of the date the site's calendar shows. */
  readonly dayNumber: number;
}

const NOON = 12;
const DAY_MS = 24 * 60 * 60 * 1000;

/** Making a formatter costs far more than using one. */
const formatters = new Map<string, Intl.DateTimeFormat>();

function formatterFor(zone: string): Intl.DateTimeFormat {
  const cached = formatters.get(zone);
  if (cached) return cached;
  const formatter = new Intl.DateTimeFormat("en-US", {
    timeZone: zone,
    weekday: "short",
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
    timeZoneName: "short",
  });
  formatters.set(zone, formatter);
  return formatter;
}

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** Readings held at most: a page of visits asks for the same moments again and again. */
const MOST_HELD = 2000;
const readings = new Map<string, Reading>();

/** What clock and calendar of the site show. */
function readAt(at: Date, zone: string): Reading {
  const key = `${at.getTime()} ${zone}`;
  const held = readings.get(key);
  if (held !== undefined) return held;
  if (readings.size >= MOST_HELD) readings.clear();
  const reading = readAfresh(at, zone);
  readings.set(key, reading);
  return reading;
}

function readAfresh(at: Date, zone: string): Reading {
  const parts = new Map(
    formatterFor(zone)
      .formatToParts(at)
      .map(({ type, value }) => [type, value]),
  );
  const part = (name: Intl.DateTimeFormatPartTypes) => parts.get(name) ?? "";
  const [year, month, day] = [part("year"), part("month"), part("day")];
  return {
    weekday: part("weekday"),
    day,
    month,
    year,
    hour: part("hour"),
    minute: part("minute"),
    zoneName: part("timeZoneName"),
    dayNumber: Date.UTC(Number(year), MONTHS.indexOf(month), Number(day)) / DAY_MS,
  };
}

/** 14:05, or 2:05 PM where the shop counts to 12. */
function timeOf({ hour, minute }: Pick<Reading, "hour" | "minute">): string {
  if (displayInUse().clock === "24") return `${hour}:${minute}`;
  const hours = Number(hour);
  return `${hours % NOON === 0 ? NOON : hours % NOON}:${minute} ${hours < NOON ? "AM" : "PM"}`;
}
const dayOf = ({ weekday, day, month }: Reading) => `${weekday} ${day} ${month}`;

/** An hour of the day on an axis: 14, or 2 PM. */
export function hourText(hour: number): string {
  return displayInUse().clock === "24"
    ? String(hour)
    : timeOf({ hour: String(hour % 24), minute: "" }).replace(":", "");
}

/** 14:05 */
export function timeText(iso: string, zone: string): string {
  return timeOf(readAt(new Date(iso), zone));
}

/** Tue 24 Nov */
export function dayText(iso: string, zone: string): string {
  return dayOf(readAt(new Date(iso), zone));
}

/** Tue 24 Nov 2026, 14:05 with the zone's short name */
export function stampText(iso: string, zone: string): string {
  const reading = readAt(new Date(iso), zone);
  return `${dayOf(reading)} ${reading.year}, ${timeOf(reading)} ${reading.zoneName}`;
}

const NEAR_DAYS: Readonly<Record<number, string>> = { [-1]: "yesterday", 0: "today", 1: "tomorrow" };

/** "today 14:05", "tomorrow 09:00", "yesterday 16:30", else "Tue 24 Nov 14:05"; a day of another year carries the year. */
export function nearText(iso: string, zone: string, now: Date): string {
  const reading = readAt(new Date(iso), zone);
  const today = readAt(now, zone);
  const day = reading.year === today.year ? dayOf(reading) : `${dayOf(reading)} ${reading.year}`;
  return `${NEAR_DAYS[reading.dayNumber - today.dayNumber] ?? day} ${timeOf(reading)}`;
}

/** Tue 24 Nov, 14:05 */
export function dayTimeText(iso: string, zone: string): string {
  const reading = readAt(new Date(iso), zone);
  return `${dayOf(reading)}, ${timeOf(reading)}`;
}

/** A moment as a date-and-time field of a form holds it, by the clocks of the zone: "2026-03-08T09:00". */
export function fieldTimeText(iso: string, zone: string): string {
  const { day, month, year, hour, minute } = readAt(new Date(iso), zone);
  const number = String(MONTHS.indexOf(month) + 1).padStart(2, "0");
  return `${year}-${number}-${day.padStart(2, "0")}T${hour}:${minute}`;
}

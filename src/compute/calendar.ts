/** Calendar files read as their authors mean them, or refused by name: in a worker, under a limit on steps. */
import ICAL from "ical.js";
import { DateTime } from "luxon";

/** A span of time that an entry of a calendar takes. */
export interface CalendarTime {
  readonly uid: string;
  readonly startsAt: string;
  readonly endsAt: string;
  readonly summary: string;
  readonly isAllDay: boolean;
}

export interface CalendarEntry {
  readonly uid: string;
  readonly startsAt: string;
  /** Every time it takes, repeated ones as far ahead as was asked. */
  readonly times: readonly CalendarTime[];
}

export type CalendarOutcome =
  | { readonly entries: readonly CalendarEntry[]; readonly cancelled: number }
  | { readonly refused: string };

/** Largest number of entries, and of repeats of one, that are read. */
const MOST_ENTRIES = 5000;
const MOST_OCCURRENCES = 400;
/** Candidates that all rules of one file may look at: a rule that finds nothing must end too. */
const MOST_STEPS = 50_000;
/** Rules that repeat within a day are no appointments. */
const WITHIN_A_DAY: ReadonlySet<string> = new Set(["SECONDLY", "MINUTELY", "HOURLY"]);

class Refused extends Error {}

const nameOf = (event: ICAL.Event) => `"${(event.summary ?? event.uid ?? "an entry").slice(0, 80)}"`;

/** Checks the zone of a time: one that the file does not describe must be one of the world's. */
function instantOf(time: ICAL.Time, event: ICAL.Event, zone: string): Date {
  const named = time.zone?.tzid ?? "floating";
  const isKnown = named === "UTC" || named === "Z" || ICAL.TimezoneService.has(named);
  // A time without a zone, and a whole day, are told by the clocks of whoever reads them.
  const tzid = time.isDate || named === "floating" ? zone : named;
  if (isKnown && !time.isDate && named !== "floating") return time.toJSDate();
  return localInstant(time, tzid, event);
}

/** The moment a clock of an IANA zone shows a day and time. */
function localInstant(
  { year, month, day, hour, minute, second }: ICAL.Time,
  zone: string,
  event: ICAL.Event,
): Date {
  const moment = DateTime.fromObject({ year, month, day, hour, minute, second }, { zone });
  if (!moment.isValid)
    throw new Refused(
      `${nameOf(event)} is in the time zone "${zone}", which the file does not describe and nobody knows.`,
    );
  return moment.toJSDate();
}

/** The zone a property names where the file has no description of it: the parser takes such a time for UTC. */
function zoneNamed(component: ICAL.Component, property: "dtstart" | "dtend"): string | null {
  const tzid = component.getFirstProperty(property)?.getParameter("tzid");
  return typeof tzid === "string" && !ICAL.TimezoneService.has(tzid) ? tzid : null;
}

function timesOf(
  event: ICAL.Event,
  until: Date,
  zone: string,
  steps: { left: number },
): readonly CalendarTime[] {
  const { component } = event;
  const own = zoneNamed(component, "dtstart");
  const momentOf = (time: ICAL.Time) =>
    own === null ? instantOf(time, event, zone) : localInstant(time, own, event);
  const { startDate } = event;
  const isAllDay = startDate.isDate;
  const lengthMs = Math.max(0, event.duration.toSeconds() * 1000);
  const row = (start: Date): CalendarTime => ({
    uid: event.uid.slice(0, 300),
    startsAt: start.toISOString(),
    endsAt: new Date(start.getTime() + lengthMs).toISOString(),
    summary: (event.summary ?? "").replaceAll(/\s+/g, " ").trim().slice(0, 200) || "busy",
    isAllDay,
  });
  if (!event.isRecurring()) return [row(momentOf(startDate))];
  for (const rule of component.getAllProperties("rrule")) {
    const value = rule.getFirstValue();
    if (value instanceof ICAL.Recur && WITHIN_A_DAY.has(value.freq))
      throw new Refused(
        `${nameOf(event)} repeats within a day: leave it out, or export it as single entries.`,
      );
  }
  const times: CalendarTime[] = [];
  const iterator = event.iterator();
  while (times.length < MOST_OCCURRENCES) {
    steps.left -= 1;
    if (steps.left < 0) throw new Refused("The calendar repeats too much: export a shorter span.");
    const next = iterator.next();
    if (!next) break;
    const start = momentOf(next);
    if (start > until) break;
    times.push(row(start));
  }
  return times;
}

/**
 * Reads a calendar file. `untilIso`: how far ahead repeats are told; `zone`: the clocks that whole days and times without a
 * zone are told by. A cancelled entry takes no time. Answers with words for a file that cannot be read as it is meant.
 */
export function readCalendar(text: string, untilIso: string, zone: string): CalendarOutcome {
  try {
    const calendar = new ICAL.Component(ICAL.parse(text));
    ICAL.TimezoneService.reset();
    for (const described of calendar.getAllSubcomponents("vtimezone"))
      ICAL.TimezoneService.register(described);
    const all = calendar.getAllSubcomponents("vevent");
    if (all.length > MOST_ENTRIES)
      return { refused: `The calendar has more than ${MOST_ENTRIES} entries: export a shorter span.` };
    const isCancelled = (each: ICAL.Component) =>
      String(each.getFirstPropertyValue("status") ?? "").toUpperCase() === "CANCELLED";
    const standing = all.filter((each) => !isCancelled(each));
    const until = new Date(untilIso);
    const steps = { left: MOST_STEPS };
    const entries = standing
      .map((each) => new ICAL.Event(each))
      .filter(({ uid }) => uid)
      .map((event): CalendarEntry => {
        const times = timesOf(event, until, zone, steps);
        return { uid: event.uid, startsAt: times[0]?.startsAt ?? new Date(0).toISOString(), times };
      });
    return { entries, cancelled: all.length - standing.length };
  } catch (error) {
    return error instanceof Refused
      ? { refused: error.message }
      : { refused: "This is no calendar file (iCalendar, .ics), or it is damaged." };
  }
}

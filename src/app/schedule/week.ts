/** Visits by day: a week's board, moving a visit, and the shop's calendar out and in. */

import ical, { ICalEventBusyStatus } from "ical-generator";
import { DateTime } from "luxon";
import { z } from "zod";
import type { CalendarOutcome } from "../../compute/calendar.ts";
import { ComputeRefusal } from "../../compute/compute.ts";
import { type DayVisit, overlapping, startWhenMoved } from "../../core/schedule/index.ts";
import { type BusyTimeRow, busyBetween, clearBusyTimes, putBusyTimes } from "../../db/busy-time.ts";
import { transact } from "../../db/transact.ts";
import { findVisit, findVisits } from "../../db/visit.ts";
import { type ListedVisitRow, listVisits, visitsBetween } from "../../db/visit-list.ts";
import { timeText } from "../../labels/site-time.ts";
import { localTime, onOneLine, uuid } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { AppError, invalid, notFound } from "../http/app-error.ts";
import { instantOf } from "../visit/site-clock.ts";
import { recordAct } from "../visit/start-visit.ts";
import { isReadable, ticketsOf } from "../visit/today.ts";
import { readVisit } from "../visit/visit.ts";
import { localStart, visitsOfDay, ZONES_MS } from "../visit/visits-of-day.ts";
import { plannedMinutes } from "./duration.ts";

const DAYS = 7;
const DAY_MS = 24 * 60 * 60 * 1000;
const MIN_MS = 60_000;

export interface BoardVisit extends DayVisit {
  readonly title: string;
  readonly site: string;
  /** "09:30", by the clocks of the site. */
  readonly from: string;
  readonly until: string | null;
  readonly phases: readonly string[];
  readonly isDone: boolean;
  /** Nothing is planned in the visit yet. */
  readonly isUnplanned: boolean;
  readonly overlaps: boolean;
}

export interface BoardDay {
  /** "2026-11-30" */
  readonly day: string;
  readonly visits: readonly BoardVisit[];
  readonly busy: readonly { readonly from: string; readonly until: string; readonly summary: string }[];
}

/** Phases of a connection that has no plan. */
const UNPLANNED: ReadonlySet<string> = new Set(["guessed", "surveyed"]);

const minuteOf = (at: DateTime) => at.hour * 60 + at.minute;

async function dayVisit(context: Context, row: ListedVisitRow): Promise<DayVisit> {
  return {
    id: row.visitId,
    startMin: minuteOf(localStart(row)),
    minutes: await plannedMinutes(context, row),
  };
}

/** Reads the week that begins with a day. `zone`: the clocks busy times are shown by. */
export async function readWeek(context: Context, from: string, zone: string): Promise<readonly BoardDay[]> {
  const midnight = Date.parse(`${from}T00:00:00.000Z`);
  const span = [new Date(midnight - ZONES_MS), new Date(midnight + DAYS * DAY_MS + ZONES_MS)] as const;
  const [rows, busy] = await Promise.all([
    visitsBetween(context.sql, ...span),
    busyBetween(context.sql, ...span),
  ]);
  const tickets = new Map((await ticketsOf(context, rows)).map((ticket) => [ticket.id, ticket]));
  const clockText = (at: DateTime) => timeText(at.toUTC().toISO() ?? "", zone);
  const days = Array.from({ length: DAYS }, (_, at) =>
    new Date(midnight + at * DAY_MS).toISOString().slice(0, from.length),
  );
  return Promise.all(
    days.map(async (day) => {
      const own = rows.filter((row) => localStart(row).toISODate() === day);
      const placed = await Promise.all(own.map((row) => dayVisit(context, row)));
      const late = overlapping(placed);
      return {
        day,
        visits: own.map((row, at) => {
          const { startMin = 0, minutes = null } = placed[at] ?? {};
          const start = localStart(row);
          const ticket = tickets.get(row.visitId);
          const phases =
            ticket !== undefined && isReadable(ticket)
              ? [...new Set(ticket.connections.map(({ phase }) => phase))]
              : [];
          return {
            id: row.visitId,
            startMin,
            minutes,
            title: row.title,
            site: row.siteName,
            from: clockText(start),
            until: minutes === null ? null : clockText(start.plus({ minutes })),
            phases,
            isDone: phases.length > 0 && phases.every((phase) => phase === "done" || phase === "look-back"),
            isUnplanned: minutes === null && phases.some((phase) => UNPLANNED.has(phase)),
            overlaps: late.has(row.visitId),
          };
        }),
        busy: busy.flatMap(({ startsAt, endsAt, summary }) => {
          const [begins, ends] = [startsAt, endsAt].map((at) => DateTime.fromJSDate(at, { zone }));
          if (begins === undefined || ends === undefined) return [];
          const isOn = (begins.toISODate() ?? "") <= day && (ends.minus(1).toISODate() ?? "") >= day;
          return isOn ? [{ from: clockText(begins), until: clockText(ends), summary }] : [];
        }),
      };
    }),
  );
}

const moveForm = z.union([
  z.object({
    visit: uuid,
    startsOn: localTime,
  }),
  /** Dropped into a day behind another visit; empty: first of the day. */
  z.object({ visit: uuid, day: z.iso.date(), after: z.union([z.literal("").transform(() => null), uuid]) }),
]);

/** Minutes after midnight as a clock shows them: "09:30". */
const clockOf = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;

/**
 * Moves a visit to another time, or into a day behind another visit. Returns when the visit begins now, in words of its site.
 * Errors: AppError invalid, not-found.
 */
export async function moveVisit(context: Context, form: FormData): Promise<string> {
  const parsed = moveForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { data } = parsed;
  const row = await findVisit(context.sql, data.visit);
  if (row === undefined) throw notFound("visit");
  const zone = row.siteZone;
  const { state } = await readVisit(context, data.visit);
  if (state.site === null) throw notFound("visit");
  const startsOn = "startsOn" in data ? data.startsOn : await timeInDay(context, row, data);
  const startsAt = instantOf(startsOn, zone);
  if (startsAt !== state.startsAt)
    await recordAct(
      context,
      data.visit,
      { kind: "visit-renamed", site: state.site, title: state.title, startsAt },
      null,
    );
  return `${state.title}: ${startsOn.replace("T", " ")}`;
}

async function timeInDay(
  context: Context,
  row: Parameters<typeof plannedMinutes>[1],
  { day, after }: { readonly day: string; readonly after: string | null },
): Promise<string> {
  const own = await visitsOfDay(context, day);
  const others = await Promise.all(own.map((each) => dayVisit(context, each)));
  const moved = await dayVisit(context, { ...row, ticket: null });
  return `${day}T${clockOf(startWhenMoved(moved, others, after))}`;
}

const PRODUCT = { company: "Brass Nut", product: "visits-of-the-shop", language: "EN" } as const;
/** Returns the shop's visits that are open or to come as an iCalendar file: the same entry every time, as long as nothing is changed. */
export async function shopCalendar(context: Context): Promise<string> {
  const rows = await listVisits(context.sql, "at-work", null);
  const calendar = ical({ name: "Visits", prodId: PRODUCT });
  for (const row of rows.toSorted((a, b) => (a.visitId < b.visitId ? -1 : 1))) {
    const minutes = (await plannedMinutes(context, row)) ?? 60;
    calendar.createEvent({
      id: row.visitId,
      sequence: row.version,
      start: row.startsAt,
      end: new Date(row.startsAt.getTime() + minutes * MIN_MS),
      // Nothing of the moment of asking: the file is the same until a visit changes.
      stamp: row.startsAt,
      summary: onOneLine(row.title),
      location: [row.siteName, row.siteAddress].filter(Boolean).join(", "),
      busystatus: ICalEventBusyStatus.BUSY,
    });
  }
  return calendar.toString();
}

/** Largest calendar file, characters; and how far ahead repeats are counted, ms. */
const MOST_FILE = 2_000_000;
const AHEAD_MS = 366 * DAY_MS;

export interface CalendarRead {
  /** Events of this shop's own file, unchanged. */
  readonly own: number;
  /** Visits whose entry was moved in the calendar, with where to. */
  readonly moved: readonly { readonly visit: string; readonly title: string; readonly startsAt: Date }[];
  readonly busy: number;
}

/** Time one calendar may take to read, ms: a rule may look for a day that never comes. */
const READ_WITHIN_MS = 4000;

/** The entries of a calendar, read in a worker. Errors: AppError invalid, in words. */
async function calendarEntries(
  context: Context,
  text: string,
  zone: string,
): Promise<Extract<CalendarOutcome, { readonly entries: unknown }>> {
  const until = new Date(context.now().getTime() + AHEAD_MS).toISOString();
  const outcome = await context.compute
    .run("calendar", { text, until, zone }, AbortSignal.timeout(READ_WITHIN_MS))
    .catch((error: unknown) => {
      if (error instanceof ComputeRefusal && error.reason === "gone")
        throw new AppError(
          "invalid",
          "An entry of this calendar repeats on a day that never comes, or far too often: export a shorter span.",
        );
      throw error;
    });
  if ("refused" in outcome) throw new AppError("invalid", outcome.refused);
  return outcome;
}

/**
 * Reads a calendar file: entries of this shop's own visits change nothing and are told where they were moved; all others are
 * kept as busy time, in place of what the same entries said before; cancelled ones take no time. `zone`: the clocks that whole
 * days are told by.
 * Errors: AppError invalid when the file is no calendar, too large, or says what cannot be read as it is meant.
 */
export async function readCalendarFile(context: Context, text: string, zone: string): Promise<CalendarRead> {
  if (text.length > MOST_FILE)
    throw new AppError("invalid", "The calendar is larger than 2 MB: export a shorter span.");
  const { entries } = await calendarEntries(context, text, zone);
  const ids = entries
    .map(({ uid }) => uuid.safeParse(uid))
    .flatMap((read) => (read.success ? [read.data] : []));
  const visits = new Map((await findVisits(context.sql, ids)).map((row) => [row.visitId, row]));
  const own = entries.filter(({ uid }) => visits.has(uid));
  const moved = own.flatMap(({ uid, startsAt: at }) => {
    const row = visits.get(uid);
    const startsAt = new Date(at);
    const isSame = row === undefined || Math.abs(startsAt.getTime() - row.startsAt.getTime()) < MIN_MS;
    return isSame ? [] : [{ visit: row.visitId, title: row.title, startsAt }];
  });
  const busy = entries
    .filter(({ uid }) => !visits.has(uid))
    .flatMap(({ times }) => times)
    .map(
      ({ uid, startsAt, endsAt, summary }): BusyTimeRow => ({
        uid,
        startsAt: new Date(startsAt),
        endsAt: new Date(endsAt),
        summary,
      }),
    );
  await transact(context.sql, (tx) => putBusyTimes(tx, busy));
  return { own: own.length - moved.length, moved, busy: busy.length };
}

/** Forgets every busy time; returns how many there were. */
export async function forgetBusyTimes({ sql }: Pick<Context, "sql">): Promise<number> {
  return clearBusyTimes(sql);
}

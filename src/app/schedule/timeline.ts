/** A visit's schedule as people read it: rows for the drawing, steps with clock times, water-off windows, a calendar file. */
import ical from "ical-generator";
import { DateTime } from "luxon";
import { v5 as uuidFrom } from "uuid";
import { handsOnMin, type WaterOff } from "../../core/schedule/index.ts";
import type { VisitState } from "../../core/visit/index.ts";
import type { TimelineRow } from "../../drawing/timeline.tsx";
import { scheduleRows } from "../../drawing/timeline-rows.ts";
import { fixtureLabel } from "../../labels/fixture-label.ts";
import { stampText, timeText } from "../../labels/site-time.ts";
import { onOneLine } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { idFrom } from "../http/endpoint.ts";
import { withLibrary } from "../step/step-library.ts";
import { readVisit } from "../visit/visit.ts";
import { learnedDurations, withLearned } from "./learned-minutes.ts";

export interface TimedStep {
  readonly clock: string;
  readonly label: string;
  readonly text: string;
  readonly href: string;
  readonly isOff: boolean;
}

export interface OffNotice {
  readonly zone: string;
  readonly kind: WaterOff["kind"];
  readonly connections: readonly string[];
  /** Clock times of the site. */
  readonly from: string;
  readonly back: string;
  readonly earliest: string;
  readonly latest: string;
  readonly startsAt: string;
  readonly latestAt: string;
}

export interface TimeLinePage {
  readonly rows: readonly TimelineRow[];
  readonly totalMin: number;
  /** Of those, with hands on the work. */
  readonly handsOnMin: number;
  readonly clockAt: (minute: number) => string;
  readonly steps: readonly TimedStep[];
  readonly notices: readonly OffNotice[];
  readonly because: readonly { readonly label: string; readonly zone: string; readonly because: string }[];
  /** Connections that cannot be scheduled yet, because no hookup is chosen. */
  readonly unplanned: readonly string[];
  readonly starts: string;
  readonly hasStarted: boolean;
}

const plus = (iso: string, minutes: number): string =>
  DateTime.fromISO(iso, { zone: "utc" }).plus({ minutes }).toISO() ?? iso;

/** Returns the timeline of a visit: from when it is booked, or from now once that has passed. */
export async function timeLineOf(
  context: Pick<Context, "tables" | "now" | "compute">,
  visitId: string,
  state: VisitState,
  hands: 1 | 2,
  signal?: AbortSignal,
): Promise<TimeLinePage> {
  const now = context.now().toISOString();
  const hasStarted = state.startsAt < now;
  const starts = hasStarted ? now : state.startsAt;
  const zone = state.site?.zone ?? "UTC";
  const clockAt = (minute: number) => timeText(plus(starts, minute), zone);
  const { steps: library } = context.tables;
  const planned = await context.compute.run(
    "scheduleOf",
    { connections: state.connections, steps: library, hands },
    signal,
  );
  const { jobs, schedule, waterOff } = planned;
  const steps = schedule.tasks.flatMap(({ task, startMin }): TimedStep[] => {
    const job = jobs.find((each) => each.tasks.some(({ id }) => id === task));
    const step = job?.steps[job.tasks.findIndex(({ id }) => id === task)];
    const connection = job?.connections.find(({ id }) => step?.connections.includes(id));
    if (!job || !step || !connection) return [];
    return [
      {
        clock: clockAt(startMin),
        label: step.connection === null ? fixtureLabel(job.connections) : connection.survey.label,
        text: step.text,
        href: `/visits/${visitId}/${connection.id}/run-sheet`,
        isOff: waterOff.some(
          (off) =>
            job.zones.some(({ name }) => name === off.zone) &&
            startMin >= off.fromMin &&
            startMin < off.backMin.likely,
        ),
      },
    ];
  });
  return {
    rows: scheduleRows(planned),
    totalMin: Math.ceil(schedule.totalMin),
    handsOnMin: handsOnMin(schedule),
    clockAt,
    steps,
    notices: waterOff.map(({ zone: name, kind, connections, fromMin, backMin }) => ({
      zone: name,
      kind,
      connections,
      from: clockAt(fromMin),
      back: clockAt(backMin.likely),
      earliest: clockAt(backMin.low),
      latest: clockAt(backMin.high),
      startsAt: plus(starts, fromMin),
      latestAt: plus(starts, backMin.high),
    })),
    because: jobs.flatMap(({ connections, isolations }) =>
      connections.map(({ id, survey }) => ({
        label: survey.label,
        zone: isolations.get(id)?.zone.name ?? "",
        because: isolations.get(id)?.because ?? "",
      })),
    ),
    unplanned: state.connections
      .filter(({ plan, removed }) => plan === null && removed === null)
      .map(({ survey }) => survey.label),
    starts: stampText(starts, zone),
    hasStarted,
  };
}

const NAMESPACE = "b6c2f1de-2a0c-4f1a-8f3c-0f4f4c1f7a11";

/** Returns the water-off windows as a calendar file. The same window of the same visit keeps its identity, so that a newer file replaces it. */
export function waterOffCalendar(
  visitId: string,
  state: VisitState,
  notices: readonly OffNotice[],
  now: Date,
): string {
  const calendar = ical({
    name: `Water off: ${onOneLine(state.title)}`,
    prodId: { company: "Brass Nut", product: "visits", language: "EN" },
  });
  for (const [index, notice] of notices.entries())
    calendar.createEvent({
      id: uuidFrom(`${visitId} ${notice.zone} ${index}`, NAMESPACE),
      start: DateTime.fromISO(notice.startsAt, { zone: "utc" }),
      end: DateTime.fromISO(notice.latestAt, { zone: "utc" }),
      stamp: now,
      summary: `Water off: ${notice.zone}`,
      location: state.site ? `${state.site.name}, ${state.site.address}` : null,
      description: `${notice.connections.join(", ")}. Back at about ${notice.back}, at the latest ${notice.latest}.`,
    });
  return calendar.toString();
}

/** Returns the timeline a page or a file was asked for, by the visit in the address and `?hands=`. Errors: AppError not-found. */
export async function readTimeLine(
  context: Context,
  {
    params,
    url,
    request,
  }: {
    readonly params: Readonly<Record<string, string | undefined>>;
    readonly url: URL;
    readonly request: Request;
  },
) {
  const visit = await readVisit(context, idFrom(params["visit"] ?? params["id"], "visit"));
  const hands = url.searchParams.get("hands") === "2" ? 2 : 1;
  const own = await withLibrary(context, visit.libraryVersion);
  const steps = withLearned(own.tables.steps, await learnedDurations(context));
  return {
    visit,
    hands,
    line: await timeLineOf(
      { ...own, tables: { ...own.tables, steps } },
      visit.id,
      visit.state,
      hands,
      request.signal,
    ),
  } as const;
}

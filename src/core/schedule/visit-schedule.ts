/** The schedule of a visit as it stands: jobs placed, and when each zone's water is back, with its range. */

import type { Zone } from "../piping/index.ts";
import type { StepTables } from "../step/index.ts";
import { jobsOf, type ScheduledConnection, type VisitJob } from "./jobs.ts";
import { type Schedule, scheduleVisit } from "./schedule.ts";

/** When a zone has no water, with how early and how late it may be back. */
export interface WaterOff {
  readonly zone: string;
  readonly kind: Zone["kind"];
  readonly connections: readonly string[];
  readonly fromMin: number;
  readonly backMin: { readonly low: number; readonly likely: number; readonly high: number };
}

export interface VisitSchedule {
  readonly jobs: readonly VisitJob[];
  readonly schedule: Schedule;
  readonly waterOff: readonly WaterOff[];
}

/** Returns the schedule of a visit's connections as they stand, with the range of "water back at" from quick and slow hands. */
export function scheduleOf(
  connections: readonly ScheduledConnection[],
  tables: StepTables,
  hands: 1 | 2,
): VisitSchedule {
  const jobs = jobsOf(connections, tables);
  const schedule = scheduleVisit(jobs, hands);
  const [quick, slow] = [scheduleVisit(jobs, hands, "low"), scheduleVisit(jobs, hands, "high")];
  const seen = new Map<string, number>();
  const waterOff = schedule.waterOff.map(({ zone, kind, fromMin, toMin }): WaterOff => {
    const nth = seen.get(zone) ?? 0;
    seen.set(zone, nth + 1);
    const same = ({ waterOff: windows }: Schedule) => windows.filter((each) => each.zone === zone)[nth];
    const low = same(quick);
    const high = same(slow);
    const lasts = (window: { fromMin: number; toMin: number } | undefined, otherwise: number) =>
      window ? fromMin + window.toMin - window.fromMin : otherwise;
    return {
      zone,
      kind,
      connections: jobs
        .flatMap(({ connections: own, isolations }) =>
          own.filter(({ id }) => isolations.get(id)?.zone.name === zone),
        )
        .map(({ survey }) => survey.label),
      fromMin,
      backMin: { low: lasts(low, toMin), likely: toMin, high: lasts(high, toMin) },
    };
  });
  return { jobs, schedule, waterOff };
}

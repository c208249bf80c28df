/** A visit's schedule as rows of the timeline. */
import type { VisitSchedule } from "../core/schedule/index.ts";
import { fixtureLabel } from "../labels/fixture-label.ts";
import type { TimelineRow } from "./timeline.tsx";

/** Rows of connections whose schedule is being worked out: they take the room the schedule will need. */
export function waitingRows(labels: readonly string[]): readonly TimelineRow[] {
  return labels.map((label) => ({ label, bars: [], waits: [], off: [] }));
}

export function scheduleRows({ jobs, schedule, waterOff }: VisitSchedule): readonly TimelineRow[] {
  const placed = new Map(schedule.tasks.map((each) => [each.task, each]));
  return jobs.map((job): TimelineRow => {
    const bars = job.steps.flatMap((step, at) => {
      const scheduled = placed.get(job.tasks[at]?.id ?? "");
      return scheduled
        ? [{ fromMin: scheduled.startMin, toMin: scheduled.endMin, text: step.text, waitMin: step.waitMin }]
        : [];
    });
    return {
      label: fixtureLabel(job.connections),
      bars: bars.toSorted((a, b) => a.fromMin - b.fromMin),
      waits: bars
        .filter(({ waitMin }) => waitMin > 0)
        .map(({ toMin, waitMin, text }) => ({
          fromMin: toMin,
          toMin: toMin + waitMin,
          text: `waiting: ${text}`,
        })),
      off: waterOff
        .filter((off) => job.zones.some(({ name }) => name === off.zone))
        .map((off) => ({ fromMin: off.fromMin, toMin: off.backMin.likely, text: `water off: ${off.zone}` })),
    };
  });
}

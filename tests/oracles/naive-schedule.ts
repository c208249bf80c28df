import type { OffWindow, Schedule } from "../../src/core/schedule/schedule.ts";
import type { Job, Pace } from "../../src/core/schedule/task.ts";

/** The order nobody thinks about: one job after the other, step by step as the list has them, every wait stood through. */
export function naiveSchedule(
  jobs: readonly Job[],
  pace: Pace = "likely",
): Pick<Schedule, "waterOff" | "totalMin"> {
  let at = 0;
  const waterOff: OffWindow[] = [];
  for (const { tasks, zone } of jobs) {
    let since = 0;
    for (const { handsOnMin, waitMin, effect } of tasks) {
      if (effect === "shuts") since = at;
      at += handsOnMin[pace];
      if (effect === "opens") waterOff.push({ zone: zone.name, kind: zone.kind, fromMin: since, toMin: at });
      at += waitMin;
    }
  }
  return { waterOff, totalMin: at };
}

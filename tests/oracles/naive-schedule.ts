import type { OffWindow } from "../../src/core/schedule/off-windows.ts";
import type { Schedule } from "../../src/core/schedule/schedule.ts";
import type { Job, Pace } from "../../src/core/schedule/task.ts";

/** The order nobody thinks about: one job after the other, step by step as the list has them, every wait stood through. */
export function naiveSchedule(
  jobs: readonly Job[],
  pace: Pace = "likely",
): Pick<Schedule, "waterOff" | "totalMin"> {
  let at = 0;
  const waterOff: OffWindow[] = [];
  for (const { tasks, zones } of jobs) {
    const since = new Map<string, number>();
    for (const { handsOnMin, waitMin, effect, zone: name } of tasks) {
      const zone = zones.find((each) => each.name === name);
      if (effect === "shuts" && zone) since.set(zone.name, at);
      at += handsOnMin[pace];
      const fromMin = zone === undefined ? undefined : since.get(zone.name);
      if (effect === "opens" && zone && fromMin !== undefined) {
        waterOff.push({ zone: zone.name, kind: zone.kind, fromMin, toMin: at });
        since.delete(zone.name);
      }
      at += waitMin;
    }
  }
  return { waterOff, totalMin: at };
}

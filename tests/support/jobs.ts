/** Jobs for the scheduler, written short. */
import type { Job, Task, ZoneKind } from "../../src/core/schedule/task.ts";

interface TaskShape {
  readonly minutes: number;
  readonly wait?: number;
  readonly effect?: Task["effect"];
  readonly first?: boolean;
  readonly look?: boolean;
}

/** A job with tasks of these shapes, one after the other; slow hands take twice as long. */
export function job(id: string, zone: string, kind: ZoneKind, shapes: readonly TaskShape[]): Job {
  return {
    id,
    zone: { name: zone, kind },
    tasks: shapes.map(({ minutes, wait = 0, effect = null, first = false, look = false }, at) => ({
      id: `${id}${at}`,
      job: id,
      handsOnMin: { low: minutes, likely: minutes, high: 2 * minutes },
      waitMin: wait,
      effect,
      mayComeFirst: first,
      followsOpening: look,
    })),
  };
}

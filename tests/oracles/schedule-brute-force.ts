/**
 * The schedule by trying everything, minute by minute, for tests: whole minutes, one or two pairs of hands, few steps.
 * Each job has one zone. Knows nothing of blocks: at every minute each free pair of hands begins any step that may begin, or stands idle.
 */
import { ZONE_KINDS } from "../../src/core/piping/index.ts";
import type { Job } from "../../src/core/schedule/task.ts";

interface Doing {
  readonly free: readonly number[];
  /** Minute each step is over, its wait included; absent: not begun. */
  readonly over: ReadonlyMap<string, number>;
  readonly shutAt: ReadonlyMap<string, number>;
  readonly off: readonly number[];
  readonly end: number;
}

/** Best (minutes off by kind, then length) over every schedule in which each job shuts its own water. */
export function bruteForce(jobs: readonly Job[], hands: 1 | 2, horizonMin: number): readonly number[] {
  let best: readonly number[] = [...ZONE_KINDS.map(() => Number.POSITIVE_INFINITY), Number.POSITIVE_INFINITY];
  const isBetter = (one: readonly number[], other: readonly number[]) => {
    const at = one.findIndex((value, k) => value !== other[k]);
    return at >= 0 && (one[at] ?? 0) < (other[at] ?? 0);
  };
  const steps = jobs.flatMap((job) => job.tasks.map((task, at) => ({ job, task, at })));

  const mayBegin = ({ job, at }: (typeof steps)[number], now: number, over: Doing["over"]) => {
    const { tasks } = job;
    const task = tasks[at];
    const shutAt = tasks.findIndex(({ effect }) => effect === "shuts");
    const openAt = tasks.findIndex(({ effect }) => effect === "opens");
    return tasks.every((other, k) => {
      const isOver = (over.get(other.id) ?? Number.POSITIVE_INFINITY) <= now;
      // Bench work waits only for what stands before the shutting, and the shutting waits for it.
      if (other.mayComeFirst && at >= shutAt && !task?.mayComeFirst) return isOver;
      if (k >= at || (task?.mayComeFirst && k >= shutAt && k < openAt)) return true;
      return isOver;
    });
  };

  const seen = new Set<string>();
  const go = (now: number, doing: Doing): void => {
    // Water that is off now has been off since it was shut, whatever comes.
    const already = jobs.reduce((off, job) => {
      const since = doing.shutAt.get(job.id);
      const open = job.tasks.find(({ effect }) => effect === "opens");
      if (since === undefined || open === undefined || doing.over.has(open.id)) return off;
      const kind = ZONE_KINDS.indexOf(job.zones[0]?.kind ?? "fixture");
      return off.map((value, k) => (k === kind ? value + now - since + open.handsOnMin.likely : value));
    }, doing.off);
    const left = steps
      .filter(({ task }) => !doing.over.has(task.id))
      .map(({ task }) => task.handsOnMin.likely);
    const least = Math.max(doing.end, now + left.reduce((sum, minutes) => sum + minutes, 0) / hands);
    if (!isBetter([...already, least], best)) return;
    // The same hands, steps and water at the same minute lead to the same ends, however they came about.
    const key = JSON.stringify([
      now,
      doing.free.toSorted((a, b) => a - b),
      steps.map(({ task }) => doing.over.get(task.id) ?? null),
      [...doing.shutAt].sort(),
      doing.off,
    ]);
    if (seen.has(key)) return;
    seen.add(key);
    if (doing.over.size === steps.length) {
      best = [...doing.off, doing.end];
      return;
    }
    if (now >= horizonMin) return;
    const hand = doing.free.findIndex((at) => at <= now);
    if (hand >= 0)
      for (const step of steps) {
        const { job, task } = step;
        if (doing.over.has(task.id) || !mayBegin(step, now, doing.over)) continue;
        const stop = now + task.handsOnMin.likely;
        const kind = ZONE_KINDS.indexOf(job.zones[0]?.kind ?? "fixture");
        const since = doing.shutAt.get(job.id);
        go(now, {
          free: doing.free.map((at, k) => (k === hand ? stop : at)),
          over: new Map(doing.over).set(task.id, stop + task.waitMin),
          shutAt: task.effect === "shuts" ? new Map(doing.shutAt).set(job.id, now) : doing.shutAt,
          off:
            task.effect === "opens" && since !== undefined
              ? doing.off.map((value, k) => (k === kind ? value + stop - since : value))
              : doing.off,
          end: Math.max(doing.end, stop + task.waitMin),
        });
      }
    go(now + 1, doing);
  };
  go(0, {
    free: new Array<number>(hands).fill(0),
    over: new Map(),
    shutAt: new Map(),
    off: ZONE_KINDS.map(() => 0),
    end: 0,
  });
  return best;
}

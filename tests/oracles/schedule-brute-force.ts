/**
 * The schedule by trying everything, minute by minute, for tests: whole minutes, one or two pairs of hands, few steps, a valve for each job.
 * At every minute each free pair of hands begins any step that may begin, or stands idle. What may begin follows from the water alone: below a
 * shut valve nothing is proved, filled, looked at or left standing, stops are proved before a valve above them is shut, and looks follow
 * their opening.
 */
import { ZONE_KINDS } from "../../src/core/piping/index.ts";
import type { Job, Task } from "../../src/core/schedule/task.ts";

interface Doing {
  readonly free: readonly number[];
  /** Minute each step was begun, and is over with its wait; absent: not begun. */
  readonly begun: ReadonlyMap<string, readonly [number, number]>;
  readonly end: number;
}

/** Best (minutes off by kind, then length) over every way of doing the jobs that beats `toBeat`; that itself where none does. */
export function bruteForce(jobs: readonly Job[], hands: 1 | 2, toBeat: readonly number[]): readonly number[] {
  let best = toBeat;
  // Less time without water may take a longer visit.
  const horizonMin = (toBeat.at(-1) ?? 0) + 3;
  const isBetter = (one: readonly number[], other: readonly number[]) => {
    const at = one.findIndex((value, k) => value !== other[k]);
    return at >= 0 && (one[at] ?? 0) < (other[at] ?? 0);
  };
  const minutes = ({ handsOnMin }: Task) => handsOnMin.likely;
  /** Steps of each job that are begun as one: an opening with the looks that follow. */
  const rows = jobs.map((job) => {
    const shutAt = job.tasks.findIndex(({ effect }) => effect === "shuts");
    const rest = shutAt < 0 ? [] : job.tasks.slice(shutAt);
    const order = [
      ...job.tasks.slice(0, shutAt < 0 ? job.tasks.length : shutAt),
      ...rest.filter(({ mayComeFirst }) => mayComeFirst),
      ...rest.filter(({ mayComeFirst }) => !mayComeFirst),
    ];
    const chunks: Task[][] = [];
    for (const task of order) {
      const last = chunks.at(-1);
      if (
        task.followsOpening &&
        last !== undefined &&
        (last.at(-1)?.effect === "opens" || last.at(-1)?.followsOpening)
      )
        last.push(task);
      else chunks.push([task]);
    }
    return chunks;
  });
  const span = (doing: Doing, task: Task | undefined) =>
    task === undefined ? undefined : doing.begun.get(task.id);
  const valveOf = (job: Job) => job.zones.find(({ kind }) => kind !== "fixture");
  const find = (job: Job, is: (task: Task) => boolean) => job.tasks.find(is);
  /** When a job's valve is off: from the beginning of its shutting to the end of its opening. */
  const off = (job: Job, doing: Doing): readonly [number, number] | null => {
    const name = valveOf(job)?.name;
    const from = span(
      doing,
      find(job, ({ effect, zone }) => effect === "shuts" && zone === name),
    )?.[0];
    if (name === undefined || from === undefined) return null;
    const opening = find(job, ({ effect, zone }) => effect === "opens" && zone === name);
    const opened = span(doing, opening)?.[0];
    return [
      from,
      opened === undefined || opening === undefined ? Number.POSITIVE_INFINITY : opened + minutes(opening),
    ];
  };
  /** When pressure stands on what a job has made, to be looked at. */
  const standing = (job: Job, doing: Doing): readonly [number, number] | null => {
    const from = span(
      doing,
      find(job, ({ effect }) => effect === "opens"),
    )?.[0];
    if (from === undefined) return null;
    const last = job.tasks.findLast(({ isLook }) => isLook);
    return [from, span(doing, last)?.[1] ?? Number.POSITIVE_INFINITY];
  };
  const proving = (job: Job, doing: Doing) => {
    const own = job.tasks.filter(({ isProof, zone }) => isProof && zone !== valveOf(job)?.name);
    return own.map((task) => span(doing, task) ?? null);
  };
  const isSound = (doing: Doing): boolean =>
    jobs.every((upper) => {
      const without = off(upper, doing);
      const name = valveOf(upper)?.name;
      if (without === null || name === undefined) return true;
      return jobs.every((lower) => {
        if (lower === upper || !lower.sides.some(({ above }) => above.includes(name))) return true;
        if (proving(lower, doing).some((each) => each === null || each[1] > without[0])) return false;
        const stands = standing(lower, doing);
        return stands === null || stands[0] >= without[1] || stands[1] <= without[0];
      });
    });
  const offMinutes = (doing: Doing, now: number): readonly number[] =>
    ZONE_KINDS.map((kind) =>
      jobs
        .flatMap((job) =>
          job.zones.flatMap((zone) => {
            if (zone.kind !== kind) return [];
            const shut = find(job, (task) => task.effect === "shuts" && task.zone === zone.name);
            const opening = find(job, (task) => task.effect === "opens" && task.zone === zone.name);
            const from = span(doing, shut)?.[0];
            if (from === undefined || opening === undefined) return [];
            const opened = span(doing, opening)?.[0];
            return [(opened === undefined ? now : opened) + minutes(opening) - from];
          }),
        )
        .reduce((sum, each) => sum + each, 0),
    );
  const seen = new Set<string>();
  const go = (now: number, doing: Doing): void => {
    const left = rows.flat(2).filter(({ id }) => !doing.begun.has(id));
    const longest = rows.map((chunks) =>
      chunks
        .flat()
        .reduce((sum, task) => (doing.begun.has(task.id) ? sum : sum + minutes(task) + task.waitMin), 0),
    );
    const work = left.reduce((sum, task) => sum + minutes(task), 0) / hands;
    const least = Math.max(doing.end, now + work, now + Math.max(0, ...longest));
    if (!isBetter([...offMinutes(doing, now), least], best)) return;
    const key = JSON.stringify([now, doing.free.toSorted((a, b) => a - b), [...doing.begun].sort()]);
    if (seen.has(key)) return;
    seen.add(key);
    if (left.length === 0) {
      best = [...offMinutes(doing, now), doing.end];
      return;
    }
    if (now >= horizonMin) return;
    const hand = doing.free.findIndex((at) => at <= now);
    if (hand >= 0)
      for (const chunks of rows) {
        const chunk = chunks.find(([first]) => first !== undefined && !doing.begun.has(first.id));
        const before = chunks[chunk === undefined ? -1 : chunks.indexOf(chunk) - 1]?.at(-1);
        if (chunk === undefined || (span(doing, before)?.[1] ?? 0) > now) continue;
        const begun = new Map(doing.begun);
        let at = now;
        let end = doing.end;
        for (const task of chunk) {
          const over = at + minutes(task) + task.waitMin;
          begun.set(task.id, [at, over]);
          at += minutes(task);
          end = Math.max(end, over);
        }
        const next = { free: doing.free.map((each, k) => (k === hand ? at : each)), begun, end };
        if (isSound(next)) go(now, next);
      }
    go(now + 1, doing);
  };
  go(0, { free: new Array<number>(hands).fill(0), begun: new Map(), end: 0 });
  return best;
}

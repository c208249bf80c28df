/** A job's tasks by when they can be done: before the water goes off, while it is off, at the opening, after. */
import type { Job, Task } from "./task.ts";

export interface TaskPhases {
  readonly before: readonly Task[];
  /** Tasks that shut zones, where they come first in the work without water. */
  readonly shuts: readonly Task[];
  readonly off: readonly Task[];
  /** From the first zone that is opened to the last. */
  readonly opens: readonly Task[];
  /** Looks that must follow at once, with what stands between. */
  readonly atOpening: readonly Task[];
  readonly after: readonly Task[];
}

const NOTHING: TaskPhases = { before: [], shuts: [], off: [], opens: [], atOpening: [], after: [] };

/** Splits a job's tasks by the water. A job that shuts nothing is all before. */
export function taskPhasesOf({ tasks, shutAlready }: Job): TaskPhases {
  const isShut = shutAlready.length > 0;
  const shutAt = isShut ? 0 : tasks.findIndex(({ effect }) => effect === "shuts");
  const zones = new Set([
    ...shutAlready,
    ...tasks.flatMap(({ effect, zone }) => (effect === "shuts" && zone !== null ? [zone] : [])),
  ]);
  const openings = [...zones].map((zone) =>
    tasks.findIndex((task, at) => at >= shutAt && task.effect === "opens" && task.zone === zone),
  );
  const [firstOpen, lastOpen] = [Math.min(...openings), Math.max(...openings)];
  if (shutAt < 0 || zones.size === 0 || firstOpen < shutAt) return { ...NOTHING, before: tasks };
  const between = tasks.slice(shutAt, firstOpen);
  const isBench = ({ mayComeFirst }: Task) => mayComeFirst && !isShut;
  const rest = tasks.slice(lastOpen + 1);
  const lookAt = rest.findLastIndex(({ followsOpening }) => followsOpening);
  return {
    before: [...tasks.slice(0, shutAt), ...between.filter(isBench)],
    shuts: between.filter(({ effect }) => effect === "shuts"),
    off: between.filter((task) => task.effect !== "shuts" && !isBench(task)),
    opens: tasks.slice(firstOpen, lastOpen + 1),
    atOpening: rest.slice(0, lookAt + 1),
    after: rest.slice(lookAt + 1),
  };
}

/** Which valves above stops are shut together, and for which jobs: what shares a valve shares the time without its water. */
import { ZONE_KINDS, type Zone } from "../piping/index.ts";
import type { Job, JobSide, Task } from "./task.ts";

/** Jobs that share valves, and the valves. */
export interface Shutting {
  readonly zones: readonly Zone[];
  readonly members: readonly number[];
  /** Places of the shuttings of which a valve lies below one of this one's. */
  readonly holdsBelow: readonly number[];
}

/** One water of a job, with the places in the job's order that decide when a valve above it may be shut. */
interface SidePlan extends JobSide {
  /** Last proof of its own stop; -1: none. */
  readonly provedAt: number;
  /** First task that puts pressure on what was made at it; Infinity: none does. */
  readonly waterAt: number;
  /** Its last look. */
  readonly lookedAt: number;
}

/** A job with its tasks in the order they are done, and where its water goes and comes. */
export interface JobPlan {
  readonly job: Job;
  readonly tasks: readonly Task[];
  /** Valves above that it has shut or still shuts. */
  readonly zones: readonly Zone[];
  /** Place of its first task that shuts a valve above; Infinity: none does. */
  readonly shutAt: number;
  /** Place where the shutting begins: the heater, which is seen to once before, belongs to it. */
  readonly shuttingAt: number;
  /** Place of the last proof of a stop of its own. */
  readonly provedAt: number;
  /** Place of the first task that puts pressure on what was made; Infinity: none does. */
  readonly waterAt: number;
  /** Place of its last look. */
  readonly lookedAt: number;
  readonly sides: readonly SidePlan[];
  /** Names of the valves above what each task is done for. */
  readonly aboveOf: readonly (readonly string[])[];
}

const isAbove = ({ kind }: Zone) => kind !== "fixture";

/** Returns a job's tasks in the order they are done: bench work before the water goes off. */
function inOrder({ tasks, shutAlready }: Job): readonly Task[] {
  const shutAt = tasks.findIndex(({ effect }) => effect === "shuts");
  if (shutAlready.length > 0 || shutAt < 0) return tasks;
  const rest = tasks.slice(shutAt);
  return [
    ...tasks.slice(0, shutAt),
    ...rest.filter(({ mayComeFirst }) => mayComeFirst),
    ...rest.filter(({ mayComeFirst }) => !mayComeFirst),
  ];
}

/** Returns a job with the places that decide when its parts may be done. */
export function jobPlan(job: Job): JobPlan {
  const tasks = inOrder(job);
  const zones = job.zones.filter(isAbove);
  const names = new Set(zones.map(({ name }) => name));
  const isOfValve = ({ zone }: Task) => zone !== null && names.has(zone);
  const placeOr = (at: number, otherwise: number) => (at < 0 ? otherwise : at);
  const shutAt = placeOr(
    tasks.findIndex((task) => task.effect === "shuts" && isOfValve(task)),
    Number.POSITIVE_INFINITY,
  );
  const water = ({ effect }: Task) => effect === "opens";
  const proof = (task: Task) => task.isProof && !isOfValve(task);
  const look = ({ isLook }: Task) => isLook;
  const sides = job.sides.map((side): SidePlan => {
    const own = (is: (task: Task) => boolean) => (task: Task) => is(task) && task.sides.includes(side.id);
    return {
      ...side,
      provedAt: tasks.findLastIndex(own(proof)),
      waterAt: placeOr(tasks.findIndex(own(water)), Number.POSITIVE_INFINITY),
      lookedAt: tasks.findLastIndex(own(look)),
    };
  });
  return {
    job,
    sides,
    aboveOf: tasks.map((task) =>
      job.sides.flatMap(({ id, above }) => (task.sides.includes(id) ? above : [])),
    ),
    tasks,
    zones,
    shutAt,
    shuttingAt: placeOr(
      tasks.findIndex(({ once }, place) => once?.at === "first" && place < shutAt),
      shutAt,
    ),
    provedAt: tasks.findLastIndex(proof),
    waterAt: placeOr(tasks.findIndex(water), Number.POSITIVE_INFINITY),
    lookedAt: tasks.findLastIndex(look),
  };
}

/** Returns the jobs that share valves above, with the valves, the gravest first; a job that shuts none is in none of them. */
export function shuttingsOf(plans: readonly JobPlan[]): readonly Shutting[] {
  const groups: { zones: Map<string, Zone>; members: number[] }[] = [];
  for (const [at, { zones }] of plans.entries()) {
    if (zones.length === 0) continue;
    const joined = groups.filter((group) => zones.some(({ name }) => group.zones.has(name)));
    const merged = {
      zones: new Map([
        ...joined.flatMap((group) => [...group.zones]),
        ...zones.map((zone) => [zone.name, zone] as const),
      ]),
      members: [...joined.flatMap(({ members }) => members), at].sort((a, b) => a - b),
    };
    for (const group of joined) groups.splice(groups.indexOf(group), 1);
    groups.push(merged);
  }
  const gravity = ({ zones }: { readonly zones: ReadonlyMap<string, Zone> }) =>
    Math.min(...[...zones.values()].map(({ kind }) => ZONE_KINDS.indexOf(kind)));
  const sorted = groups.toSorted((one, other) => gravity(one) - gravity(other));
  /** Whether one of some valves lies below one of others, on the way of any water of the visit. */
  const isNested = (own: ReadonlyMap<string, Zone>, others: ReadonlyMap<string, Zone>) =>
    plans.some(({ sides }) =>
      sides.some(({ above }) => {
        const nearest = above.findIndex((valve) => own.has(valve));
        return nearest >= 0 && nearest < above.findLastIndex((valve) => others.has(valve));
      }),
    );
  return sorted.map(({ zones, members }, at) => ({
    zones: [...zones.values()],
    members,
    holdsBelow: [...sorted.keys()].filter(
      (other) => other !== at && isNested(sorted[other]?.zones ?? zones, zones),
    ),
  }));
}

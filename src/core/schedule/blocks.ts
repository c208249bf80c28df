/**
 * Jobs as blocks that are never torn apart. Work with the water off is one block, for a pause in it only lengthens the time without
 * water; hands are free in its waits. What may come before it does; what follows is cut where hands must wait.
 */
import { ZONE_KINDS, type Zone } from "../isolation/index.ts";
import { type PlacedTask, placeRows } from "./rows.ts";
import type { Job, Pace, Task } from "./task.ts";
import { taskPhasesOf } from "./task-phases.ts";

/** A block may start so many minutes after the start of another, or later. */
export interface After {
  readonly block: string;
  readonly fromStartMin: number;
}

export interface Block {
  readonly id: string;
  readonly minutes: number;
  /** From its end until all it leaves behind is over. */
  readonly waitMin: number;
  readonly after: readonly After[];
  readonly placed: readonly PlacedTask[];
  /** Zones without water, from the block's start. */
  readonly off: readonly {
    readonly zone: Zone;
    readonly fromMin: number;
    readonly toMin: number;
    /** Off since before the schedule begins. */
    readonly isSinceBefore: boolean;
  }[];
  /** Its own work takes no longer than it must. */
  readonly isShortest: boolean;
}

/** Jobs that share the shutting of their zones; a job alone shuts its own. */
export type Grouping = readonly (readonly Job[])[];

/** What a later block of the job waits for. */
interface Behind {
  readonly after: readonly After[];
  /** Waits beside other work: only the job's last task waits for them. */
  readonly beside: readonly After[];
}

/** How work is cut into blocks. */
export interface Cutting {
  readonly hands: 1 | 2;
  readonly pace: Pace;
  /** With two pairs of hands, work with the water on may be left for other work after so many minutes; infinite: only where hands must wait. */
  readonly pieceMin: number;
}

const minutesOf = (tasks: readonly Task[]) =>
  tasks.reduce((sum, { handsOnMin }) => sum + handsOnMin.likely, 0);

/** Tasks cut into runs: after every task that is followed by a wait, round a task that takes two pairs of hands, before the last where something is watched. */
function runsOf(
  tasks: readonly Task[],
  { hands, pieceMin }: Cutting,
  isLastApart: boolean,
): readonly (readonly Task[])[] {
  const runs: Task[][] = [];
  for (const [at, task] of tasks.entries()) {
    const last = runs.at(-1);
    const before = last?.at(-1);
    const isCut =
      before === undefined ||
      (before.waitMin > 0 && !before.isBeside) ||
      (hands === 2 && (before.hands === 2 || task.hands === 2 || minutesOf(last ?? []) >= pieceMin)) ||
      (isLastApart && at === tasks.length - 1);
    if (last === undefined || isCut) runs.push([task]);
    else last.push(task);
  }
  return runs;
}

/** Blocks in a chain, with what the next block of the job waits for. */
function chain(
  name: string,
  tasks: readonly Task[],
  cutting: Cutting & { readonly isLast: boolean },
  first: Behind,
): { readonly blocks: readonly Block[]; readonly behind: Behind } {
  const isWatched = first.beside.length > 0 || tasks.some(({ isBeside }) => isBeside);
  const { hands, pace, isLast } = cutting;
  const runs = runsOf(tasks, cutting, isLast && isWatched);
  const blocks: Block[] = [];
  let behind = first;
  for (const [index, run] of runs.entries()) {
    const id = `${name}${index}`;
    const { placed, endMin, besideMin } = placeRows([run], hands, pace);
    const minutes = placed.at(-1)?.toMin ?? 0;
    const isEnd = isLast && index === runs.length - 1;
    blocks.push({
      id,
      minutes,
      waitMin: Math.max(0, endMin - minutes, ...besideMin.map((at) => at - minutes)),
      after: [...behind.after, ...(isEnd ? behind.beside : [])],
      placed,
      off: [],
      isShortest: true,
    });
    behind = {
      after: [{ block: id, fromStartMin: endMin }],
      beside: [...behind.beside, ...besideMin.map((fromStartMin) => ({ block: id, fromStartMin }))],
    };
  }
  return { blocks, behind };
}

/** Tasks of several jobs, a zone's shutting or opening once: the first that shuts it, the last that opens it. */
function once(tasks: readonly Task[], keeps: "first" | "last"): readonly Task[] {
  return tasks.filter((task, at) => {
    if (task.effect === null) return true;
    const same = tasks.flatMap((other, k) =>
      other.effect === task.effect && other.zone === task.zone ? [k] : [],
    );
    return (keeps === "first" ? same[0] : same.at(-1)) === at;
  });
}

/** One block of all that jobs do while their zones are shut, once: shut, every job's work, open, the looks that follow. */
function offBlock(
  jobs: readonly Job[],
  { hands, pace }: Cutting,
  before: Behind,
): { readonly block: Block; readonly behind: Behind } {
  const parts = jobs.map((job) => {
    const { shuts, off, ...rest } = taskPhasesOf(job);
    // A zone nobody else needs is shut when its own job comes to it; a shared one before the first.
    const isShared = ({ zone }: Task) =>
      jobs.some((other) => other !== job && other.zones.some(({ name }) => name === zone));
    return {
      ...rest,
      shuts: shuts.filter(isShared),
      off: [...shuts.filter((task) => !isShared(task)), ...off],
      all: shuts,
    };
  });
  const id = `${jobs.map((job) => job.id).join("+")}:off`;
  const shuts = placeRows(
    [
      once(
        parts.flatMap((part) => part.shuts),
        "first",
      ),
    ],
    hands,
    pace,
  );
  const work = placeRows(
    parts.map(({ off }) => off),
    hands,
    pace,
    shuts.endMin,
  );
  const opening = once(
    parts.flatMap((part) => part.opens),
    "last",
  );
  const opens = placeRows([opening], hands, pace, work.endMin);
  // Waits after the opening are not stood through: what follows the block waits for the longest of them.
  const looks = placeRows(
    parts.map(({ atOpening }) => atOpening),
    1,
    pace,
    opens.placed.at(-1)?.toMin ?? opens.endMin,
  );
  const placed = [...shuts.placed, ...work.placed, ...opens.placed, ...looks.placed];
  const minutes = Math.max(0, ...placed.map(({ toMin }) => toMin));
  const endMin = Math.max(opens.endMin, looks.endMin);
  const besideMin = [...shuts.besideMin, ...work.besideMin, ...opens.besideMin, ...looks.besideMin];
  const zones = new Map(jobs.flatMap((job) => job.zones.map((zone) => [zone.name, zone])));
  const already = new Set(jobs.flatMap(({ shutAlready }) => shutAlready));
  const shutting = once(
    parts.flatMap((part) => part.all),
    "first",
  );
  const placeOf = (tasks: readonly Task[], effect: Task["effect"], zone: string) => {
    const task = tasks.find((each) => each.effect === effect && each.zone === zone);
    return placed.find((each) => each.task === task?.id);
  };
  const off = [...zones.values()].flatMap((zone): readonly Block["off"][number][] => {
    const from = placeOf(shutting, "shuts", zone.name);
    const to = placeOf(opening, "opens", zone.name);
    const isSinceBefore = already.has(zone.name);
    if (to === undefined || (from === undefined && !isSinceBefore)) return [];
    return [{ zone, fromMin: isSinceBefore ? 0 : (from?.fromMin ?? 0), toMin: to.toMin, isSinceBefore }];
  });
  return {
    block: {
      id,
      minutes,
      waitMin: Math.max(0, endMin - minutes, ...besideMin.map((at) => at - minutes)),
      after: before.after,
      placed,
      off,
      isShortest: work.isShortest && looks.isShortest,
    },
    behind: {
      after: [{ block: id, fromStartMin: endMin }],
      beside: [...before.beside, ...besideMin.map((fromStartMin) => ({ block: id, fromStartMin }))],
    },
  };
}

const NOTHING_BEHIND: Behind = { after: [], beside: [] };

/** The blocks of jobs whose zones are shut together. */
function blocksOfGroup(group: readonly Job[], cutting: Cutting): readonly Block[] {
  const withWater = group.filter((job) => taskPhasesOf(job).opens.length > 0);
  const dry = group.filter((job) => !withWater.includes(job));
  const alone = dry.flatMap(
    (job) =>
      chain(`${job.id}:before`, taskPhasesOf(job).before, { ...cutting, isLast: true }, NOTHING_BEHIND)
        .blocks,
  );
  if (withWater.length === 0) return alone;
  const before = withWater.map((job) =>
    chain(`${job.id}:before`, taskPhasesOf(job).before, { ...cutting, isLast: false }, NOTHING_BEHIND),
  );
  const { block, behind } = offBlock(withWater, cutting, {
    after: before.flatMap((each) => each.behind.after),
    beside: [],
  });
  const after = withWater.flatMap((job, at) => {
    const own: Behind = {
      after: behind.after,
      beside: [...behind.beside, ...(before[at]?.behind.beside ?? [])],
    };
    return chain(`${job.id}:after`, taskPhasesOf(job).after, { ...cutting, isLast: true }, own).blocks;
  });
  return [...alone, ...before.flatMap(({ blocks }) => blocks), block, ...after];
}

/** Returns all blocks of a visit, each group's zones shut once. What is shut already comes first, the gravest zone and the shortest work ahead. */
export function blocksOf(groups: Grouping, cutting: Cutting): readonly Block[] {
  const blocks = groups.flatMap((group) => blocksOfGroup(group, cutting));
  const gravity = ({ off }: Block) => Math.min(...off.map(({ zone }) => ZONE_KINDS.indexOf(zone.kind)));
  const shut = blocks
    .filter(({ off }) => off.some(({ isSinceBefore }) => isSinceBefore))
    .sort((a, b) => gravity(a) - gravity(b) || a.minutes - b.minutes);
  const last = shut.at(-1);
  if (last === undefined) return blocks;
  return blocks.map((block) => {
    const place = shut.indexOf(block);
    const earlier = place < 0 ? last : shut[place - 1];
    return block.after.length > 0 || earlier === undefined
      ? block
      : { ...block, after: [{ block: earlier.id, fromStartMin: earlier.minutes }] };
  });
}

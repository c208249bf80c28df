/**
 * Jobs as blocks that are never interrupted. Work with the water off is one block, for a pause in it only lengthens the
 * time without water; what may come before it does; what follows is cut where hands must wait.
 */
import { type Job, type Pace, type Task, ZONE_KINDS, type Zone } from "./task.ts";

export interface PlacedTask {
  readonly task: string;
  /** From the block's start, minutes. */
  readonly fromMin: number;
  readonly toMin: number;
}

export interface Block {
  readonly id: string;
  readonly minutes: number;
  readonly hands: 1 | 2;
  /** What follows waits so long after the block's end; hands are free. */
  readonly waitMin: number;
  readonly after: readonly string[];
  readonly placed: readonly PlacedTask[];
  /** Water off, from the block's start. */
  readonly off: {
    readonly zone: Zone;
    readonly fromMin: number;
    readonly toMin: number;
    /** Off since before the schedule begins. */
    readonly isSinceBefore: boolean;
  } | null;
}

/** Tasks of a job by when they can be done: before the water goes off, while it is off, after it is back. */
export interface TaskPhases {
  readonly before: readonly Task[];
  readonly shut: Task | null;
  readonly off: readonly Task[];
  readonly open: Task | null;
  readonly atOpening: readonly Task[];
  readonly after: readonly Task[];
}

/** What follows the opening: the looks that must come at once, and the rest. */
const afterOpening = (tasks: readonly Task[]): Pick<TaskPhases, "atOpening" | "after"> => ({
  atOpening: tasks.filter(({ followsOpening }) => followsOpening),
  after: tasks.filter(({ followsOpening }) => !followsOpening),
});

/** Splits a job's tasks by the water: before it goes off, while it is off, at opening and after. */
export function taskPhasesOf({ tasks, isShut }: Job): TaskPhases {
  const openAt = tasks.findIndex(({ effect }) => effect === "opens");
  const afterOpen = tasks.slice(openAt + 1);
  if (isShut) {
    return {
      before: [],
      shut: null,
      off: tasks.slice(0, Math.max(0, openAt)),
      open: tasks[openAt] ?? null,
      ...afterOpening(afterOpen),
    };
  }
  const shutAt = tasks.findIndex(({ effect }) => effect === "shuts");
  if (shutAt < 0 || openAt < shutAt)
    return { before: tasks, shut: null, off: [], open: null, atOpening: [], after: [] };
  const between = tasks.slice(shutAt + 1, openAt);
  return {
    before: [...tasks.slice(0, shutAt), ...between.filter(({ mayComeFirst }) => mayComeFirst)],
    shut: tasks[shutAt] ?? null,
    off: between.filter(({ mayComeFirst }) => !mayComeFirst),
    open: tasks[openAt] ?? null,
    ...afterOpening(afterOpen),
  };
}

/** Tasks one after another from a start; waits inside are stood through. */
function inRow(
  tasks: readonly Task[],
  pace: Pace,
  from = 0,
): { readonly placed: readonly PlacedTask[]; readonly end: number } {
  let at = from;
  const placed = tasks.map(({ id, handsOnMin, waitMin }) => {
    const fromMin = at;
    const toMin = fromMin + handsOnMin[pace];
    at = toMin + waitMin;
    return { task: id, fromMin, toMin };
  });
  return { placed, end: at };
}

/** Blocks in a chain: cut after every task that is followed by a wait. */
function chain(
  job: string,
  name: string,
  tasks: readonly Task[],
  pace: Pace,
  first: readonly string[],
): readonly Block[] {
  const runs: Task[][] = [];
  for (const task of tasks) {
    const last = runs.at(-1);
    if (last === undefined || (last.at(-1)?.waitMin ?? 0) > 0) runs.push([task]);
    else last.push(task);
  }
  const blocks: Block[] = [];
  for (const [index, run] of runs.entries()) {
    const waitMin = run.at(-1)?.waitMin ?? 0;
    const { placed, end } = inRow(run, pace);
    const before = blocks.at(-1);
    blocks.push({
      id: `${job}:${name}${index}`,
      minutes: end - waitMin,
      hands: 1,
      waitMin,
      after: before ? [before.id] : first,
      placed,
      off: null,
    });
  }
  return blocks;
}

/**
 * Fewest minutes in which two pairs of hands do rows of work that cannot be split: each row to one of them.
 * Exact by trying every share-out up to 12 rows; above, longest row first to whoever is free.
 */
function sharedOut(rows: readonly number[]): readonly (0 | 1)[] {
  if (rows.length > 12) {
    const load: [number, number] = [0, 0];
    const to = new Array<0 | 1>(rows.length).fill(0);
    for (const index of rows.map((_, k) => k).sort((a, b) => (rows[b] ?? 0) - (rows[a] ?? 0))) {
      const hand = load[0] <= load[1] ? 0 : 1;
      load[hand] += rows[index] ?? 0;
      to[index] = hand;
    }
    return to;
  }
  const total = rows.reduce((sum, row) => sum + row, 0);
  let best = { mask: 0, longest: total };
  for (let mask = 0; mask < 2 ** rows.length; mask += 1) {
    const one = rows.reduce((sum, row, k) => sum + ((mask >> k) & 1 ? row : 0), 0);
    const longest = Math.max(one, total - one);
    if (longest < best.longest) best = { mask, longest };
  }
  return rows.map((_, k) => ((best.mask >> k) & 1 ? 1 : 0));
}

/** One block of all that jobs do while their zone is shut, once: shut, every job's work, open, the looks that follow. */
function offBlock(jobs: readonly Job[], hands: 1 | 2, pace: Pace, after: readonly string[]): Block {
  const parts = jobs.map(taskPhasesOf);
  const [first] = jobs;
  const shut = parts[0]?.shut;
  const open = parts.at(-1)?.open;
  if (first === undefined || !open || (!shut && !first.isShut))
    throw new RangeError("a block without water needs a job that shuts it");
  const both = hands === 2 && jobs.length > 1;
  const shutRow = inRow(shut ? [shut] : [], pace);
  const rows = parts.map(({ off }) => inRow(off, pace).end);
  const shares = both ? sharedOut(rows) : rows.map(() => 0 as const);
  const ends: [number, number] = [shutRow.end, shutRow.end];
  const work = parts.flatMap(({ off }, k) => {
    const hand = shares[k] ?? 0;
    const row = inRow(off, pace, ends[hand]);
    ends[hand] = row.end;
    return row.placed;
  });
  // Waits after the opening are not stood through: what follows the block waits for the longest of them.
  let at = Math.max(...ends);
  const back = [open, ...parts.flatMap(({ atOpening }) => atOpening)].map(({ id, handsOnMin, waitMin }) => {
    const fromMin = at;
    at += handsOnMin[pace];
    return { task: id, fromMin, toMin: at, readyMin: at + waitMin };
  });
  return {
    id: `${jobs.map(({ id }) => id).join("+")}:off`,
    minutes: at,
    hands: both ? 2 : 1,
    waitMin: Math.max(...back.map(({ readyMin }) => readyMin)) - at,
    after,
    placed: [
      ...shutRow.placed,
      ...work,
      ...back.map(({ task, fromMin, toMin }) => ({ task, fromMin, toMin })),
    ],
    off: {
      zone: first.zone,
      fromMin: 0,
      toMin: back[0]?.toMin ?? at,
      isSinceBefore: first.isShut === true,
    },
  };
}

/** Jobs that share one shutting of their zone; a job alone shuts its own. */
export type Grouping = readonly (readonly Job[])[];

/** Returns all blocks of a visit, each group's zone shut once. What is shut already comes first, the gravest zone and the shortest work ahead. */
export function blocksOf(groups: Grouping, hands: 1 | 2, pace: Pace): readonly Block[] {
  const blocks = groups.flatMap((group) => {
    const before = group.flatMap((job) => chain(job.id, "before", taskPhasesOf(job).before, pace, []));
    const lasts = group.flatMap((job) =>
      before.filter(({ id }) => id.startsWith(`${job.id}:before`)).slice(-1),
    );
    const withWater = group.filter((job) => taskPhasesOf(job).open !== null);
    if (withWater.length === 0) return before;
    const ids = lasts.map(({ id }) => id);
    const off = offBlock(withWater, hands, pace, ids);
    const after = withWater.flatMap((job) => chain(job.id, "after", taskPhasesOf(job).after, pace, [off.id]));
    return [...before, off, ...after];
  });
  const gravity = ({ off }: Block) => (off === null ? 0 : ZONE_KINDS.indexOf(off.zone.kind));
  const shut = blocks
    .filter(({ off }) => off?.isSinceBefore)
    .sort((a, b) => gravity(a) - gravity(b) || a.minutes - b.minutes);
  const last = shut.at(-1);
  if (last === undefined) return blocks;
  return blocks.map((block) => {
    const place = shut.indexOf(block);
    const earlier = place < 0 ? last : shut[place - 1];
    return block.after.length > 0 || earlier === undefined ? block : { ...block, after: [earlier.id] };
  });
}

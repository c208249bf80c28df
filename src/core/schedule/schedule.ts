/** When each step of a visit is done: least time without water, the gravest zone first, then the shortest visit. */

import { type Block, blocksOf, type Cutting, type Grouping } from "./blocks.ts";
import { groupings } from "./groupings.ts";
import { leastLengthBelow } from "./least-length.ts";
import { SAME_MIN } from "./minutes.ts";
import { networkOf } from "./network.ts";
import { type OffWindow, windowsOf } from "./off-windows.ts";
import { type Placement, placeBlocks } from "./place.ts";
import type { Job, Pace } from "./task.ts";

export interface ScheduledTask {
  readonly task: string;
  readonly startMin: number;
  readonly endMin: number;
}

export interface Schedule {
  readonly tasks: readonly ScheduledTask[];
  readonly waterOff: readonly OffWindow[];
  readonly totalMin: number;
  /** No schedule with as little time without water is shorter than this. */
  readonly leastTotalMin: number;
  readonly isProved: boolean;
  /** Steps left out because a zone is shut and opened once for several jobs. */
  readonly shared: readonly string[];
}

function scheduleFrom(jobs: readonly Job[], { placed, totalMin, leastMin, isProved }: Placement): Schedule {
  const starts = new Map(placed.map(({ block, startMin }) => [block, startMin]));
  const tasks = placed
    .flatMap(({ block, startMin }) =>
      block.placed.map(({ task, fromMin, toMin }) => ({
        task,
        startMin: startMin + fromMin,
        endMin: startMin + toMin,
      })),
    )
    .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
  const done = new Set(tasks.map(({ task }) => task));
  return {
    tasks,
    waterOff: windowsOf(
      placed.map(({ block }) => block),
      (block) => starts.get(block) ?? 0,
    ).toSorted((a, b) => a.fromMin - b.fromMin),
    totalMin,
    leastTotalMin: leastMin,
    isProved,
    shared: jobs.flatMap((job) => job.tasks.flatMap(({ id }) => (done.has(id) ? [] : [id]))),
  };
}

/** How finely work with the water on is cut for two pairs of hands: whole, then as finely as the gap asks for. Going to and fro costs attention. */
const PIECES = [
  { pieceMin: Number.POSITIVE_INFINITY, effort: 0.25 },
  { pieceMin: 4, effort: 0.5 },
  { pieceMin: 0, effort: 5 },
] as const;
/** A visit that is not cut finer. */
const ONE_PIECE = [{ pieceMin: Number.POSITIVE_INFINITY, effort: 0.5 }] as const;
/** What a schedule with a small gap gets once more, cut as it is: enough to close it in most visits. */
const LAST_EFFORT = 2;
/** A visit of more fixtures than this has enough other work for every wait. */
const MOST_JOBS_CUT = 8;
/** A schedule this near to the least length is not cut any finer: three in a thousand, less than a minute of a long visit. */
const SMALL_GAP = 1.003;

/** How often windows are narrowed to tell how short a visit might be at the least. */
const MOST_NARROWINGS = 1500;

/** Of the effort, what all groupings share before the best of them gets the rest. */
const FIRST_SHARE = 0.3;

/** A schedule beside the blocks it is made of. */
interface CutSchedule {
  readonly schedule: Schedule;
  readonly blocks: readonly Block[];
}

const hasSmallGap = ({ isProved, totalMin, leastTotalMin }: Schedule): boolean =>
  isProved || totalMin <= leastTotalMin * SMALL_GAP;

/** Returns a schedule with its least length looked at more closely. */
function withCloserBound({ schedule, blocks }: CutSchedule, hands: 1 | 2): Schedule {
  const { totalMin, leastTotalMin } = schedule;
  const leastMin = leastLengthBelow(networkOf(blocks), hands, {
    leastMin: leastTotalMin,
    foundMin: totalMin,
    mostNarrowings: MOST_NARROWINGS,
  });
  const isProved = leastMin >= totalMin - SAME_MIN && blocks.every(({ isShortest }) => isShortest);
  return { ...schedule, leastTotalMin: leastMin, isProved };
}

/** Returns the schedule of one grouping, as finely cut as its gap asks for, with a share of the effort; null where none can be shorter than `beatMin`. */
function scheduleOf(
  jobs: readonly Job[],
  groups: Grouping,
  whole: Cutting,
  { beatMin, share }: { readonly beatMin: number; readonly share: number },
): Schedule | null {
  const isCutFiner = whole.hands === 2 && whole.pace === "likely" && jobs.length <= MOST_JOBS_CUT;
  /** The blocks placed, where that is shorter than what is there already. */
  const placed = (
    blocks: readonly Block[],
    effort: number,
    there: CutSchedule | null,
  ): CutSchedule | null => {
    const most = Math.min(beatMin, there?.schedule.totalMin ?? beatMin);
    const placement = placeBlocks(blocks, whole.hands, effort * share, most);
    if (placement === null) return there;
    const isProved = placement.isProved && blocks.every(({ isShortest }) => isShortest);
    const schedule = scheduleFrom(jobs, { ...placement, isProved });
    return there === null || schedule.totalMin < there.schedule.totalMin - SAME_MIN
      ? { schedule, blocks }
      : there;
  };
  let best: CutSchedule | null = null;
  for (const { pieceMin, effort } of isCutFiner ? PIECES : ONE_PIECE) {
    best = placed(blocksOf(groups, { ...whole, pieceMin }), effort, best);
    if (best !== null && hasSmallGap(best.schedule)) break;
  }
  if (best === null || best.schedule.isProved || !isCutFiner || share <= FIRST_SHARE)
    return best?.schedule ?? null;
  return hasSmallGap(best.schedule)
    ? (placed(best.blocks, LAST_EFFORT, best)?.schedule ?? null)
    : withCloserBound(best, whole.hands);
}

/**
 * Returns the schedule of a visit. Lexicographic: minutes without water of the house, the hot side, a branch, a fixture; then the
 * length of the visit.
 * Units: minutes from the start. `hands`: pairs of hands. Errors: RangeError when two tasks or jobs share an id.
 * Exact where `isProved`: work with the water off is one piece, so each zone's time is as short as it can be however the
 * pieces are ordered; their order is proved by a bound or by branch and bound, or its gap told.
 */
export function scheduleVisit(jobs: readonly Job[], hands: 1 | 2, pace: Pace = "likely"): Schedule {
  const ids = jobs.flatMap(({ tasks }) => tasks.map(({ id }) => id));
  if (new Set(ids).size !== ids.length || new Set(jobs.map(({ id }) => id)).size !== jobs.length)
    throw new RangeError("two tasks or two jobs of a visit have one id");
  const whole: Cutting = { hands, pace, pieceMin: Number.POSITIVE_INFINITY };
  const ways = groupings(jobs, whole);
  let best: Schedule = NOTHING_TO_DO;
  let [chosen] = ways;
  /** How short each grouping might be that is not proved to be no shorter. */
  const might = new Map<Grouping, number>();
  const look = (groups: Grouping, share: number) => {
    const schedule = scheduleOf(jobs, groups, whole, { beatMin: best.totalMin, share });
    const mightMin = schedule === null || schedule.isProved ? best.totalMin : schedule.leastTotalMin;
    might.set(groups, Math.max(mightMin, might.get(groups) ?? 0));
    if (schedule !== null && schedule.totalMin < best.totalMin - SAME_MIN)
      [best, chosen] = [schedule, groups];
  };
  for (const groups of ways) look(groups, ways.length === 1 ? 1 : FIRST_SHARE / ways.length);
  if (ways.length > 1 && chosen !== undefined && !best.isProved) look(chosen, 1 - FIRST_SHARE);
  const leastTotalMin = Math.min(best.totalMin, ...might.values());
  return { ...best, leastTotalMin, isProved: best.isProved && leastTotalMin >= best.totalMin - SAME_MIN };
}

/** Stands for no schedule at all: any is shorter. */
const NOTHING_TO_DO: Schedule = {
  tasks: [],
  waterOff: [],
  totalMin: Number.POSITIVE_INFINITY,
  leastTotalMin: Number.POSITIVE_INFINITY,
  isProved: true,
  shared: [],
};

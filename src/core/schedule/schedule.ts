/** When each step of a visit is done: least time without water, the gravest zone first, then the shortest visit. */
import { type Block, blocksOf, type Grouping, taskPhasesOf } from "./blocks.ts";
import { type Placement, placeBlocks } from "./place.ts";
import { type Job, type Pace, ZONE_KINDS, type ZoneKind } from "./task.ts";

export interface ScheduledTask {
  readonly task: string;
  readonly startMin: number;
  readonly endMin: number;
}

export interface OffWindow {
  readonly zone: string;
  readonly kind: ZoneKind;
  readonly fromMin: number;
  readonly toMin: number;
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

const SAME_MIN = 1e-9;

/** Returns the minutes without water by kind of zone, the gravest first. */
export function offMinutes(windows: readonly OffWindow[]): readonly number[] {
  return ZONE_KINDS.map((kind) =>
    windows
      .filter((each) => each.kind === kind)
      .reduce((sum, { fromMin, toMin }) => sum + toMin - fromMin, 0),
  );
}

/** Below 0 when one row of figures is better than the other, the first difference deciding. */
function compareRows(one: readonly number[], other: readonly number[]): number {
  for (const [index, value] of one.entries()) {
    const difference = value - (other[index] ?? 0);
    if (Math.abs(difference) > SAME_MIN) return difference;
  }
  return 0;
}

/** Every way to share the shutting of zones: each zone's jobs at once, or each on its own. */
function groupings(jobs: readonly Job[]): readonly Grouping[] {
  const zones = [...new Set(jobs.map(({ zone }) => zone.name))];
  // What is shut already is its own group: it is not shut again for others.
  const byZone = zones.flatMap((zone) => {
    const mine = jobs.filter((job) => job.zone.name === zone);
    return [
      mine.filter(({ isShut }) => !isShut),
      ...mine.filter(({ isShut }) => isShut).map((job) => [job]),
    ].filter((group) => group.length > 0);
  });
  return byZone.reduce<readonly Grouping[]>(
    (made, mine) =>
      made.flatMap((before) =>
        mine.length === 1
          ? [[...before, mine]]
          : [
              [...before, mine],
              [...before, ...mine.map((job) => [job])],
            ],
      ),
    [[]],
  );
}

const windowsOf = (blocks: readonly Block[], startOf: (block: Block) => number): readonly OffWindow[] =>
  blocks.flatMap((block) => {
    if (block.off === null) return [];
    const start = startOf(block);
    const { zone, fromMin, toMin, isSinceBefore } = block.off;
    const from = isSinceBefore ? 0 : start + fromMin;
    return [{ zone: zone.name, kind: zone.kind, fromMin: from, toMin: start + toMin }];
  });

function scheduleFrom(groups: Grouping, { placed, totalMin, leastMin, isProved }: Placement): Schedule {
  const starts = new Map(placed.map(({ block, startMin }) => [block, startMin]));
  const shared = groups.flatMap((group) => {
    const withWater = group.map(taskPhasesOf).filter(({ shut }) => shut !== null);
    return withWater.flatMap(({ shut, open }, k) => [
      ...(k > 0 && shut ? [shut.id] : []),
      ...(k < withWater.length - 1 && open ? [open.id] : []),
    ]);
  });
  return {
    tasks: placed
      .flatMap(({ block, startMin }) =>
        block.placed.map(({ task, fromMin, toMin }) => ({
          task,
          startMin: startMin + fromMin,
          endMin: startMin + toMin,
        })),
      )
      .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin),
    waterOff: windowsOf(
      placed.map(({ block }) => block),
      (block) => starts.get(block) ?? 0,
    ).toSorted((a, b) => a.fromMin - b.fromMin),
    totalMin,
    leastTotalMin: leastMin,
    isProved,
    shared,
  };
}

/**
 * Returns the schedule of a visit. Lexicographic: minutes without water of the house, the hot side, a branch, a fixture; then the
 * length of the visit.
 * Units: minutes from the start. `hands`: pairs of hands. Errors: RangeError when two tasks or jobs share an id.
 * Exact where `isProved`: work with the water off is one piece, so each zone's time is as short as it can be however the
 * pieces are ordered; their order is proved by branch and bound, or its gap told.
 */
export function scheduleVisit(jobs: readonly Job[], hands: 1 | 2, pace: Pace = "likely"): Schedule {
  const ids = jobs.flatMap(({ tasks }) => tasks.map(({ id }) => id));
  if (new Set(ids).size !== ids.length || new Set(jobs.map(({ id }) => id)).size !== jobs.length)
    throw new RangeError("two tasks or two jobs of a visit have one id");
  let best: Schedule | null = null;
  const ranked = groupings(jobs)
    .map((groups) => ({ groups, blocks: blocksOf(groups, hands, pace) }))
    .map((each) => ({ ...each, off: offMinutes(windowsOf(each.blocks, () => 0)) }))
    .sort((a, b) => compareRows(a.off, b.off));
  const leastOff = ranked[0]?.off ?? [];
  for (const { groups, blocks, off } of ranked) {
    // Another sharing can only shorten the visit where it costs no more time without water.
    if (compareRows(off, leastOff) > 0) break;
    const schedule = scheduleFrom(groups, placeBlocks(blocks, hands));
    if (best === null || schedule.totalMin < best.totalMin - SAME_MIN) best = schedule;
  }
  return best ?? { tasks: [], waterOff: [], totalMin: 0, leastTotalMin: 0, isProved: true, shared: [] };
}

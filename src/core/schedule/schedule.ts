/** When each step of a visit is done: least time without water, the gravest zone first, then the shortest visit. */
import { ZONE_KINDS, type ZoneKind } from "../isolation/index.ts";
import { type Block, blocksOf, type Cutting, type Grouping } from "./blocks.ts";
import { type Placement, placeBlocks } from "./place.ts";
import type { Job, Pace } from "./task.ts";

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

/** Jobs that have a zone in common, directly or over others. What is shut already stands alone: it is not shut again for others. */
function componentsOf(jobs: readonly Job[]): readonly (readonly Job[])[] {
  const components: Job[][] = [];
  for (const job of jobs) {
    const names = new Set(job.zones.map(({ name }) => name));
    const touches = ({ zones, shutAlready }: Job) =>
      job.shutAlready.length === 0 && shutAlready.length === 0 && zones.some(({ name }) => names.has(name));
    const [joined, apart] = [
      components.filter((each) => each.some(touches)),
      components.filter((each) => !each.some(touches)),
    ];
    components.splice(0, components.length, ...apart, [...joined.flat(), job]);
  }
  return components;
}

/** Most components that cost the same both ways and are tried both ways; of further ones the zones are shut once. */
const MOST_TIES = 3;

/** Jobs of a component by the gravest zone they share with another: those of one zone together, the others alone. */
function byGravestZone(component: readonly Job[]): Grouping {
  const isShared = (job: Job, name: string) =>
    component.some((other) => other !== job && other.zones.some((zone) => zone.name === name));
  const keyOf = (job: Job) =>
    job.zones
      .filter(({ name }) => isShared(job, name))
      .toSorted((a, b) => ZONE_KINDS.indexOf(a.kind) - ZONE_KINDS.indexOf(b.kind))[0]?.name ?? job.id;
  const keys = [...new Set(component.map(keyOf))];
  return keys.map((key) => component.filter((job) => keyOf(job) === key));
}

/**
 * The ways to share the shutting of zones that cost the least time without water: of each component all zones at once, the jobs of its
 * gravest zones together, or each job on its own. Time without water adds up over components, so each is decided on its own; where ways
 * cost the same they are kept.
 */
function groupings(jobs: readonly Job[], cutting: Cutting): readonly Grouping[] {
  let ties = 0;
  const off = (groups: Grouping) => offMinutes(windowsOf(blocksOf(groups, cutting), () => 0));
  const ways = componentsOf(jobs).map((component): readonly Grouping[] => {
    const apart = component.map((job) => [job]);
    if (component.length === 1) return [apart];
    const priced = [[component], byGravestZone(component), apart]
      .map((groups) => ({ groups, off: off(groups) }))
      .toSorted((one, other) => compareRows(one.off, other.off));
    const best = priced.filter((each) => compareRows(each.off, priced[0]?.off ?? []) === 0);
    if (best.length > 1) ties += 1;
    return best.slice(0, ties > MOST_TIES ? 1 : 2).map(({ groups }) => groups);
  });
  return ways.reduce<readonly Grouping[]>(
    (made, kinds) => made.flatMap((before) => kinds.map((kind) => [...before, ...kind])),
    [[]],
  );
}

const windowsOf = (blocks: readonly Block[], startOf: (block: Block) => number): readonly OffWindow[] =>
  blocks.flatMap((block) => {
    const start = startOf(block);
    return block.off.map(({ zone, fromMin, toMin, isSinceBefore }) => ({
      zone: zone.name,
      kind: zone.kind,
      fromMin: isSinceBefore ? 0 : start + fromMin,
      toMin: start + toMin,
    }));
  });

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
  { pieceMin: Number.POSITIVE_INFINITY, effort: 1 },
  { pieceMin: 4, effort: 0.5 },
  { pieceMin: 0, effort: 0.5 },
] as const;
/** A visit that is not cut finer. */
const ONE_PIECE = [{ pieceMin: Number.POSITIVE_INFINITY, effort: 1 }] as const;
/** A visit of more fixtures than this has enough other work for every wait. */
const MOST_JOBS_CUT = 8;
/** A schedule this near to the least length is not cut any finer: three in a thousand, less than a minute of a long visit. */
const SMALL_GAP = 1.003;

function scheduleOf(jobs: readonly Job[], groups: Grouping, cutting: Cutting, effort: number): Schedule {
  const blocks = blocksOf(groups, cutting);
  const placement = placeBlocks(blocks, cutting.hands, effort);
  const isProved = placement.isProved && blocks.every(({ isShortest }) => isShortest);
  return scheduleFrom(jobs, { ...placement, isProved });
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
  let best: Schedule | null = null;
  const whole: Cutting = { hands, pace, pieceMin: Number.POSITIVE_INFINITY };
  for (const groups of groupings(jobs, whole)) {
    const isCutFiner = hands === 2 && pace === "likely" && jobs.length <= MOST_JOBS_CUT;
    for (const { pieceMin, effort } of isCutFiner ? PIECES : ONE_PIECE) {
      const schedule = scheduleOf(jobs, groups, { ...whole, pieceMin }, effort);
      if (best === null || schedule.totalMin < best.totalMin - SAME_MIN) best = schedule;
      if (schedule.isProved || schedule.totalMin <= schedule.leastTotalMin * SMALL_GAP) break;
    }
  }
  return best ?? { tasks: [], waterOff: [], totalMin: 0, leastTotalMin: 0, isProved: true, shared: [] };
}

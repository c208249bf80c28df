/** Which jobs of a visit share the shutting of their zones. */
import { ZONE_KINDS } from "../isolation/index.ts";
import { blocksOf, type Cutting, type Grouping } from "./blocks.ts";
import { compareRows, offMinutes, windowsOf } from "./off-windows.ts";
import type { Job } from "./task.ts";

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

/** Ids of jobs never hold this. */
const BETWEEN = "\n";

const keyOfGroup = (group: readonly Job[]) => group.map(({ id }) => id).join(BETWEEN);

/** Ways to share that are not the same jobs together, the first of each. */
function distinct(ways: readonly Grouping[]): readonly Grouping[] {
  const keyOf = (groups: Grouping) =>
    groups
      .map(keyOfGroup)
      .toSorted()
      .join(BETWEEN + BETWEEN);
  return [...new Map(ways.toReversed().map((groups) => [keyOf(groups), groups])).values()].toReversed();
}

/** Jobs of a component that every way to share is tried for: 31 sets of them. */
const MOST_TRIED = 5;

/** True when every job of a set hangs together with the others over zones they share. */
const hangTogether = (jobs: readonly Job[]) => componentsOf(jobs).length === 1;

/** Minutes without water by kind of zone, the gravest first. */
type Off = readonly number[];

const NO_TIME_OFF: Off = ZONE_KINDS.map(() => 0);

const sumOf = (rows: readonly Off[]): Off =>
  rows.reduce((sum, row) => sum.map((minutes, kind) => minutes + (row[kind] ?? 0)), NO_TIME_OFF);

/**
 * The way to share that costs the least time without water, of all there are. Time without water adds up over groups, so the best of a
 * set of jobs is the best of one group with its first job and of what is left.
 */
function leastOff(component: readonly Job[], offOf: (group: readonly Job[]) => Off): Grouping {
  interface Way {
    readonly groups: Grouping;
    readonly off: Off;
  }
  const ways: (Way | null)[] = [{ groups: [], off: NO_TIME_OFF }];
  const membersOf = (set: number) => component.filter((_, at) => (set & (1 << at)) !== 0);
  for (let set = 1; set < 1 << component.length; set += 1) {
    const first = set & -set;
    let best: Way | null = null;
    for (let subset = set; subset > 0; subset = (subset - 1) & set) {
      const rest = ways[set ^ subset];
      if ((subset & first) === 0 || rest == null) continue;
      const group = membersOf(subset);
      if (!hangTogether(group)) continue;
      const off = sumOf([rest.off, offOf(group)]);
      if (best === null || compareRows(off, best.off) < 0) best = { groups: [group, ...rest.groups], off };
    }
    ways[set] = best;
  }
  return ways.at(-1)?.groups ?? component.map((job) => [job]);
}

/**
 * Returns the ways to share the shutting of zones that cost the least time without water: of each component all zones at once, the
 * jobs of its gravest zones together, each job on its own, or, of a small one, whichever costs the least of all. Time without water
 * adds up over components, so each is decided on its own; where ways cost the same they are kept.
 */
export function groupings(jobs: readonly Job[], cutting: Cutting): readonly Grouping[] {
  let ties = 0;
  const known = new Map<string, Off>();
  const offOf = (group: readonly Job[]): Off => {
    const key = keyOfGroup(group);
    const off = known.get(key) ?? offMinutes(windowsOf(blocksOf([group], cutting), () => 0));
    known.set(key, off);
    return off;
  };
  const ways = componentsOf(jobs).map((component): readonly Grouping[] => {
    const apart = component.map((job) => [job]);
    if (component.length === 1) return [apart];
    const least = component.length <= MOST_TRIED ? [leastOff(component, offOf)] : [];
    const priced = distinct([[component], byGravestZone(component), apart, ...least])
      .map((groups) => ({ groups, off: sumOf(groups.map(offOf)) }))
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

/** Every link that can follow an end under a task, worked out once for each end. */
import type { EndCode } from "../end/index.ts";
import type { JointType } from "../joint/index.ts";
import { isByTheFoot, LENGTH_KINDS, type Part } from "../part/index.ts";
import { leastCents, REST_FT, type Supplies, unitsOf } from "./bill.ts";
import { isOpposite } from "./fork.ts";
import type { PartRules } from "./part-rules.ts";
import { bringsPieces, type MatingOption, type Passage, type PlannerIndex } from "./planner-index.ts";
import { lengthServes } from "./search-label.ts";
import {
  type CandidateLink,
  faultsOfLink,
  jointsOfLink,
  type Link,
  type LinkPool,
  type PooledLink,
  pieceChoices,
  piecesOf,
  type SearchTask,
  type SideBranch,
} from "./search-task.ts";
import { sidesFor } from "./side-branch.ts";

export interface LinksFrom {
  readonly plain: readonly CandidateLink[];
  /** Through a part with three ports, the kept branch fed. */
  readonly forks: readonly CandidateLink[];
}

interface OpenFork {
  readonly passage: Passage;
  readonly branch: SideBranch;
}

function withKits(
  passage: Passage,
  branch: SideBranch | null,
  meeting: MatingOption,
  task: SearchTask,
): readonly CandidateLink[] {
  const { admits, lengthIn, water } = task;
  const { part } = passage;
  const whole = leastCents(part, unitsOf(part, lengthIn?.max ?? 0), task);
  const cuts: readonly (true | undefined)[] =
    branch === null && isByTheFoot(part) ? [undefined, true] : [undefined];
  return pieceChoices(meeting, admits).flatMap((piece) =>
    cuts.map((continues) => {
      const link = { passage, piece, branch, ...(continues === undefined ? {} : { continues }) };
      const lossPsi = water?.lossOf(link) ?? 0;
      const priceCents = piecesOf(link).reduce(
        (sum, each) => sum + leastCents(each, 1, task),
        continues ? leastCents(part, REST_FT, task) : whole,
      );
      return {
        link,
        type: meeting.mating.type,
        priceCents,
        joints: jointsOfLink(link),
        faults: faultsOfLink(link, task),
        lossPsi,
        continuation: continuation(link, meeting.mating.type),
      };
    }),
  );
}

/** What two ways through parts must share to go on alike; found out once for each. */
const waysOn = new WeakMap<Passage, string>();

function wayOn(passage: Passage): string {
  const known = waysOn.get(passage);
  if (known !== undefined) return known;
  const { part, into, out } = passage;
  const isOnRoll = isByTheFoot(part) ? part.sku : "";
  const way = `${into.end}>${out.end};${out.id};${part.kind};${part.functions.join()};${part.unionSeal};${isOnRoll}`;
  waysOn.set(passage, way);
  return way;
}

/** What two links must share for every way on from the one to be a way on from the other. */
function continuation({ passage, branch, continues }: Link, type: JointType): string {
  // Forks are not compared: what they feed differs.
  return branch === null ? `${wayOn(passage)};${type};${continues}` : "";
}

/** Forks that can feed the kept branch at all, whatever stands before them. */
function openForks(index: PlannerIndex, { kept, admits, hidden }: SearchTask): readonly OpenFork[] {
  if (kept === null) return [];
  return index.forks
    .filter(({ part, into, side }) => admits(part) && (!kept.isThroughPipe || isOpposite(into, side)))
    .flatMap((fork) =>
      sidesFor(index, fork, kept, admits)
        .filter(({ types }) => hidden === null || !kept.isThroughPipe || types.every(hidden))
        .map(({ branch }) => ({ passage: { part: fork.part, into: fork.into, out: fork.out }, branch })),
    );
}

/** Every link that can follow an end, what no rule leaves out. */
function allLinks(index: PlannerIndex, task: SearchTask): (end: EndCode) => LinksFrom {
  const forks = openForks(index, task);
  return (end) => ({
    plain: index
      .passagesFrom(end)
      .filter(({ passage }) => task.admits(passage.part) && mayServe(passage.part, task))
      .flatMap(({ passage, meeting }) => withKits(passage, null, meeting, task)),
    forks: forks.flatMap(({ passage, branch }) => {
      const meeting = index.meet(end, passage.into, bringsPieces(passage));
      return meeting === null ? [] : withKits(passage, branch, meeting, task);
    }),
  });
}

/** False for a line that can be no part of the way: none is asked for, or not of its length. */
function mayServe(part: Part, { lengthIn }: SearchTask): boolean {
  return !LENGTH_KINDS.includes(part.kind) || (lengthIn !== null && lengthServes(part, lengthIn));
}

/** Returns the links of a way of taking the job up, each with the rules that leave it out. `task` admits what this way can have at all. */
export function linkPool(index: PlannerIndex, task: SearchTask, partRules: PartRules): LinkPool {
  const linksFrom = allLinks(index, task);
  const pooled = (each: CandidateLink): PooledLink => ({
    ...each,
    excludedBy: [each.link.passage.part, ...piecesOf(each.link)].reduce(
      (bits, part) => bits | partRules.excludedBy(part),
      0,
    ),
  });
  return {
    graphs: new Map(),
    linksFrom: onceForEach((end) => {
      const { plain, forks } = linksFrom(end);
      const all = plain.map(pooled);
      return {
        plain: isCounted(task)
          ? all
          : bestOfEach(all, ({ excludedBy, continuation }) => `${excludedBy} ${continuation}`),
        forks: forks.map(pooled),
      };
    }),
  };
}

/** Returns what is found out once for each end, when somebody asks. */
function onceForEach<T>(linksFrom: (end: EndCode) => T): (end: EndCode) => T {
  const cache = new Map<EndCode, T>();
  return (end) => {
    const known = cache.get(end);
    if (known !== undefined) return known;
    const found = linksFrom(end);
    cache.set(end, found);
    return found;
  };
}

const isAsGoodALink = (one: CandidateLink, other: CandidateLink) =>
  one.priceCents <= other.priceCents &&
  one.joints <= other.joints &&
  one.faults <= other.faults &&
  one.lossPsi <= other.lossPsi;

/** True where parts are told apart by SKU: on the truck, or come with the job. */
const isCounted = ({ stock, inBox }: Supplies) => stock !== null || inBox !== undefined;

/** Of links with the same key those no other is as good as, of equals the first. */
function bestOfEach<L extends CandidateLink>(links: readonly L[], keyOf: (link: L) => string): readonly L[] {
  const kept = new Map<string, L[]>();
  for (const link of links) {
    const key = keyOf(link);
    const rivals = kept.get(key);
    if (rivals === undefined) kept.set(key, [link]);
    else if (!rivals.some((rival) => isAsGoodALink(rival, link)))
      kept.set(key, [...rivals.filter((rival) => !isAsGoodALink(link, rival)), link]);
  }
  return [...kept.values()].flat();
}

/** What the rules that apply leave of a pool. */
function linksLeft(pool: LinkPool, active: number): (end: EndCode) => LinksFrom {
  const isLeft = ({ excludedBy }: PooledLink) => (excludedBy & active) === 0;
  return (end) => {
    const { plain, forks } = pool.linksFrom(end);
    return { plain: plain.filter(isLeft), forks: forks.filter(isLeft) };
  };
}

/** The links of a search that has no pool. */
function ownLinks(index: PlannerIndex, task: SearchTask): (end: EndCode) => LinksFrom {
  const linksFrom = allLinks(index, task);
  if (isCounted(task)) return linksFrom;
  return (end) => {
    const { plain, forks } = linksFrom(end);
    return { plain: bestOfEach(plain, ({ continuation }) => continuation), forks };
  };
}

/** Returns the links by the end they follow. Costs are paid once for each end that is asked for. */
export function linksOver(index: PlannerIndex, task: SearchTask): (end: EndCode) => LinksFrom {
  const { pool, admits } = task;
  return onceForEach(pool === undefined ? ownLinks(index, task) : linksLeft(pool, admits.active ?? 0));
}

/** Every link that can follow an end under a task, worked out once for each end. */
import type { EndCode } from "../end/index.ts";
import type { JointType } from "../joint/index.ts";
import { LENGTH_KINDS, type Part } from "../part/index.ts";
import { leastCents, type Supplies, unitsOf } from "./bill.ts";
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
        continues ? 0 : whole,
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

/** True for tube and pipe off the roll or bar: cut on the job, as often as something goes between. */
function isByTheFoot({ kind, cutToLength, lengthIn }: Part): boolean {
  return LENGTH_KINDS.includes(kind) && cutToLength && lengthIn === null;
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
  const cache = new Map<EndCode, ReturnType<LinkPool["linksFrom"]>>();
  return {
    graphs: new Map(),
    linksFrom: (end) => {
      const known = cache.get(end);
      if (known) return known;
      const { plain, forks } = linksFrom(end);
      const all = plain.map(pooled);
      const links = {
        plain: isCounted(task)
          ? all
          : bestOfEach(all, ({ excludedBy, continuation }) => `${excludedBy} ${continuation}`),
        forks: forks.map(pooled),
      };
      cache.set(end, links);
      return links;
    },
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

/** Returns the links by the end they follow. Costs are paid once for each end that is asked for. */
export function linksOver(index: PlannerIndex, task: SearchTask): (end: EndCode) => LinksFrom {
  const { pool, admits } = task;
  const active = admits.active ?? 0;
  const isLeft = ({ excludedBy }: PooledLink) => (excludedBy & active) === 0;
  const unpooled = pool === undefined ? allLinks(index, task) : null;
  const withoutPool = (end: EndCode): LinksFrom => {
    const { plain, forks } = unpooled?.(end) ?? { plain: [], forks: [] };
    return { plain: isCounted(task) ? plain : bestOfEach(plain, ({ continuation }) => continuation), forks };
  };
  const cache = new Map<EndCode, LinksFrom>();
  return (end) => {
    const cached = cache.get(end);
    if (cached) return cached;
    const pooled = pool?.linksFrom(end);
    const links =
      pooled === undefined
        ? withoutPool(end)
        : { plain: pooled.plain.filter(isLeft), forks: pooled.forks.filter(isLeft) };
    cache.set(end, links);
    return links;
  };
}

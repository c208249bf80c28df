/** Every link that can follow an end under a task, worked out once for each end. */
import type { EndCode } from "../end/index.ts";
import { unitsOf } from "./bill.ts";
import { isOpposite } from "./fork.ts";
import { bringsPieces, type MatingOption, type Passage, type PlannerIndex } from "./planner-index.ts";
import {
  type CandidateLink,
  faultsOfLink,
  jointsOfLink,
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
  const ownCents = part.priceCents * unitsOf(part, lengthIn?.max ?? 0);
  const lossPsi = water?.lossOf(passage) ?? 0;
  return pieceChoices(meeting, admits).map((piece) => {
    const link = { passage, piece, branch };
    const priceCents = piecesOf(link).reduce((sum, each) => sum + each.priceCents, ownCents);
    return {
      link,
      type: meeting.mating.type,
      priceCents,
      joints: jointsOfLink(link),
      faults: faultsOfLink(link, task),
      lossPsi,
    };
  });
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

/** Returns the links by the end they follow. Costs are paid once for each end that is asked for. */
export function linksOver(index: PlannerIndex, task: SearchTask): (end: EndCode) => LinksFrom {
  const forks = openForks(index, task);
  const cache = new Map<EndCode, LinksFrom>();
  return (end) => {
    const cached = cache.get(end);
    if (cached) return cached;
    const plain = index
      .passagesFrom(end)
      .filter(({ passage }) => task.admits(passage.part))
      .flatMap(({ passage, meeting }) => withKits(passage, null, meeting, task));
    const forked = forks.flatMap(({ passage, branch }) => {
      const meeting = index.meet(end, passage.into, bringsPieces(passage));
      return meeting === null ? [] : withKits(passage, branch, meeting, task);
    });
    const links = { plain, forks: forked };
    cache.set(end, links);
    return links;
  };
}

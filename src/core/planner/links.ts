/** Every link that can follow an end under a task, worked out once for each end. */
import type { EndCode } from "../end/index.ts";
import { unitsOf } from "./bill.ts";
import { isOpposite } from "./fork.ts";
import { bringsPieces, type Meeting, type Passage, type Shop } from "./planner-index.ts";
import {
  jointsOfLink,
  kitsOf,
  type LinkIn,
  piecesOf,
  type SearchTask,
  type SideBranch,
} from "./search-task.ts";
import { sidesFor } from "./side-branch.ts";

export interface LinksFrom {
  readonly plain: readonly LinkIn[];
  /** Through a part with three ports, the kept branch fed. */
  readonly forks: readonly LinkIn[];
}

interface OpenFork {
  readonly passage: Passage;
  readonly branch: SideBranch;
}

function withKits(
  passage: Passage,
  branch: SideBranch | null,
  meeting: Meeting,
  { admits, lengthIn }: SearchTask,
): readonly LinkIn[] {
  const { part } = passage;
  const ownCents = part.priceCents * unitsOf(part, lengthIn?.max ?? 0);
  return kitsOf(meeting, admits).map((kit) => {
    const link = { passage, kit, branch };
    const priceCents = piecesOf(link).reduce((sum, piece) => sum + piece.priceCents, ownCents);
    return { link, type: meeting.mating.type, priceCents, joints: jointsOfLink(link) };
  });
}

/** Forks that can feed the kept branch at all, whatever stands before them. */
function openForks(shop: Shop, { kept, admits, hidden }: SearchTask): readonly OpenFork[] {
  if (kept === null) return [];
  return shop.forks
    .filter(({ part, into, side }) => admits(part) && (!kept.isCutPipe || isOpposite(into, side)))
    .flatMap((fork) =>
      sidesFor(shop, fork, kept, admits)
        .filter(({ types }) => hidden === null || !kept.isCutPipe || types.every(hidden))
        .map(({ branch }) => ({ passage: { part: fork.part, into: fork.into, out: fork.out }, branch })),
    );
}

/** Links by the end they follow. Costs are paid once for each end that is asked for. */
export function linksOver(shop: Shop, task: SearchTask): (end: EndCode) => LinksFrom {
  const forks = openForks(shop, task);
  const known = new Map<EndCode, LinksFrom>();
  return (end) => {
    const held = known.get(end);
    if (held) return held;
    const plain = shop
      .passagesFrom(end)
      .filter(({ passage }) => task.admits(passage.part))
      .flatMap(({ passage, meeting }) => withKits(passage, null, meeting, task));
    const forked = forks.flatMap(({ passage, branch }) => {
      const meeting = shop.meet(end, passage.into, bringsPieces(passage));
      return meeting === null ? [] : withKits(passage, branch, meeting, task);
    });
    const found = { plain, forks: forked };
    known.set(end, found);
    return found;
  };
}

/** How the third port of a part goes on feeding what must be kept. */
import type { JointType } from "../joint/index.ts";
import { ADAPTER_KINDS } from "../part/index.ts";
import type { Fork } from "./fork.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { ExistingBranch, SearchTask, SideBranch } from "./search-task.ts";

/** Returns the ways to feed the kept end from a port: straight, or by one adapter. Two are never needed on a line that fitted before. */
export function sidesFor(
  index: PlannerIndex,
  { side, part }: Fork,
  kept: ExistingBranch,
  admits: SearchTask["admits"],
): readonly { readonly branch: SideBranch; readonly types: readonly JointType[] }[] {
  // The old nut and washer are on the kept line; a cut pipe has nothing on it.
  const owns = !kept.isThroughPipe || part.contents.includes("ferrule");
  const direct = index.meet(side, kept.end, owns);
  const straight =
    direct === null
      ? []
      : (direct.pieces?.filter(admits) ?? [null]).map((piece) => ({
          branch: { side, via: null, pieces: piece === null ? [] : [piece] },
          types: [direct.mating.type],
        }));
  if (kept.isThroughPipe) return straight;
  const bridged = index.passagesFrom(side.end).flatMap(({ passage, meeting }) => {
    if (!ADAPTER_KINDS.includes(passage.part.kind) || !admits(passage.part) || meeting.pieces !== null)
      return [];
    const last = index.meet(passage.out, kept.end, true);
    return last === null
      ? []
      : [{ branch: { side, via: passage, pieces: [] }, types: [meeting.mating.type, last.mating.type] }];
  });
  return [...straight, ...bridged];
}

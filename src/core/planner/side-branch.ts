/** How the third port of a part goes on feeding what must be kept. */
import type { JointType } from "../joint/index.ts";
import { ADAPTER_KINDS } from "../part/index.ts";
import type { Fork } from "./fork.ts";
import type { Shop } from "./planner-index.ts";
import type { KeptBranch, SearchTask, SideBranch } from "./search-task.ts";

/** Ways to feed the kept end from a port: straight, or by one adapter. Two are never needed on a line that fitted before. */
export function sidesFor(
  shop: Shop,
  { side, part }: Fork,
  kept: KeptBranch,
  admits: SearchTask["admits"],
): readonly { readonly branch: SideBranch; readonly types: readonly JointType[] }[] {
  // The old nut and washer are on the kept line; a cut pipe has nothing on it.
  const owns = !kept.isCutPipe || part.contents.includes("ferrule");
  const direct = shop.meet(side, kept.end, owns);
  const straight =
    direct === null
      ? []
      : (direct.kits?.filter(admits) ?? [null]).map((kit) => ({
          branch: { side, via: null, kits: kit === null ? [] : [kit] },
          types: [direct.mating.type],
        }));
  if (kept.isCutPipe) return straight;
  const bridged = shop.passagesFrom(side.end).flatMap(({ passage, meeting }) => {
    if (!ADAPTER_KINDS.includes(passage.part.kind) || !admits(passage.part) || meeting.kits !== null)
      return [];
    const last = shop.meet(passage.out, kept.end, true);
    return last === null
      ? []
      : [{ branch: { side, via: passage, kits: [] }, types: [meeting.mating.type, last.mating.type] }];
  });
  return [...straight, ...bridged];
}

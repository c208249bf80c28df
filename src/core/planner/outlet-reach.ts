/** The stop or valve that is there already, as a reach of the branch. */
import { estimateOf } from "../branch/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import type { Reach } from "../water/index.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { outletBore } from "./supply-fault.ts";

/** Returns its bore, and what such a body takes; empty: the supply is none. */
export function outletReach(index: PlannerIndex, job: Pick<PlanRequest, "supply">): readonly Reach[] {
  const bore = outletBore(index, job);
  if (bore === null) return [];
  const { k, roughnessMm } = estimateOf(index.tables, "stop", "brass");
  return [{ lengthFt: 0, boreIn: bore.likely, roughnessMm: roughnessMm.likely, k: k.likely }];
}

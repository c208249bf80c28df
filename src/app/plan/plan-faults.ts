/** Faults that the judge finds are faults of our search: they are written down, and never sent. */
import type { PlanFault } from "../../core/judge/index.ts";
import { planFaultInWords } from "../../words/plan-fault.ts";

interface HasFaults {
  readonly faults?: readonly PlanFault[];
}
/** Where defects are written down. */
interface HasLog {
  readonly log?: { readonly error: (what: object, code: string) => void } | undefined;
}

/** Returns an answer without what the judge found in it, which goes to the log as a defect. */
export function withoutFaults<A extends HasFaults>(
  { log }: HasLog,
  { faults = [], ...answer }: A,
): Omit<A, "faults"> {
  if (faults.length > 0) log?.error({ faults, found: faults.map(planFaultInWords) }, "plan-not-safe");
  return answer;
}

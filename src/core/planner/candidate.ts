/** Chains with the approach they were searched under, and the searches of one request. */
import type { Approach } from "./approach.ts";
import type { Chain, SearchTask, WaterBudget } from "./search-task.ts";

/** A chain with the way the job was taken up. */
export interface Candidate {
  readonly approach: Approach;
  readonly chain: Chain;
}

export interface SearchSetup {
  readonly approaches: readonly Approach[];
  /** What one search is asked; with a budget, where ways must leave enough pressure. */
  readonly taskFor: (approach: Approach, admits: SearchTask["admits"], water?: WaterBudget) => SearchTask;
}

/** Returns true where a part of the way answers a need or is such a device. */
export const bringsFunction = ({ chain }: Candidate, what: string): boolean =>
  chain.links.some(({ passage }) => passage.part.functions.some((each) => each === what));

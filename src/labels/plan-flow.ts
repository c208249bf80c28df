/** The water of a plan in one line. */
import type { Plan } from "../core/plan/index.ts";

/** Returns what a plan gives: pressure left at the usual flow, and the most that could flow, and how hard a fast valve bangs; empty for plans kept before either was computed. */
export function flowInWords({
  flow,
  headLossPsi,
  hammer,
}: Pick<Plan, "flow" | "headLossPsi" | "hammer">): string {
  if (flow === undefined) return headLossPsi === undefined ? "" : `about ${headLossPsi} psi lost`;
  const { residualPsi, usualGpm, availableGpm } = flow;
  const most = availableGpm === null ? "" : `, ${availableGpm} gpm available`;
  const bang =
    hammer === undefined || hammer.highestPsi === null
      ? ""
      : `, bang about ${hammer.highestPsi} psi of the ${hammer.ratedPsi} the weakest part is rated for`;
  return `about ${Math.round(residualPsi)} psi left at ${usualGpm} gpm${most}${bang}`;
}

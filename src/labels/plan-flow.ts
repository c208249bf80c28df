/** The water of a plan in one line. */

import type { Plan } from "../core/plan/index.ts";
import { quantityText } from "./display.ts";

/** Returns what a plan gives: pressure left at the usual flow, and the most that could flow, and how hard a fast valve bangs; empty for plans kept before either was computed. */
export function flowInWords({
  flow,
  headLossPsi,
  hammer,
}: Pick<Plan, "flow" | "headLossPsi" | "hammer">): string {
  if (flow === undefined)
    return headLossPsi === undefined ? "" : `about ${quantityText(headLossPsi, "psi", 1)} lost`;
  const { residualPsi, usualGpm, availableGpm } = flow;
  const most = availableGpm === null ? "" : `, ${quantityText(availableGpm, "gpm", 1)} available`;
  const bang =
    hammer === undefined || hammer.highestPsi === null
      ? ""
      : `, bang about ${quantityText(hammer.highestPsi, "psi")} of the ${quantityText(hammer.ratedPsi, "psi")} the weakest part is rated for`;
  return `about ${quantityText(residualPsi, "psi")} left at ${quantityText(usualGpm, "gpm", 1)}${most}${bang}`;
}

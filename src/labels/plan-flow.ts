/** The water of a plan in one line. */

import type { Plan } from "../core/plan/index.ts";
import { quantityText } from "./display.ts";

/** Returns what a plan gives: pressure left at the usual flow, and the most that could flow; empty for plans kept before either was computed. */
export function flowInWords({ flow, headLossPsi }: Pick<Plan, "flow" | "headLossPsi">): string {
  if (flow === undefined)
    return headLossPsi === undefined ? "" : `about ${quantityText(headLossPsi, "psi", 1)} lost`;
  const { residualPsi, usualGpm, availableGpm } = flow;
  const most = availableGpm === null ? "" : `, ${quantityText(availableGpm, "gpm", 1)} available`;
  return `about ${quantityText(residualPsi, "psi")} left at ${quantityText(usualGpm, "gpm", 1)}${most}`;
}

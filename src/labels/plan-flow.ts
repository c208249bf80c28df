/** The water of a plan in one line. */
import type { Plan } from "../core/plan/index.ts";

/** Returns what a plan gives: pressure left at the usual flow, and the most that could flow; empty for plans kept before either was computed. */
export function flowInWords({ flow, headLossPsi }: Pick<Plan, "flow" | "headLossPsi">): string {
  if (flow === undefined) return headLossPsi === undefined ? "" : `about ${headLossPsi} psi lost`;
  const { residualPsi, usualGpm, availableGpm } = flow;
  const most = availableGpm === null ? "" : `, ${availableGpm} gpm available`;
  return `about ${Math.round(residualPsi)} psi left at ${usualGpm} gpm${most}`;
}

/** A plan in words. */
import type { Plan } from "../core/plan/index.ts";

/** Returns what a plan is made of, in a line. */
export function planInWords(plan: Plan): string {
  if (plan.parts.length === 0) return "the two ends connect directly, no part needed";
  return plan.parts
    .map((part) => (part.quantity > 1 ? `${part.name} (${part.quantity} ft)` : part.name))
    .join(" + ");
}

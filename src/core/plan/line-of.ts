/** What of a plan runs to the fixture. */
import type { Plan, PlanPart } from "./plan.ts";

/** Returns the first part with a length of its own on the way to the inlet: a line, tube, riser or pipe. Undefined: none runs there. An air chamber is beside the way. */
export const lineOf = ({ parts }: Pick<Plan, "parts">): PlanPart | undefined =>
  parts.find(({ lengthIn, branch }) => lengthIn !== undefined && branch === "main");

import type { Plan } from "../../core/plan/index.ts";
import type { JointMark } from "../../drawing/glyph.tsx";

/** Joints of a plan that nobody has made yet. */
export function plannedJoints(plan: Plan): readonly JointMark[] {
  return plan.joints.map(({ number, type, label, aside }) => ({
    number,
    type,
    label,
    life: "planned",
    dryStages: 0,
    isAside: aside === true,
  }));
}

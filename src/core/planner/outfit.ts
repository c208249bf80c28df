/** What to carry for a plan's joints: tools and consumables. Data: data/tools.csv. */
import type { EndCode } from "../end/index.ts";
import type { JointType, Sealant } from "../joint/index.ts";
import type { PlanJoint } from "../plan/index.ts";

export const TOOL_KINDS = ["tool", "consumable"] as const;

/** A tool or a consumable, and the joints or sealants that ask for it; neither: every visit. */
export interface Tool {
  readonly id: string;
  readonly kind: (typeof TOOL_KINDS)[number];
  readonly label: string;
  readonly joints: readonly JointType[];
  readonly sealants: readonly Sealant[];
  /** Ends a joint must have for the tool to be wanted; empty: any. */
  readonly ends: readonly EndCode[];
  readonly reason: string;
}

function isAskedFor({ joints, sealants, ends }: Tool, made: readonly PlanJoint[]): boolean {
  if (joints.length === 0 && sealants.length === 0) return true;
  return made.some(
    (joint) =>
      (joints.includes(joint.type) || sealants.includes(joint.sealant)) &&
      (ends.length === 0 || joint.ends?.some((end) => ends.includes(end)) === true),
  );
}

/** Returns what the joints of a plan ask for: wrenches by size, then tools, and consumables. */
export function outfitFor(
  tools: readonly Tool[],
  joints: readonly PlanJoint[],
): { readonly tools: readonly string[]; readonly consumables: readonly string[] } {
  const asked = tools.filter((tool) => isAskedFor(tool, joints));
  const labels = (kind: Tool["kind"]) => asked.filter((tool) => tool.kind === kind).map(({ label }) => label);
  const sizes = joints.flatMap(({ wrenches: [turns], holdBack }) => [
    ...(turns === undefined ? [] : [turns]),
    ...(holdBack?.wrenches.slice(0, 1) ?? []),
  ]);
  const wrenches = [...new Set(sizes)].sort().map((size) => `${size} wrench`);
  return { tools: [...wrenches, ...labels("tool")], consumables: labels("consumable") };
}

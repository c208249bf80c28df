/** Where a rigid riser of the plan is bent and cut, told in the step that cuts it: from the measured places of both ends. */

import type { Plan, PlanPart } from "../plan/index.ts";
import type { Survey } from "../survey/index.ts";
import { bendRiser, gentlestAngle, RISER_RADIUS_IN, STRAIGHT_BEFORE_FERRULE_IN } from "../tube/index.ts";
import { formatInches } from "../units/index.ts";

type RiserSize = keyof typeof RISER_RADIUS_IN;

const isSize = (text: string): text is RiserSize => text in RISER_RADIUS_IN;

/** Outside diameter of a riser by the end that is cut: "3/8" of tube-3/8-copper. */
function sizeOf({ ports }: PlanPart): RiserSize | null {
  const size = ports.flatMap(({ end }) => /^tube-([0-9/]+)/.exec(end)?.[1] ?? [])[0] ?? "";
  return isSize(size) ? size : null;
}

const isVertical = ([x, y, z]: readonly number[], up: 1 | -1) => x === 0 && y === up && z === 0;

/** How deep the riser's cut end goes in, inches; the nosed end seats on its face. */
function seatOfCutEnd({ joints }: Plan, at: number): number {
  return joints.find(({ between }) => between.includes(`p${at}.a`))?.depthIn ?? 0;
}

/**
 * Returns the marks of the plan's riser in words, measured from its finished end, bent first and cut last; empty where there is no riser,
 * where the ends were not measured, or where they do not stand over each other and look at one another.
 * Source: `bendRiser`.
 */
export function bendMarksInWords(plan: Plan | null, { space }: Pick<Survey, "space">): string {
  const at = plan?.parts.findIndex(({ kind, branch }) => kind === "riser" && branch === "main") ?? -1;
  const riser = plan?.parts[at];
  const size = riser === undefined ? null : sizeOf(riser);
  if (plan === null || space === undefined || size === null) return "";
  const rise = space.inlet.up.value;
  if (rise <= 0 || !isVertical(space.supplyWay, 1) || !isVertical(space.inletWay, -1)) return "";
  const job = {
    riseIn: rise,
    asideIn: [space.inlet.right.value, space.inlet.out.value],
    laid: "one-offset",
    radiusIn: RISER_RADIUS_IN[size],
    seatIn: [0, seatOfCutEnd(plan, at)],
    straightIn: STRAIGHT_BEFORE_FERRULE_IN,
    stretchIn: 0,
  } as const;
  const angleDeg = gentlestAngle(job);
  if (angleDeg === null)
    return ". Between the measured ends there is no room for its bends: see the Line tab";
  const bent = bendRiser({ ...job, angleDeg });
  if (!bent.ok) return "";
  const bends = bent.value.marks.filter(({ what }) => what === "bend");
  const cut = `cut at ${formatInches(bent.value.cutIn)} in`;
  if (bends.length === 0) return `. From its finished end: ${cut}`;
  const marks = bends.map(({ fromEndIn }) => `${formatInches(fromEndIn)} in`).join(" and back at ");
  return `. Marks from its finished end: bend ${angleDeg} degrees at ${marks}, then ${cut}; radius ${formatInches(job.radiusIn)} in, set for the ends as measured`;
}

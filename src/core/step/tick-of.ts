/** Whether a step of a sheet is ticked, and whether the tick still holds. */
import type { RunStep } from "./run-step.ts";
import { slotsIn } from "./step-slots.ts";
import type { StepSubject } from "./step-subject.ts";
import type { StepTemplate } from "./step-template.ts";

/** A step that tells of these is done afresh when another plan is chosen. */
const PLAN_SLOTS: ReadonlySet<string> = new Set([
  "parts",
  "cutPart",
  "cutOut",
  "bends",
  "length",
  "stiffParts",
  "caps",
]);

/** How a step stands at one connection. */
export interface StepTick extends Pick<RunStep, "isDone" | "outdatedAt"> {
  readonly at: string | null;
}

/** Returns how a step stands that is done for several connections: done when it is at each, at the latest time. */
export const tickOfAll = (ticks: readonly StepTick[]): StepTick => {
  const isDone = ticks.every((tick) => tick.isDone);
  const times = ticks.map(({ at }) => at ?? "").toSorted();
  return {
    at: isDone ? (times.at(-1) ?? "") : null,
    isDone,
    outdatedAt: ticks.find(({ outdatedAt }) => outdatedAt !== null)?.outdatedAt ?? null,
  };
};

/** Returns how a step stands at one connection: a tick for an earlier plan or an earlier valve no longer holds. */
export function tickOf(
  template: StepTemplate,
  id: string,
  { steps, plan, stopFailedAt }: StepSubject,
): StepTick {
  const at = steps.get(id) ?? null;
  const isOfOldPlan =
    at !== null &&
    plan !== null &&
    at < plan.chosenAt &&
    slotsIn(template.text).some((name) => PLAN_SLOTS.has(name));
  const isOldProof =
    at !== null &&
    stopFailedAt !== null &&
    at < stopFailedAt &&
    (template.role === "prove" || template.role === "close-upstream");
  const isOutdated = isOfOldPlan || isOldProof;
  return {
    at: isOutdated ? null : at,
    isDone: at !== null && !isOutdated,
    outdatedAt: isOutdated ? at : null,
  };
}

/** Which targets each stage of the leak check looks at, and what is still open before a connection can be signed. */

import type { Check, CheckSubject, Target } from "./check-subject.ts";
import { lookingOrder } from "./looking-order.ts";
import { LEAST_WATCH_MIN, type Stage, type StageCode } from "./stage.ts";

/** Target of the stages that look at a connection as a whole. */
export const WHOLE_CONNECTION: Target = "connection";

/** Returns the joint numbers as targets, highest first. */
export function jointTargets(connection: CheckSubject): readonly Target[] {
  return lookingOrder(connection.joints.length, connection.survey.inletAboveSupply).map(String);
}

/** Stages that look at a cap: nothing runs behind it. */
const STAGES_OF_A_CAP: Readonly<Record<"rough-in" | "take-out", readonly StageCode[]>> = {
  "rough-in": ["first-fill", "static", "look-back"],
  "take-out": ["first-fill", "static", "look-back"],
};

/** Returns whether a stage is looked at: behind a cap nothing runs, drains or is put back. */
function isAsked({ survey }: CheckSubject, { code }: Stage): boolean {
  const cap = survey.replaces === "take-out" ? "take-out" : survey.phase === "rough-in" ? "rough-in" : null;
  return cap === null || STAGES_OF_A_CAP[cap].includes(code);
}

/** Returns the targets of a stage in the order to look at them. The drain stage has none where nothing drains. */
export function targetsOf(connection: CheckSubject, stage: Stage): readonly Target[] {
  if (!isAsked(connection, stage)) return [];
  if (stage.scope === "joint") return jointTargets(connection);
  return stage.code === "drain" ? connection.checkpoints.map(({ letter }) => letter) : [WHOLE_CONNECTION];
}

/** Returns the latest look at a target in a stage that still counts. */
export function standingCheck(connection: CheckSubject, target: Target, stage: StageCode): Check | null {
  return (
    connection.checks
      .filter((check) => check.stands && check.target === target && check.stage === stage)
      .at(-1) ?? null
  );
}

/** "short": dry as far as a look could see that was shorter than the stage asks for. */
export type TargetStanding = "open" | "short" | "dry" | "weeping" | "exception";

/** Returns how a target stands in a stage. A weep seen later opens the stage's own dry look again, and a written exception covers it. */
export function standingOf(connection: CheckSubject, target: Target, stage: StageCode): TargetStanding {
  const check = standingCheck(connection, target, stage);
  const isShort = check !== null && check.watchedMin < LEAST_WATCH_MIN[stage];
  if (check?.result === "dry" && !isShort) return "dry";
  const isExcepted = connection.exceptions.some((each) => each.target === target && each.stage === stage);
  if (isExcepted) return "exception";
  return check === null ? "open" : check.result === "dry" ? "short" : "weeping";
}

/** Returns true when every target of the stage is dry or excepted. A stage without targets is done. */
export function isStageDone(connection: CheckSubject, stage: Stage): boolean {
  return targetsOf(connection, stage).every((target) => {
    const standing = standingOf(connection, target, stage.code);
    return standing === "dry" || standing === "exception";
  });
}

export interface OpenCheck {
  readonly stage: Stage;
  readonly target: Target;
  readonly standing: "open" | "short" | "weeping";
}

/** Returns what stands between a connection and its signature: every required look that is open, too short or wet, in order. */
export function openBeforeSigning(connection: CheckSubject, stages: readonly Stage[]): readonly OpenCheck[] {
  return stages
    .filter((stage) => stage.required)
    .flatMap((stage) =>
      targetsOf(connection, stage).flatMap((target) => {
        const standing = standingOf(connection, target, stage.code);
        return standing === "dry" || standing === "exception" ? [] : [{ stage, target, standing }];
      }),
    );
}

/** Returns the first stage that still has something to look at, or null when the required ones are done. */
export function currentStage(connection: CheckSubject, stages: readonly Stage[]): Stage | null {
  return stages.find((stage) => stage.required && !isStageDone(connection, stage)) ?? null;
}

/** Returns the stage at which the joint's latest standing look was weeping, or null. */
export function weepingStage(connection: CheckSubject, target: Target): StageCode | null {
  const last = connection.checks.filter((check) => check.target === target && check.stands).at(-1);
  return last?.result === "weeping" ? last.stage : null;
}

/** Returns the latest look of the follow-up check since the connection was last signed, or null before there is one. */
export function lastFollowUp({
  checks,
  signed,
}: Pick<CheckSubject, "checks"> & { readonly signed: { readonly at: string } | null }): Check | null {
  const since = signed?.at ?? "";
  return checks.filter(({ stage, at }) => stage === "look-back" && at >= since).at(-1) ?? null;
}

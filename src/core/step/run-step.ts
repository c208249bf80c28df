/** A step as a run sheet has one, and what can be told of some. */
import type { StageCode } from "../check/index.ts";
import type { PlanJoint } from "../plan/index.ts";
import type { StepRole } from "./step-role.ts";
import type { StepSubject } from "./step-subject.ts";
import type { Ladder, StepTemplate } from "./step-template.ts";

export interface RunStep {
  readonly id: string;
  /** Connection the step is of; null: the whole fixture's, done once. */
  readonly connection: string | null;
  /** All connections the step is done for. */
  readonly connections: readonly string[];
  readonly phase: StepTemplate["phase"];
  readonly text: string;
  /** Names in the text that a person gave, of valves: nobody rewrites them. */
  readonly ownWords: readonly string[];
  /** Joint the step makes, or null. */
  readonly joint: PlanJoint | null;
  /** Number of the joint the step makes or prepares, or null. */
  readonly atJoint: number | null;
  /** Which time of making joints anew it belongs to; absent: it is no act of one. */
  readonly ofRemake?: number;
  /** Stage of the leak check it stands for: not ticked by hand. */
  readonly stage: StageCode | null;
  readonly handsOnMin: StepTemplate["handsOnMin"];
  readonly waitMin: number;
  /** Two people do it together. */
  readonly takesTwo: boolean;
  /** It needs no water off and may come first. */
  readonly isBench: boolean;
  readonly effect: StepTemplate["effect"];
  readonly role: StepRole | null;
  readonly cautions: readonly string[];
  /** What to try when something sits fast, and when to stop; null: nothing does here. */
  readonly ladder: Ladder | null;
  /** When it was ticked, UTC; for a stage, whether it is done. */
  readonly doneAt: string | null;
  readonly isDone: boolean;
  /** Name of what it was ticked at, where that was at another fixture behind the same valve; absent: it was ticked here or not at all. */
  readonly doneWith?: string;
  /** It was told together with other steps by one tap. */
  readonly isTogether: boolean;
  /** When it was ticked for an earlier hookup or an earlier valve, UTC: the tick no longer holds. Null: it was not. */
  readonly outdatedAt: string | null;
}

/** Returns the ticks of a fixture whose steps are no longer on its sheet, because what is planned or how the stop stands has changed; the earliest first. */
export function ticksLeftBehind(
  connections: readonly StepSubject[],
  sheet: readonly RunStep[],
): readonly { readonly id: string; readonly at: string }[] {
  const listed = new Set(sheet.flatMap(({ id, connections: own }) => own.map((each) => `${each} ${id}`)));
  const left = connections.flatMap(({ id: connection, steps }) =>
    [...steps].flatMap(([id, at]) => (listed.has(`${connection} ${id}`) ? [] : [{ id, at }])),
  );
  return left
    .filter(({ id, at }, index) => left.findIndex((each) => each.id === id && each.at === at) === index)
    .toSorted((a, b) => (a.at < b.at ? -1 : 1));
}

/** Returns the code of a step: its role, which stays when a shop renames or rewords the step; without a role, its own name. */
export function codeOf({ role, id, atJoint }: RunStep): string {
  if (role === "flush-first") return "flush-branch";
  return role ?? (atJoint === null ? id : id.replace(/-\d+$/, ""));
}

/** Returns true when a step waits together with the next: the same look at another side of the fixture, one wait for both. */
export function waitsWithNext(steps: readonly RunStep[], at: number): boolean {
  const [step, next] = [steps[at], steps[at + 1]];
  return (
    step !== undefined &&
    next !== undefined &&
    step.stage !== null &&
    step.stage === next.stage &&
    step.waitMin <= next.waitMin
  );
}

/** Returns the minutes the water is off from closing the stop to letting it in again, likely hands-on time of the steps between. */
export function waterOffMin(steps: readonly RunStep[]): number {
  const from = steps.findIndex((step) => step.effect === "water-off");
  const to = steps.findIndex((step) => step.role === "water-in");
  if (from < 0 || to < from) return 0;
  const { handsOnMin, waitMin } = minutesOf(steps.slice(from, to + 1));
  return handsOnMin.likely + waitMin;
}

/** Returns hands-on minutes of steps, and the minutes of waiting beside them: a wait is no labor, and one wait serves both sides of a fixture. */
export function minutesOf(steps: readonly RunStep[]): Pick<RunStep, "handsOnMin" | "waitMin"> {
  const sum = (side: keyof RunStep["handsOnMin"]) =>
    Math.round(steps.reduce((total, { handsOnMin }) => total + handsOnMin[side], 0) * TENTHS) / TENTHS;
  return {
    handsOnMin: { low: sum("low"), likely: sum("likely"), high: sum("high") },
    waitMin: steps.reduce((total, { waitMin }, at) => total + (waitsWithNext(steps, at) ? 0 : waitMin), 0),
  };
}

const TENTHS = 10;

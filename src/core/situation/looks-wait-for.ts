/** Looks that wait for an act: after the run it has run, in its place it is put back. */
import type { StageCode } from "../check/index.ts";
import type { RunStep, StepRole } from "../step/index.ts";

interface LookWaits {
  readonly stage: StageCode;
  readonly role: StepRole;
  /** In words, of the look. */
  readonly why: string;
}

export const LOOKS_WAIT_FOR: readonly LookWaits[] = [
  { stage: "after-run", role: "exercise", why: "after the run needs the run" },
  { stage: "in-place", role: "place-back", why: "in its place needs the putting back" },
];

const waitOf = (stage: StageCode) => LOOKS_WAIT_FOR.find((each) => each.stage === stage);

/** Returns why looks of a stage wait for an act, in words; null: they wait for none. */
export const whyLookWaits = (stage: StageCode): string | null => waitOf(stage)?.why ?? null;

/** Returns the step of a fixture's sheet that is done before a stage is looked at at one of its connections, and is not; null: none. */
export function neededBeforeLook(
  steps: readonly RunStep[],
  connection: string,
  stage: StageCode,
): RunStep | null {
  const before = waitOf(stage);
  if (before === undefined) return null;
  return (
    steps.find(
      ({ role, isDone, connections }) => role === before.role && !isDone && connections.includes(connection),
    ) ?? null
  );
}

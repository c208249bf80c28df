/** What a step does for the rest of the program, whatever a shop calls the step. */

export const STEP_ROLES = [
  "closes-stop",
  "closes-upstream",
  "makes-joint",
  "lets-water-in",
  "bench",
  "prepares-joint",
  "after-heat",
  "after-cement",
  "before-last-joint",
] as const;

/**
 * closes-stop and closes-upstream: the step shuts the water off, at the fixture's own stop or at the next valve up.
 * makes-joint: its ticks turn joints from planned to made. lets-water-in: from its tick on joints are under pressure.
 * bench: the step needs no water off and may come first. prepares-joint: it comes directly before its joint is made.
 * after-heat and after-cement: they come after the last soldered or cemented joint, before the next one.
 * before-last-joint: it comes before the last joint is made.
 */
export type StepRole = (typeof STEP_ROLES)[number];

/** Roles of steps in libraries and events from before steps had roles: until then the ids were fixed. */
const FIRST_ROLES: Readonly<Record<string, StepRole>> = {
  "close-stop": "closes-stop",
  "close-upstream": "closes-upstream",
  make: "makes-joint",
  "water-in": "lets-water-in",
  "cut-tube": "bench",
  "record-line": "bench",
};

/** A joint's own step is named after its template and ends in the joint's number. */
const JOINT_NUMBER = /-\d+$/;

/** Returns the id of the template that a step of a run sheet was made from. */
export const templateIdOf = (step: string): string => step.replace(JOINT_NUMBER, "");

/** Returns the role of a step from before steps had roles. */
export function firstRoleOf(step: string): StepRole | null {
  return FIRST_ROLES[templateIdOf(step)] ?? null;
}

/** Brings a step of a library from before steps had roles to today's shape. Anything else is returned as it came. */
export function stepBroughtForward(step: unknown): unknown {
  if (typeof step !== "object" || step === null || "role" in step) return step;
  return { ...step, role: "id" in step && typeof step.id === "string" ? firstRoleOf(step.id) : null };
}

/** What a step does for the rest of the program, whatever a shop calls the step or writes in it. */

/**
 * look-ends to hand-over: the steps whose place is derived, in the order a fixture usually meets them.
 * close-stop and close-upstream shut the water off, at the fixture's own stop or at a valve above. prove: the flow dies.
 * make: its ticks turn joints from planned to made; prepare comes directly before it. start-both: two nuts of a short or stiff piece.
 * bench: the step needs no water off and may come first. cool, fire-watch, set-cement: after the last flame or cement.
 * flush-first: before the last joint is made; flush-branch: after the water is back at the stop.
 * pump-off and pump-on, loop-off and loop-on: a well's pump, and the loop that hot water runs round in.
 * other-side and open-other: the stop of a side that nobody works on, shut and opened again; close-outlet: what was opened to let the
 * pressure off; leave-shut: the stop behind a cap.
 * drain-off to make-safe: the old fixture out and what it leaves closed; dry-set to fixture-in, drain-on, level and fasten: the new one in.
 * find-pipe: before anything is shut; vent: before the first flame; prove-new: a new stop, when its water comes; try-device: what was added, once;
 * run-other: what hangs on the same stop.
 * shut-again to water-again: a joint that weeps is made anew, from shutting its water to letting the water in again.
 * water-in: from its tick on the fixture's joints are under pressure. first-look and stand-look: stages of the leak check.
 */
export const STEP_ROLES = [
  "look-ends",
  "find-pipe",
  "mark-sides",
  "heater-safe",
  "pump-off",
  "loop-off",
  "close-stop",
  "close-upstream",
  "prove",
  "power-off",
  "pull-plug",
  "roll-out",
  "release-pressure",
  "other-side",
  "take-off",
  "loosen-kept",
  "drain-off",
  "fixture-out",
  "plug-drain",
  "make-safe",
  "pull-stop",
  "cut-pipe",
  "open-stub",
  "bench",
  "dry-set",
  "unplug-drain",
  "fixture-in",
  "vent",
  "prepare",
  "start-both",
  "make",
  "cool",
  "fire-watch",
  "set-cement",
  "flush-first",
  "drain-on",
  "close-outlet",
  "open-upstream",
  "look-pipe-side",
  "prove-new",
  "flush-branch",
  "water-in",
  "first-look",
  "shut-again",
  "prove-again",
  "let-off-again",
  "remake",
  "water-again",
  "open-other",
  "cap-and-hold",
  "pump-on",
  "loop-on",
  "heater-back",
  "stand-look",
  "power-on",
  "plug-in",
  "purge",
  "exercise",
  "try-device",
  "run-other",
  "bathing-heat",
  "level",
  "fasten",
  "place-back",
  "leave-shut",
  "hand-over",
] as const;
export type StepRole = (typeof STEP_ROLES)[number];

/** Roles of steps in libraries and events from before steps had roles: until then the ids were fixed. */
const FIRST_ROLES: Readonly<Record<string, StepRole>> = {
  "close-stop": "close-stop",
  "close-upstream": "close-upstream",
  make: "make",
  "water-in": "water-in",
  "cut-tube": "bench",
  "record-line": "bench",
};

/** Roles as they were called before a role was the step's code. */
const RENAMED_ROLES: Readonly<Record<string, StepRole>> = {
  "closes-stop": "close-stop",
  "closes-upstream": "close-upstream",
  "makes-joint": "make",
  "lets-water-in": "water-in",
  "prepares-joint": "prepare",
  "after-heat": "cool",
  "after-cement": "set-cement",
  "before-last-joint": "flush-first",
};

/** Shipped steps that had no role before their place was derived, by id. */
const LATER_ROLES: Readonly<Record<string, StepRole>> = {
  "roll-out": "roll-out",
  "look-ends": "look-ends",
  "power-off": "power-off",
  "pull-plug": "pull-plug",
  "heater-safe": "heater-safe",
  "take-off": "take-off",
  "cut-pipe": "cut-pipe",
  "open-stub": "open-stub",
  "bathing-heat": "bathing-heat",
  "pull-stop": "pull-stop",
  "flush-debris": "flush-branch",
  "check-first-fill": "first-look",
  "heater-back": "heater-back",
  "check-static": "stand-look",
  "power-on": "power-on",
  "plug-in": "plug-in",
  purge: "purge",
  exercise: "exercise",
  "place-back": "place-back",
  "hand-over": "hand-over",
  "other-side": "other-side",
};

/** A joint's own step is named after its template and ends in the joint's number. */
const JOINT_NUMBER = /-\d+$/;

/** Returns the id of the template that a step of a run sheet was made from. */
export const templateIdOf = (step: string): string => step.replace(JOINT_NUMBER, "");

/** Returns the role of a step from before steps had roles. */
export function firstRoleOf(step: string): StepRole | null {
  return FIRST_ROLES[templateIdOf(step)] ?? null;
}

/** Returns a role under today's name; anything that was never renamed is returned as it came. */
export function roleBroughtForward(role: unknown): unknown {
  return typeof role === "string" ? (RENAMED_ROLES[role] ?? role) : role;
}

/** Brings a step of a library from before steps had roles, or from before their place was derived, to today's shape. Anything else is returned as it came. */
export function stepBroughtForward(step: unknown): unknown {
  if (typeof step !== "object" || step === null) return step;
  const id = "id" in step && typeof step.id === "string" ? step.id : "";
  const role = "role" in step ? roleBroughtForward(step.role) : firstRoleOf(id);
  return { ...step, role: role ?? LATER_ROLES[id] ?? null };
}

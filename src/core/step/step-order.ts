/**
 * Where each step of a fixture stands. The library's own order counts inside a stretch of the work; the stretches follow from the
 * things themselves: prove while there is power, power off before anything moves, all sides shut before one is opened; what kept the branch shut is made first, so that its water is
 * back early; what stands on its drain is set before its line is measured, what is built in is slid in before its last joint.
 */
import type { StepRole } from "./step-role.ts";
import type { StepTemplate } from "./step-template.ts";

/** Stretches of the work at a fixture, in order. */
export const STRETCHES = [
  "look",
  "mark",
  "before shutting",
  "shut",
  "prove",
  "power off",
  "move",
  "prove by a cracked nut",
  "let the pressure off",
  "take apart",
  "move what is built in",
  "take out",
  "prepare",
  "make up to the branch",
  "before the branch",
  "water at the branch",
  "set",
  "make",
  "slide in",
  "after making",
  "before water",
  "water in",
  "make anew",
  "after",
] as const;
export type Stretch = (typeof STRETCHES)[number];

/** The stretch of each role whose place is not by phase. */
const OF_ROLE: Partial<Readonly<Record<StepRole, Stretch>>> = {
  "look-ends": "look",
  "find-pipe": "look",
  "mark-sides": "mark",
  "heater-safe": "before shutting",
  "pump-off": "before shutting",
  "loop-off": "before shutting",
  "close-stop": "shut",
  "close-upstream": "shut",
  prove: "prove",
  "power-off": "power off",
  "pull-plug": "power off",
  "roll-out": "move",
  "release-pressure": "let the pressure off",
  "other-side": "shut",
  "close-outlet": "before water",
  "take-off": "take apart",
  "loosen-kept": "take apart",
  "drain-off": "take apart",
  "fixture-out": "take out",
  "plug-drain": "take out",
  "make-safe": "take out",
  "dry-set": "set",
  "unplug-drain": "set",
  "pull-stop": "take apart",
  "cut-pipe": "prepare",
  "open-stub": "prepare",
  "open-upstream": "water at the branch",
  "look-pipe-side": "water at the branch",
  "prove-new": "water at the branch",
  "flush-branch": "water at the branch",
  "water-in": "water in",
  "first-look": "water in",
  "shut-again": "make anew",
  "prove-again": "make anew",
  "let-off-again": "make anew",
  remake: "make anew",
  "water-again": "make anew",
};

const OF_PHASE: Partial<Readonly<Record<StepTemplate["phase"], Stretch>>> = {
  Look: "look",
  Isolate: "before shutting",
  "Take apart": "take apart",
  Prepare: "prepare",
};

/** What decides where the movable steps of a fixture stand. */
export interface StretchFacts {
  /** Nothing runs to prove the shut-off by: a nut is cracked. */
  readonly isCracked: boolean;
  /** It stands fast between its neighbours: its line comes off before it is pulled. */
  readonly isBuiltIn: boolean;
}

/** Returns the stretch a step of the library belongs to. `library` tells what stands before the making and before the water. */
export function stretchOf(
  template: StepTemplate,
  library: readonly StepTemplate[],
  { isCracked, isBuiltIn }: StretchFacts,
): Stretch {
  const { role, phase } = template;
  if (role === "prove" && isCracked) return "prove by a cracked nut";
  if (role === "roll-out" && isBuiltIn) return "move what is built in";
  if (role === "fixture-in") return isBuiltIn ? "slide in" : "set";
  if ((role === "level" || role === "fasten") && isBuiltIn) return "slide in";
  const own = role === null ? undefined : OF_ROLE[role];
  if (own !== undefined) return own;
  const byPhase = OF_PHASE[phase];
  if (byPhase !== undefined) return byPhase;
  const at = library.indexOf(template);
  const placeOf = (of: StepRole) => library.findIndex((each) => each.role === of);
  if (phase === "Make up") return at < placeOf("make") ? "prepare" : "after making";
  if (phase === "Water in") return at < placeOf("water-in") ? "before water" : "after";
  return "after";
}

/** What each act of a fixture needs of the acts before it, whatever order a library has. Every rule says why. */
import type { JointType } from "../joint/index.ts";
import { isRemakeRole, type RunStep, type StepRole } from "../step/index.ts";

interface OrderRule {
  readonly first: readonly StepRole[];
  readonly later: readonly StepRole[];
  readonly why: string;
}

/** Steps that open something that was shut or tight. */
export const OPENINGS: readonly StepRole[] = ["take-off", "loosen-kept", "pull-stop", "cut-pipe"];

/** Pairs of roles: every step of the first that stands earlier is done before one of the second. Source: practice of the trade. */
export const ORDER_RULES: readonly OrderRule[] = [
  {
    first: ["heater-safe"],
    later: ["close-upstream"],
    why: "a heater fired dry is ruined and can burst",
  },
  {
    first: ["pump-off"],
    later: ["close-upstream"],
    why: "a well pump starts against what is shut, and its tank goes on pushing",
  },
  {
    first: ["loop-off"],
    later: ["prove", "release-pressure", ...OPENINGS],
    why: "hot water comes back through the loop",
  },
  { first: ["pump-on", "loop-on"], later: ["hand-over"], why: "what was switched off stays off" },
  {
    first: ["open-upstream", "water-in"],
    later: ["pump-on", "loop-on"],
    why: "the valve is still shut",
  },
  { first: ["close-stop", "close-upstream"], later: ["prove"], why: "what is open cannot be proved shut" },
  {
    first: ["close-stop", "close-upstream", "prove"],
    later: OPENINGS,
    why: "before the shut-off is proved nothing is opened",
  },
  { first: ["prove"], later: ["make"], why: "before the shut-off is proved nothing is opened or made" },
  {
    first: ["power-off", "pull-plug"],
    later: [...OPENINGS, "make"],
    why: "water and electricity: the power is off before any nut is opened",
  },
  { first: ["power-off"], later: ["roll-out"], why: "a hard-wired appliance is dead before it moves" },
  {
    first: ["release-pressure"],
    later: OPENINGS,
    why: "the pressure is let off before any other nut is opened",
  },
  { first: ["mark-sides"], later: ["take-off"], why: "unmarked lines are crossed when they go back on" },
  { first: ["start-both"], later: ["make"], why: "a short or stiff piece binds when one nut is tight first" },
  {
    first: ["make", "cool", "set-cement", "flush-first"],
    later: ["water-in"],
    why: "every joint of the fixture is made before it is under pressure",
  },
  {
    first: ["make", "cool", "set-cement"],
    later: ["open-upstream"],
    why: "the pipe-side joints are made before the valve above is opened",
  },
  {
    first: ["find-pipe"],
    later: ["close-upstream", "cut-pipe", "pull-stop"],
    why: "a wrong pipe is cut once",
  },
  {
    first: ["take-off", "drain-off", "power-off", "pull-plug"],
    later: ["fixture-out"],
    why: "it is still joined",
  },
  {
    first: ["fixture-out", "plug-drain", "dry-set", "unplug-drain"],
    later: ["fixture-in"],
    why: "the place is not ready for it",
  },
  { first: ["look-pipe-side"], later: ["prove-new"], why: "its own joint is looked at first" },
  { first: ["prove-new"], later: ["water-in"], why: "a new stop is proved before its water comes further" },
  { first: ["drain-on"], later: ["exercise"], why: "it would drain on the floor" },
  { first: ["plug-in", "power-on"], later: ["exercise"], why: "nothing runs without power" },
  { first: ["purge", "exercise"], later: ["hand-over"], why: "nobody has seen it run" },
  {
    first: ["open-upstream"],
    later: ["look-pipe-side", "flush-first", "flush-branch", "water-in"],
    why: "the valve above is still shut",
  },
  {
    first: ["look-pipe-side"],
    later: ["water-in"],
    why: "a joint behind the stop is looked at before the next ones hide it",
  },
  { first: ["first-look"], later: ["power-on", "plug-in"], why: "power goes on only over dry joints" },
  {
    first: ["water-in"],
    later: ["heater-back", "purge", "exercise", "try-device", "run-other", "place-back"],
    why: "there is no water yet",
  },
  { first: ["shut-again"], later: ["prove-again"], why: "what is open cannot be proved shut" },
  {
    first: ["prove-again"],
    later: ["let-off-again"],
    why: "before the shut-off is proved nothing is opened",
  },
  { first: ["let-off-again"], later: ["remake"], why: "pressure still stands on it" },
  { first: ["remake"], later: ["water-again"], why: "the joint is still open" },
  {
    first: ["water-again"],
    later: ["purge", "exercise", "power-on", "plug-in", "heater-back", "place-back", "hand-over"],
    why: "a joint is being made anew and its water is shut",
  },
  { first: ["heater-back"], later: ["hand-over"], why: "the heater is still off" },
  {
    first: ["fire-watch"],
    later: ["hand-over"],
    why: "the spot is watched after a flame before anybody leaves",
  },
];

/** Joints that a flame spoils: they hold rubber or plastic. */
const SPOILED_BY_FLAME: readonly JointType[] = [
  "push-fit",
  "quick-connect",
  "riser-cone",
  "cone-gasket",
  "flat-gasket",
  "hose-thread",
  "slip-joint",
  "hose-clamp",
];
const NO_RUBBER = "no rubber or plastic goes on before the flame is out and the joint is cool";

/** A step that must be done first, and why. */
export interface Blocker {
  readonly step: RunStep;
  readonly why: string;
}

/** Bench work needs no shut-off: only the flame and the other nut hold it up. */
const HOLDS_UP_THE_BENCH: readonly StepRole[] = ["start-both"];

/** Acts that one connection of a fixture does for itself hold up no act of another. */
const isOfOneSide = (role: RunStep["role"], later: RunStep["role"]): boolean =>
  role === "start-both" || (isRemakeRole(role) && isRemakeRole(later));

function isFlame({ joint, role }: RunStep): boolean {
  return role === "cool" || joint?.type === "solder";
}

/**
 * Returns what must be done before a step of a run sheet is ticked, by the rules; empty: nothing.
 * Only steps that stand earlier on the sheet hold a step up. Errors: none.
 */
export function blockersOf(steps: readonly RunStep[], step: RunStep): readonly Blocker[] {
  const earlier = steps.slice(0, steps.indexOf(step)).filter(({ isDone }) => !isDone);
  const isBench = step.joint?.where === "bench";
  const byRule = ORDER_RULES.filter(({ later }) => step.role !== null && later.includes(step.role)).flatMap(
    ({ first, why }) =>
      earlier
        .filter(({ role }) => role !== null && first.includes(role))
        .filter(({ role }) => !isBench || (role !== null && HOLDS_UP_THE_BENCH.includes(role)))
        .filter(({ role, connection }) => !isOfOneSide(role, step.role) || connection === step.connection)
        .map((blocker): Blocker => ({ step: blocker, why })),
  );
  const isSpoiled = step.joint !== null && SPOILED_BY_FLAME.includes(step.joint.type) && !isBench;
  const byFlame = isSpoiled
    ? earlier.filter(isFlame).map((blocker): Blocker => ({ step: blocker, why: NO_RUBBER }))
    : [];
  const isFlameInPlace = step.joint?.type === "solder" && !isBench;
  const byVent = isFlameInPlace
    ? earlier
        .filter(({ role }) => role === "vent")
        .map((blocker): Blocker => ({ step: blocker, why: "steam must get away from a flame" }))
    : [];
  return [...byRule, ...byFlame, ...byVent];
}

/** What each act of a fixture needs of the acts before it, whatever order a library has. Every rule says why. */
import type { JointType } from "../joint/index.ts";
import type { RunStep, StepRole } from "../step/index.ts";
import { LOOKS_WAIT_FOR } from "./looks-wait-for.ts";

/** Which steps a rule speaks of: by their role, or by what they are. */
type Which = readonly StepRole[] | ((step: RunStep) => boolean);

export interface OrderRule {
  readonly first: Which;
  readonly later: Which;
  readonly why: string;
  /** Only what is done for the same connection is held up; absent: the whole fixture. */
  readonly isOfOneSide?: true;
  /** Bench work is held up too; absent: it needs no shut-off, and nothing of the fixture. */
  readonly isForTheBench?: true;
}

/** Steps that open something that was shut or tight. */
export const OPENINGS: readonly StepRole[] = [
  "take-off",
  "loosen-kept",
  "pull-stop",
  "cut-pipe",
  "open-stub",
];

/** Whether a step opens something that was shut or tight. */
export const isOpening = ({ role }: RunStep): boolean => role !== null && OPENINGS.includes(role);

const isInPlace = ({ joint }: RunStep): boolean => joint?.where === "place";

/** Whether a step makes a joint in its place, not on the bench. */
export const isMakingInPlace = (step: RunStep): boolean => step.role === "make" && isInPlace(step);

/** Acts that something would be left by, should anybody leave before them. */
const BEFORE_LEAVING: readonly StepRole[] = [
  "take-off",
  "fixture-out",
  "make",
  "make-safe",
  "fixture-in",
  "drain-on",
  "close-outlet",
  "open-upstream",
  "water-in",
  "open-other",
  "cap-and-hold",
  "level",
  "fasten",
  "place-back",
  "try-device",
  "run-other",
  "leave-shut",
];

/** Joints that a flame spoils: they hold rubber, plastic or tape. */
const SPOILED_BY_FLAME: readonly JointType[] = [
  "push-fit",
  "quick-connect",
  "riser-cone",
  "cone-gasket",
  "flat-gasket",
  "hose-thread",
  "slip-joint",
  "hose-clamp",
  "taper-thread",
];

const isFlame = ({ joint, role }: RunStep): boolean => role === "cool" || joint?.type === "solder";
const isFlameInPlace = (step: RunStep): boolean => step.joint?.type === "solder" && isInPlace(step);
const isSpoiledByFlame = ({ joint }: RunStep): boolean =>
  joint !== null && SPOILED_BY_FLAME.includes(joint.type);

/** Every step of the first kind that stands earlier on the sheet is done before one of the second. Source: water, power and hands (docs/data-sources.md, "Trade practice"). */
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
  { first: ["mark-sides"], later: OPENINGS, why: "unmarked lines are crossed when they go back on" },
  {
    first: ["start-both"],
    later: ["make"],
    why: "a short or stiff piece binds when one nut is tight first",
    isOfOneSide: true,
    isForTheBench: true,
  },
  {
    first: OPENINGS,
    later: ["make"],
    why: "what was there before is still in the way",
  },
  { first: ["fixture-in"], later: ["make"], why: "the fixture does not stand in its place yet" },
  {
    first: ["close-outlet"],
    later: ["open-upstream", "water-in"],
    why: "the outlet that let the pressure off is still open",
  },
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
  { first: ["drain-on"], later: ["water-in", "exercise"], why: "it would drain on the floor" },
  { first: ["plug-in", "power-on"], later: ["purge", "exercise"], why: "nothing runs without power" },
  {
    first: ["level", "fasten", "place-back"],
    later: ["exercise"],
    why: "what spins or shakes runs in its place, level and fast",
  },
  { first: ["purge", "exercise"], later: ["hand-over"], why: "nobody has seen it run" },
  {
    first: ["open-upstream"],
    later: ["look-pipe-side", "flush-first", "flush-branch", "water-in"],
    why: "the valve above is still shut",
  },
  { first: ["first-look"], later: ["power-on", "plug-in"], why: "power goes on only over dry joints" },
  {
    first: ["look-pipe-side", "first-look"],
    later: ["open-upstream", "water-in", "open-other"],
    why: "what has just come under pressure is looked at before the next valve is opened",
  },
  {
    first: ["first-look"],
    later: ["purge", "exercise", "try-device", "run-other"],
    why: "nothing runs over joints that nobody has looked at",
  },
  {
    first: ["stand-look"],
    later: ["place-back"],
    why: "pushed back, its joints can no longer be looked at",
  },
  {
    first: ["water-in"],
    later: ({ stage }) => stage !== null,
    why: "there is no water yet",
    isOfOneSide: true,
  },
  ...LOOKS_WAIT_FOR.map(
    ({ stage, role, why }): OrderRule => ({
      first: [role],
      later: (step) => step.stage === stage,
      why,
      isOfOneSide: true,
    }),
  ),
  {
    first: ["water-in"],
    later: ["heater-back", "purge", "exercise", "try-device", "run-other", "place-back", "bathing-heat"],
    why: "there is no water yet",
  },
  {
    first: ["shut-again"],
    later: ["prove-again"],
    why: "what is open cannot be proved shut",
    isOfOneSide: true,
  },
  {
    first: ["prove-again"],
    later: ["let-off-again"],
    why: "before the shut-off is proved nothing is opened",
    isOfOneSide: true,
  },
  { first: ["let-off-again"], later: ["remake"], why: "pressure still stands on it", isOfOneSide: true },
  { first: ["remake"], later: ["water-again"], why: "the joint is still open", isOfOneSide: true },
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
  {
    first: isFlame,
    later: isSpoiledByFlame,
    why: "no rubber, plastic or tape goes on before the flame is out and the joint is cool",
    isForTheBench: true,
  },
  { first: ["vent"], later: isFlameInPlace, why: "steam must get away from a flame" },
  { first: BEFORE_LEAVING, later: ["hand-over"], why: "nobody leaves before this is done" },
];

/** A step that must be done first, and why. */
export interface Blocker {
  readonly step: RunStep;
  readonly why: string;
}

const isOf = (which: Which, step: RunStep): boolean =>
  typeof which === "function" ? which(step) : step.role !== null && which.includes(step.role);

/**
 * Returns what must be done before a step of a run sheet is ticked, by the rules, in the order of the sheet; empty: nothing.
 * Only steps that stand earlier on the sheet hold a step up. Errors: none.
 */
export function blockersOf(
  steps: readonly RunStep[],
  step: RunStep,
  rules: readonly OrderRule[] = ORDER_RULES,
): readonly Blocker[] {
  const isBench = step.joint?.where === "bench";
  const earlier = steps.slice(0, steps.indexOf(step)).filter(({ isDone }) => !isDone);
  const sharesSide = ({ connections }: RunStep) => connections.some((id) => step.connections.includes(id));
  return rules
    .filter(({ later, isForTheBench }) => isOf(later, step) && (!isBench || isForTheBench === true))
    .flatMap(({ first, why, isOfOneSide }) =>
      earlier
        .filter((each) => isOf(first, each) && (isOfOneSide !== true || sharesSide(each)))
        .map((blocker): Blocker => ({ step: blocker, why })),
    )
    .toSorted((one, other) => steps.indexOf(one.step) - steps.indexOf(other.step));
}

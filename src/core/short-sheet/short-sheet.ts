/**
 * A sheet in its short depth: a few lines, each with its hold points and, folded under each, the acts that lead to it. A practiced plumber
 * ticks a line; what must be seen at its moment keeps a tap of its own.
 */
import type { JointType } from "../joint/index.ts";
import type { RunStep, StepRole } from "../step/index.ts";

/** How much of a sheet is shown: its lines, or every act. */
export const SHEET_DEPTHS = ["short", "full"] as const;
export type SheetDepth = (typeof SHEET_DEPTHS)[number];

/** Lines of a short sheet. A fixture may meet one twice: a washer runs, is put in its place and runs again. */
const SHORT_LINES = [
  "shut",
  "off",
  "in",
  "on",
  "branch",
  "water",
  "again",
  "stand",
  "run",
  "place",
  "leave",
] as const;
export type ShortLineCode = (typeof SHORT_LINES)[number];

/** Acts that are never folded, and why. Source: how much sheet (docs/data-sources.md, "Trade practice"). */
const HOLD_POINTS: Partial<Readonly<Record<StepRole, string>>> = {
  "heater-safe": "a heater fired dry is ruined and can burst",
  "heater-back": "the heater goes on only when it is full",
  "pump-off": "a pump that starts against a shut valve is ruined",
  "pump-on": "the pump goes on only when the pipes are full",
  "loop-off": "hot water comes back through the loop",
  "loop-on": "the loop is opened when it is full",
  prove: "the answer stands on the record, and the rest of the visit follows from it",
  "power-off": "dead is what was tested dead",
  "pull-plug": "power and water: the plug is out before any nut is opened",
  "power-on": "power goes on only over dry joints",
  "plug-in": "power goes on only over dry joints",
  "find-pipe": "a wrong pipe is cut once",
  vent: "steam and gas in a closed pipe burst under a flame",
  "fire-watch": "a fire starts after the plumber has left",
  "plug-drain": "what is plugged is unplugged again",
  "unplug-drain": "a plug left in the drain is under the bowl for good",
  "make-safe": "sewer gas and live ends stay behind",
  "open-upstream": "the clock of the first look starts here",
  "look-pipe-side": "a look is had at its moment or never",
  "prove-new": "a new stop is proved when its water comes",
  "water-in": "the clock of every look starts here",
  "shut-again": "no joint is opened under pressure",
  "prove-again": "no joint is opened under pressure",
  "let-off-again": "no joint is opened under pressure",
  remake: "what was renewed stands on the record",
  "water-again": "the clock of every look starts here again",
  exercise: "what runs is watched while it runs",
  "cap-and-hold": "a cap is held under pressure by the clock",
  "leave-shut": "a cap has two closures",
  "hand-over": "how everything is left is told",
};

/** Joints whose mark or gauge is looked at one by one: nothing shows afterwards that they were not pushed home. */
const GAUGED: readonly JointType[] = ["push-fit", "press", "crimp", "quick-connect"];

const LINE_OF_ROLE: Partial<Readonly<Record<StepRole, ShortLineCode>>> = {
  "release-pressure": "off",
  "dry-set": "in",
  "unplug-drain": "in",
  "fixture-in": "in",
  "open-upstream": "branch",
  "look-pipe-side": "branch",
  "prove-new": "branch",
  "flush-branch": "branch",
  "water-in": "water",
  "first-look": "water",
  "open-other": "water",
  "heater-back": "water",
  "pump-on": "water",
  "loop-on": "water",
  "shut-again": "again",
  "prove-again": "again",
  "let-off-again": "again",
  remake: "again",
  "water-again": "again",
  "stand-look": "stand",
  "cap-and-hold": "stand",
  "power-on": "run",
  "plug-in": "run",
  "place-back": "place",
  level: "place",
  fasten: "place",
  "leave-shut": "place",
  "hand-over": "leave",
};

/** Null: the step belongs to the line of what follows it. */
const LINE_OF_PHASE: Readonly<Record<RunStep["phase"], ShortLineCode | null>> = {
  Look: "shut",
  Isolate: "shut",
  "Take apart": "off",
  Prepare: "on",
  "Make up": "on",
  "Water in": null,
  Check: "run",
  Purge: "run",
  Run: "run",
  "Put back": "place",
  "Hand over": "leave",
};

/** Returns whether a step keeps a tap of its own: what never folds, every look, and whatever has a clock. */
export function isHoldPoint({ role, stage, waitMin, joint }: RunStep): boolean {
  return (
    stage !== null ||
    waitMin > 0 ||
    (role !== null && role in HOLD_POINTS) ||
    (joint !== null && GAUGED.includes(joint.type))
  );
}

/** What one tap records: a hold point with what leads to it, or acts without one; the acts in order. */
export interface ShortTap<T> {
  /** Null: the line ends in acts that are told together. */
  readonly hold: T | null;
  readonly folded: readonly T[];
}

export interface ShortLine<T> {
  readonly code: ShortLineCode;
  readonly taps: readonly ShortTap<T>[];
}

/**
 * Returns the lines of steps in their order. `stepOf` gives an item's step; `keyOf` tells whose it is: a line never holds steps of two
 * fixtures. Every item is in exactly one tap. Errors: none.
 */
export function shortLines<T>(
  items: readonly T[],
  stepOf: (item: T) => RunStep,
  keyOf: (item: T) => string = () => "",
): readonly ShortLine<T>[] {
  const own = (item: T): ShortLineCode | null => {
    const { role, stage, phase } = stepOf(item);
    if (stage === "in-place") return "place";
    // Cutting and marking on the bench comes whenever hands are free.
    if (role === "bench") return null;
    return (role === null ? undefined : LINE_OF_ROLE[role]) ?? LINE_OF_PHASE[phase];
  };
  // What has no line of its own leads to the next act of its fixture: walked from the end.
  const following = new Map<string, ShortLineCode>();
  const codes = items
    .toReversed()
    .map((item) => {
      const code = own(item) ?? following.get(keyOf(item)) ?? "water";
      following.set(keyOf(item), code);
      return code;
    })
    .toReversed();
  const lines: { code: ShortLineCode; key: string; taps: ShortTap<T>[]; open: T[] }[] = [];
  for (const [at, item] of items.entries()) {
    const code = codes[at] ?? "leave";
    const last = lines.at(-1);
    const line =
      last !== undefined && last.code === code && last.key === keyOf(item)
        ? last
        : { code, key: keyOf(item), taps: [], open: [] };
    if (line !== last) lines.push(line);
    if (isHoldPoint(stepOf(item))) line.taps.push({ hold: item, folded: line.open.splice(0) });
    else line.open.push(item);
  }
  return lines.map(({ code, taps, open }) => ({
    code,
    taps: open.length === 0 ? taps : [...taps, { hold: null, folded: open }],
  }));
}

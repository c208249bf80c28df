/** What the line fitter is asked: two ends in space, the line's own figures, and what it may not cross. */
import { add, dot, norm, scale, subtract, unit, type Vector } from "../geometry/index.ts";

/** Inches; x right, y up, z out of the wall. */
export interface LineEnd {
  readonly at: Vector;
  /** The way the line leaves this end; any length but none. */
  readonly direction: Vector;
}

/** A flat the line may not cross: it stays on the side the normal looks to. */
export interface Wall {
  readonly point: Vector;
  readonly normal: Vector;
}

export interface LineSetup {
  readonly a: LineEnd;
  readonly b: LineEnd;
  /** Stiff length at each end of the line. */
  readonly cuffIn: number;
  readonly minBendRadiusIn: number;
  readonly walls: readonly Wall[];
  /** Room there is aside of the straight way from end to end; null: nobody said. */
  readonly freeBulgeIn: number | null;
}

/** Where a wall is only touched, not crossed, inches. */
const TOUCH_IN = 1e-6;
/** Ends nearer than this are one place: no fitting is this short. */
export const NEAREST_ENDS_IN = 0.25;
/** Longest line and farthest ends anybody asks for, inches (100 ft). */
export const FARTHEST_IN = 1200;

export type LineSetupFault =
  | { readonly reason: "no-direction"; readonly field: "a.direction" | "b.direction" | "walls" }
  | { readonly reason: "same-place"; readonly field: "b.at" }
  | { readonly reason: "too-far"; readonly field: "b.at" }
  | { readonly reason: "cuff"; readonly field: "cuffIn" }
  | { readonly reason: "radius"; readonly field: "minBendRadiusIn" }
  | { readonly reason: "length"; readonly field: "lengthsIn"; readonly lengthIn: number }
  | { readonly reason: "behind-wall"; readonly field: "a.at" | "b.at"; readonly wall: number }
  | { readonly reason: "cuff-in-wall"; readonly field: "a.direction" | "b.direction"; readonly wall: number };

const FAULT_WORDS: Readonly<Record<LineSetupFault["reason"], string>> = {
  "no-direction": "A direction of 0, 0, 0 points nowhere: say which way the line leaves.",
  "same-place": "The two ends are in one place: measure again from one to the other.",
  "too-far": "The ends are more than 100 ft apart: check the unit.",
  cuff: "A cuff has a length from nothing to 6 in.",
  radius: "The smallest bend radius must be above nothing and below 100 in.",
  length: "A line has a length above nothing and up to 1200 in (100 ft).",
  "behind-wall": "This end is behind a wall: move the end or the wall.",
  "cuff-in-wall": "The line would leave straight into a wall: turn the end or move the wall.",
};

/** Returns a fault in words: what is wrong and what to do. */
export const explainFault = (fault: LineSetupFault): string => FAULT_WORDS[fault.reason];

/** Returns how far a place is in front of a wall, inches. */
export function aheadOf({ point, normal }: Wall, place: Vector): number {
  return dot(unit(normal), subtract(place, point));
}

/** Returns where the bending part starts at an end: the tip of its cuff. */
export function tipOf({ at, direction }: LineEnd, cuffIn: number): Vector {
  return add(at, scale(unit(direction), cuffIn));
}

const isDirection = (vector: Vector) => norm(vector) > 1e-9;

/** Returns the first thing that makes a setup or a length absurd, or null. */
export function setupFault(setup: LineSetup, lengthsIn: readonly number[] = []): LineSetupFault | null {
  const { a, b, cuffIn, minBendRadiusIn, walls } = setup;
  if (!isDirection(a.direction)) return { reason: "no-direction", field: "a.direction" };
  if (!isDirection(b.direction)) return { reason: "no-direction", field: "b.direction" };
  if (walls.some(({ normal }) => !isDirection(normal))) return { reason: "no-direction", field: "walls" };
  const distanceIn = norm(subtract(a.at, b.at));
  if (distanceIn < NEAREST_ENDS_IN) return { reason: "same-place", field: "b.at" };
  if (!(distanceIn <= FARTHEST_IN)) return { reason: "too-far", field: "b.at" };
  if (!(cuffIn >= 0 && cuffIn <= 6)) return { reason: "cuff", field: "cuffIn" };
  if (!(minBendRadiusIn > 0 && minBendRadiusIn < 100)) return { reason: "radius", field: "minBendRadiusIn" };
  const absurd = lengthsIn.find((lengthIn) => !(lengthIn > 0 && lengthIn <= FARTHEST_IN));
  if (absurd !== undefined) return { reason: "length", field: "lengthsIn", lengthIn: absurd };
  for (const [index, wall] of walls.entries())
    for (const [name, end] of [
      ["a", a],
      ["b", b],
    ] as const) {
      if (aheadOf(wall, end.at) < -TOUCH_IN)
        return { reason: "behind-wall", field: `${name}.at`, wall: index };
      if (aheadOf(wall, tipOf(end, cuffIn)) < -TOUCH_IN)
        return { reason: "cuff-in-wall", field: `${name}.direction`, wall: index };
    }
  return null;
}

/** Returns the distance between the cuff tips: the shortest the bending part can be. */
export function tipDistanceIn({ a, b, cuffIn }: LineSetup): number {
  return norm(subtract(tipOf(b, cuffIn), tipOf(a, cuffIn)));
}

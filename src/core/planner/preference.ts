/** The right kind of part for its place: what a good plumber takes when several kinds would do. Data: data/preferences.csv. */
import { dot } from "../geometry/index.ts";
import type { Part, PartKind, PipeDirection } from "../part/index.ts";

export const PART_SHAPES = ["straight", "angle"] as const;
export type PartShape = (typeof PART_SHAPES)[number];

/** A kind that is not the preferred one for its place. */
export interface Preference {
  readonly id: string;
  readonly kind: PartKind;
  /** Null: of any material. */
  readonly material: string | null;
  /** Null: of any shape. */
  readonly shape: PartShape | null;
  /** Where the supply's pipe comes out for the row to apply; null: anywhere. */
  readonly looks: PipeDirection | null;
  /** The row is about a tube narrower than the one it goes on from. */
  readonly narrows: boolean;
  /** The row is about what runs to a fixture so close to its pipe that hard pipe does it. */
  readonly isCloseToPipe: boolean;
  /** How much worse than the preferred kind. */
  readonly faults: number;
  readonly reason: string;
}

/** Whether the way on leaves a part along its way in or across it; null: the part has no two ports. */
function shapeOf({ ports }: Part): PartShape | null {
  const [a, b] = ports;
  if (a === undefined || b === undefined) return null;
  return Math.abs(dot(a.direction, b.direction)) > 0.5 ? "straight" : "angle";
}

/** Bores this far apart are two sizes, inches: half the step between usual tubes. */
const NARROWER_IN = 0.04;

/** True for a part narrower than the tube it goes on from. */
function isNarrower({ ports }: Part, tubeBoreIn: number | null): boolean {
  const [port] = ports;
  return tubeBoreIn !== null && port !== undefined && port.boreIn < tubeBoreIn - NARROWER_IN;
}

/** What a job tells of the place a part comes to. */
export interface PartPlace {
  readonly looks: PipeDirection;
  /** Bore of the tube that is the supply, inches; null: the supply is none. */
  readonly tubeBoreIn: number | null;
  readonly isCloseToPipe: boolean;
}

/** Returns the preferences a part goes against in this job. */
export function preferencesAgainst(
  preferences: readonly Preference[],
  { looks, tubeBoreIn, isCloseToPipe }: PartPlace,
  part: Part,
): readonly Preference[] {
  return preferences.filter(
    (each) =>
      each.kind === part.kind &&
      (each.material === null || each.material === part.material) &&
      (each.shape === null || each.shape === shapeOf(part)) &&
      (each.looks === null || each.looks === looks) &&
      (!each.narrows || isNarrower(part, tubeBoreIn)) &&
      (!each.isCloseToPipe || isCloseToPipe),
  );
}

/** Returns how many faults of kind a part has in this job; each part is judged once. */
export function faultsByPart(preferences: readonly Preference[], place: PartPlace): (part: Part) => number {
  const judged = new Map<Part, number>();
  return (part) => {
    const known = judged.get(part);
    if (known !== undefined) return known;
    const faults = preferencesAgainst(preferences, place, part).reduce((sum, each) => sum + each.faults, 0);
    judged.set(part, faults);
    return faults;
  };
}

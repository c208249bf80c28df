/** The right kind of part for its place: what a good plumber takes when several kinds would do. Data: data/preferences.csv. */
import { dot } from "../geometry/index.ts";
import type { Part, PartKind, PipeDirection } from "../part/index.ts";
import type { PlanRequest } from "../plan/index.ts";

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
  /** How much worse than the preferred kind. */
  readonly faults: number;
  readonly reason: string;
}

/** Most supplies come out of the wall: what is taken while nobody has looked, with a warning. */
const USUALLY: PipeDirection = "wall";

/** Whether the way on leaves a part along its way in or across it; null: the part has no two ports. */
function shapeOf({ ports }: Part): PartShape | null {
  const [a, b] = ports;
  if (a === undefined || b === undefined) return null;
  return Math.abs(dot(a.direction, b.direction)) > 0.5 ? "straight" : "angle";
}

/** Bores this far apart are two sizes, inches: half the step between usual tubes. */
const NARROWER_IN = 0.04;

/** True for a part narrower than the tube that is the supply. */
function isNarrower({ ports }: Part, { kind }: PlanRequest["supply"], tubeBoreIn: number | null): boolean {
  const [port] = ports;
  return (
    kind === "tube" && tubeBoreIn !== null && port !== undefined && port.boreIn < tubeBoreIn - NARROWER_IN
  );
}

/** Returns the preferences a part goes against in this job. */
export function preferencesAgainst(
  preferences: readonly Preference[],
  { supply }: Pick<PlanRequest, "supply">,
  part: Part,
  /** Bore of the supply's end; null: its table tells none. */
  supplyBoreIn: number | null,
): readonly Preference[] {
  const looks = supply.looks ?? USUALLY;
  return preferences.filter(
    (each) =>
      each.kind === part.kind &&
      (each.material === null || each.material === part.material) &&
      (each.shape === null || each.shape === shapeOf(part)) &&
      (each.looks === null || each.looks === looks) &&
      (!each.narrows || isNarrower(part, supply, supplyBoreIn)),
  );
}

/** Returns how many faults of kind a part has in this job; each part is judged once. */
export function faultsByPart(
  preferences: readonly Preference[],
  request: Pick<PlanRequest, "supply">,
  supplyBoreIn: number | null,
): (part: Part) => number {
  const judged = new Map<Part, number>();
  return (part) => {
    const known = judged.get(part);
    if (known !== undefined) return known;
    const faults = preferencesAgainst(preferences, request, part, supplyBoreIn).reduce(
      (sum, each) => sum + each.faults,
      0,
    );
    judged.set(part, faults);
    return faults;
  };
}

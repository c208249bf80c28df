/** Rigid risers and soft tube: offsets by bending, with the marks to bend and cut at measured from one end. */
import { fail, type Result, succeed } from "../result/index.ts";

export interface RiserJob {
  /** From face to face along the first straight, and how far aside the far face is: two ways across it. */
  readonly riseIn: number;
  readonly asideIn: readonly [first: number, second: number];
  /** Both asides in one slanting offset, or one offset after the other. */
  readonly laid: "one-offset" | "two-offsets";
  readonly angleDeg: number;
  /** Bend radius on the centre line: the bender's, or what the hand keeps to. */
  readonly radiusIn: number;
  /** How deep the tube goes into each seat. */
  readonly seatIn: readonly [first: number, last: number];
  /** Straight tube at either end, from the tube's very end: the ferrule sits on it. */
  readonly straightIn: number;
  /** How much longer each bend leaves the tube than the arc: 0 unless measured on the bender. */
  readonly stretchIn: number;
}

/** Bends stay off the last inch, so that the ferrule sits on straight, round tube. */
export const STRAIGHT_BEFORE_FERRULE_IN = 1;

/** Least radius a riser bends to on its centre line, inches, by outside diameter: usual trade figures with a bender or spring (docs/data-sources.md, "Bending"). */
export const RISER_RADIUS_IN = { "1/4": 1, "3/8": 1, "1/2": 1.5 } as const;

export interface Mark {
  readonly what: "bend" | "cut";
  /** From the first end, exact; people are shown sixteenths. */
  readonly fromEndIn: number;
  readonly angleDeg: number;
  /** Which way the bend turns, degrees round the tube from the first one. */
  readonly rollDeg: number;
}

export interface Offset {
  /** Distance aside, along the slanting part between its corners, and along the first straight. */
  readonly asideIn: number;
  readonly travelIn: number;
  readonly advanceIn: number;
  /** Straight left between the two bends. */
  readonly betweenIn: number;
}

export interface Riser {
  readonly offsets: readonly Offset[];
  /** Corner to start of bend, and the arc that takes the place of two of them. */
  readonly tangentIn: number;
  readonly arcIn: number;
  readonly marks: readonly Mark[];
  readonly cutIn: number;
  /** Straights in order: before, between and after offsets, faces not counted in. */
  readonly straightsIn: readonly number[];
}

export type RiserFault =
  | { readonly reason: "angle" }
  | { readonly reason: "figure"; readonly field: string }
  | { readonly reason: "bends-overlap"; readonly leastAsideIn: number }
  | { readonly reason: "no-room"; readonly missingIn: number };

const rad = (deg: number) => (deg * Math.PI) / 180;
/** An offset smaller than this is none, inches: half a sixty-fourth. */
const NONE_IN = 1 / 128;

/** Travel and advance of one offset, and the straight between its bends. */
function offsetOf(asideIn: number, angleDeg: number, tangentIn: number): Offset {
  const travelIn = asideIn / Math.sin(rad(angleDeg));
  return {
    asideIn,
    travelIn,
    advanceIn: asideIn / Math.tan(rad(angleDeg)),
    betweenIn: travelIn - 2 * tangentIn,
  };
}

/**
 * Returns the marks and cut of a riser: bend first, cut last. The first offset starts as near the first seat as its straight allows.
 * Units: inches along the centre line, degrees.
 * Source: travel = aside / sin(angle), advance = aside / tan(angle), tangent = r tan(angle / 2), arc = r angle (plane
 * trigonometry of an offset; laid.test.ts walks the bent tube and arrives at the far face).
 */
export function bendRiser(job: RiserJob): Result<Riser, RiserFault> {
  const { riseIn, asideIn, laid, angleDeg, radiusIn, seatIn, straightIn, stretchIn } = job;
  if (!(angleDeg > 0 && angleDeg <= 90)) return fail({ reason: "angle" });
  const figures = { riseIn, radiusIn, "seatIn.0": seatIn[0], "seatIn.1": seatIn[1], straightIn, stretchIn };
  for (const [field, value] of Object.entries(figures))
    if (!(Number.isFinite(value) && value >= 0)) return fail({ reason: "figure", field });
  const [first, second] = asideIn;
  const wanted =
    laid === "one-offset"
      ? [{ aside: Math.hypot(first, second), roll: (Math.atan2(second, first) * 180) / Math.PI }]
      : [
          { aside: Math.abs(first), roll: first < 0 ? 180 : 0 },
          { aside: Math.abs(second), roll: second < 0 ? -90 : 90 },
        ];
  const bends = wanted.filter(({ aside }) => aside > NONE_IN);
  const tangentIn = radiusIn * Math.tan(rad(angleDeg / 2));
  const arcIn = radiusIn * rad(angleDeg);
  const offsets = bends.map(({ aside }) => offsetOf(aside, angleDeg, tangentIn));
  if (offsets.some(({ betweenIn }) => betweenIn < -1e-9))
    return fail({ reason: "bends-overlap", leastAsideIn: 2 * tangentIn * Math.sin(rad(angleDeg)) });
  const bendsTakeIn = offsets.reduce((sum, { advanceIn }) => sum + advanceIn + 2 * tangentIn, 0);
  const beforeIn = Math.max(0, straightIn - seatIn[0]);
  const leastAfterIn = Math.max(0, straightIn - seatIn[1]);
  const spareIn = riseIn - bendsTakeIn - beforeIn - leastAfterIn;
  if (spareIn < -1e-9) return fail({ reason: "no-room", missingIn: -spareIn });
  const straightsIn =
    offsets.length === 0 ? [riseIn] : [beforeIn, ...offsets.slice(1).map(() => 0), leastAfterIn + spareIn];
  const marks: Mark[] = [];
  let fromEndIn = seatIn[0] + (straightsIn[0] ?? 0);
  const firstRoll = bends[0]?.roll ?? 0;
  for (const [index, { betweenIn }] of offsets.entries()) {
    const rollDeg = (bends[index]?.roll ?? 0) - firstRoll;
    marks.push({ what: "bend", fromEndIn, angleDeg, rollDeg });
    fromEndIn += arcIn - stretchIn + betweenIn;
    marks.push({ what: "bend", fromEndIn, angleDeg, rollDeg: rollDeg + 180 });
    fromEndIn += arcIn - stretchIn + (straightsIn[index + 1] ?? 0);
  }
  const cutIn = (offsets.length === 0 ? seatIn[0] + riseIn : fromEndIn) + seatIn[1];
  marks.push({ what: "cut", fromEndIn: cutIn, angleDeg: 0, rollDeg: 0 });
  return succeed({ offsets, tangentIn, arcIn, marks, cutIn, straightsIn });
}

/** Angles a bender has stops for, and the gentlest that is tried first. */
export const BEND_ANGLES = [15, 22.5, 30, 45, 60, 90] as const;

/** Returns the gentlest usual angle the job has room for; null when none does. */
export function gentlestAngle(job: Omit<RiserJob, "angleDeg">): number | null {
  return BEND_ANGLES.find((angleDeg) => bendRiser({ ...job, angleDeg }).ok) ?? null;
}

const FAULT_WORDS: Readonly<Record<RiserFault["reason"], string>> = {
  angle: "The bend angle lies above 0 and up to 90 degrees.",
  figure: "This figure must be a number, not below nothing.",
  "bends-overlap":
    "The two bends run into each other: take a smaller angle or a smaller radius, or set the offset apart.",
  "no-room": "Too little rise for these bends: take a steeper angle, a smaller radius, or move an end.",
};

/** Returns a fault in words: what is wrong and what to do. */
export const explainRiser = (fault: RiserFault): string => FAULT_WORDS[fault.reason];

/** How two ends seal, as data: which pairs mate (data/matings.csv) and how each joint is made up (data/joints.csv). */
import type { End } from "../end/index.ts";

export const JOINT_TYPES = [
  "flat-gasket",
  "cone-gasket",
  "ferrule",
  "riser-cone",
  "flare",
  "taper-thread",
  "push-fit",
  "quick-connect",
  "solder",
  "press",
  "crimp",
  "expansion",
  "hose-thread",
  "ground-joint",
  "slip-joint",
  "hose-clamp",
  "solvent",
] as const;
export type JointType = (typeof JOINT_TYPES)[number];

/** What may have to be done to the sides of a joint before it is made. */
export const PREPARATIONS = [
  "square-cut",
  "deburr",
  "depth-mark",
  "insert-in",
  "bright",
  "flux",
  "dry-pipe",
  "ring-on",
  "ring-seen",
  "nut-and-ferrule-on",
  "flare-tube",
  "clean-thread",
  "sealant-on",
  "clean-face",
  "clean-cones",
  "washer-in",
  "no-old-ferrule",
  "dry-fit",
  "primer",
] as const;
export type Preparation = (typeof PREPARATIONS)[number];

export const SEALANTS = [
  "none",
  "tape",
  "paste",
  "tape-or-paste",
  "film-allowed",
  "flux-and-solder",
  "cement",
] as const;
export type Sealant = (typeof SEALANTS)[number];

/** Which two families meet in which type of joint. */
export interface Mating {
  readonly id: string;
  readonly a: { readonly family: string; readonly gender: "m" | "f" | null };
  readonly b: { readonly family: string; readonly gender: "m" | "f" | null };
  /** Materials the plain end may have; empty means any. */
  readonly bMaterials: readonly string[];
  readonly type: JointType;
  /** True when nut, ferrule, insert or washer must be added from the catalogue. */
  readonly needsKit: boolean;
  /** Judgement named on every such joint. */
  readonly note: string | null;
}

/** Which part of the joint is plastic, where that changes how it is tightened. */
export type PlasticPart = "none" | "nut" | "body" | "male" | "tube" | "cpvc";

/** Make-up of one variant of a joint: turns past hand-tight, in turns. */
export interface JointRule {
  readonly id: string;
  readonly type: JointType;
  readonly label: string;
  readonly whenSize: string | null;
  readonly whenPlastic: PlasticPart | null;
  /** Null for joints that are not turned (push-in, soldered, pressed, crimped, cemented). */
  readonly turns: { readonly min: number; readonly max: number; readonly hardMax: number } | null;
  readonly handOnly: boolean;
  readonly sealant: Sealant;
  /** A weeping one may be turned a little further. */
  readonly maySnug: boolean;
  readonly sealsOn: string;
  /** In the order they go on. */
  readonly pieces: readonly string[];
  readonly lookFirst: readonly string[];
  /** What is done to the two sides directly before the joint is made. */
  readonly prepare: readonly Preparation[];
  readonly remake: string;
  readonly reason: string;
}

function fits(side: Mating["a"], end: End): boolean {
  return side.family === end.family && side.gender === end.gender;
}

/**
 * Returns the mating of two ends, or null when they do not make a joint. Symmetric in its two ends.
 * Two ends mate when their families do, their fit sizes are equal and the plain end's material is taken.
 */
export function mate(one: End, other: End, matings: readonly Mating[]): Mating | null {
  if (one.fitSize !== other.fitSize) return null;
  for (const mating of matings) {
    const plain =
      fits(mating.a, one) && fits(mating.b, other)
        ? other
        : fits(mating.a, other) && fits(mating.b, one)
          ? one
          : null;
    if (plain === null) continue;
    if (mating.bMaterials.length === 0 || mating.bMaterials.includes(plain.material ?? "")) return mating;
  }
  return null;
}

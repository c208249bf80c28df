/** A part of the catalogue and its ports. Every chain, joint and drawing comes from this one model. */
import type { EndCode } from "../end/index.ts";
import type { Vector } from "../geometry/index.ts";

export const PART_KINDS = [
  "line",
  "tube",
  "riser",
  "adapter",
  "elbow",
  "coupling",
  "tee",
  "stop",
  "valve",
  "arrestor",
  "auto-shutoff",
  "backflow",
  "filter",
  "union",
  "nut",
  "ferrule",
  "insert",
  "washer",
  "cap",
  "clip",
  "pipe",
  "reducer",
  "expansion-tank",
] as const;
export type PartKind = (typeof PART_KINDS)[number];

export const PART_FUNCTIONS = [
  "shut-off",
  "arrestor",
  "auto-shutoff",
  "backflow",
  "dielectric",
  "filter",
  "union",
  "elbow",
  "own-stop",
  "reducer",
] as const;
export type PartFunction = (typeof PART_FUNCTIONS)[number];

/** What a stop or a line is made to feed; a laundry stop and a washer hose feed washers and hoses only. */
export const SERVICES = ["fixture", "appliance", "laundry", "pipe"] as const;
export type Service = (typeof SERVICES)[number];

/** How bad the water is that a device keeps out: a dual check answers low hazards, a vacuum breaker or an air gap high ones. */
export const HAZARDS = ["low", "high"] as const;
export type Hazard = (typeof HAZARDS)[number];

/** What seals the nut inside a union. */
export const UNION_SEALS = ["ground-joint", "flat-gasket"] as const;
export type UnionSeal = (typeof UNION_SEALS)[number];

export type PortId = "a" | "b" | "c";
/** Where a part meets the next: its end, and where that end sits and points in the part's own frame, inches. */
export interface Port {
  readonly id: PortId;
  readonly end: EndCode;
  readonly at: Vector;
  /** Unit vector out of the part. */
  readonly direction: Vector;
  readonly boreIn: number;
  readonly plastic: boolean;
}

export interface Part {
  readonly sku: string;
  readonly kind: PartKind;
  readonly name: string;
  readonly priceCents: number;
  /** Pieces in what is sold as one, such as a pack of washers; the price is the pack's. */
  readonly pack: number;
  readonly material: string;
  /** Over all, for a line; the longest it can be cut to, for a riser; null for tube by the foot and short parts. */
  readonly lengthIn: number | null;
  /** Cut on the job. A tube without a length is priced by the foot. */
  readonly cutToLength: boolean;
  readonly minBendRadiusIn: number | null;
  readonly cuffIn: number | null;
  readonly ratedPsi: number;
  readonly ratedF: number;
  /** Second rating point, where hot water lowers the pressure a part takes; null: the first one holds up to its temperature. */
  readonly ratedHot: { readonly psi: number; readonly f: number } | null;
  /** Null: no stop or line, or of use anywhere. */
  readonly service: Service | null;
  /** Null: no backflow device. */
  readonly backflow: {
    readonly hazard: Hazard;
    /** May stand under pressure for more than twelve hours. */
    readonly takesConstantPressure: boolean;
    /** Must come after the last valve before the outlet. */
    readonly isLast: boolean;
  } | null;
  /** Null: no union. A union is itself a joint. */
  readonly unionSeal: UnionSeal | null;
  /** Wrench sizes of the body's own flats; empty: none, or not listed. */
  readonly flats: readonly string[];
  readonly leadFree: boolean;
  /** Water goes from port a to port b only. */
  readonly oneWay: boolean;
  /** Pieces that come with it: nut, ferrule, insert, washer. */
  readonly contents: readonly string[];
  readonly functions: readonly PartFunction[];
  /** For pieces: the two ends they join. */
  readonly joins: readonly [EndCode, EndCode] | null;
  readonly ports: readonly Port[];
}

/** Kinds whose length answers the length that was measured. */
export const LENGTH_KINDS: readonly PartKind[] = ["line", "tube", "riser", "pipe"];
/** Kinds that end a branch: one port. */
const ENDING_KINDS: readonly PartKind[] = ["cap", "expansion-tank"];
/** Kinds that only change one end into another. */
export const ADAPTER_KINDS: readonly PartKind[] = ["adapter", "elbow", "coupling", "union"];
/** Kinds that are in a chain only for what they do. */
export const FUNCTION_KINDS: readonly PartKind[] = [
  "stop",
  "valve",
  "arrestor",
  "auto-shutoff",
  "backflow",
  "filter",
  "reducer",
];

/** Returns true for tube and pipe off the roll or bar: cut on the job, priced by the foot. */
export function isByTheFoot({ cutToLength, lengthIn }: Pick<Part, "cutToLength" | "lengthIn">): boolean {
  return cutToLength && lengthIn === null;
}

/** Returns the fewest ports a part of a kind has: one where it ends a branch, else two. */
export function fewestPorts(kind: PartKind): number {
  return ENDING_KINDS.includes(kind) ? 1 : 2;
}

/** Returns the pressure a part takes at a temperature, psi: straight between its two rating points, 0 above the hotter one. */
export function ratedPsiAt(
  { ratedPsi, ratedF, ratedHot }: Pick<Part, "ratedPsi" | "ratedF" | "ratedHot">,
  waterF: number,
): number {
  if (waterF <= ratedF) return ratedPsi;
  if (ratedHot === null || waterF > ratedHot.f) return 0;
  return ratedPsi + ((ratedHot.psi - ratedPsi) * (waterF - ratedF)) / (ratedHot.f - ratedF);
}

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
] as const;
export type PartFunction = (typeof PART_FUNCTIONS)[number];

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
  readonly material: string;
  /** Over all, for a line; the longest it can be cut to, for a riser; null for tube by the foot and short parts. */
  readonly lengthIn: number | null;
  /** Cut on the job. A tube without a length is priced by the foot. */
  readonly cutToLength: boolean;
  readonly minBendRadiusIn: number | null;
  readonly cuffIn: number | null;
  readonly ratedPsi: number;
  readonly ratedF: number;
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
export const LENGTH_KINDS: readonly PartKind[] = ["line", "tube", "riser"];
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
];

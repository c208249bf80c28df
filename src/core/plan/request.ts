import type { EndCode } from "../end/index.ts";
import type { JointType, Sealant } from "../joint/index.ts";
import type { PartKind, Port, PortId } from "../part/index.ts";
import type { HouseRules } from "./standards.ts";

export const SUPPLY_KINDS = [
  "stop-outlet",
  "pipe",
  "stub",
  "dead-stop",
  "box-valve",
  "faucet-riser",
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

export const FIXTURES = [
  "toilet",
  "bidet-seat",
  "bidet-sprayer",
  "bidet",
  "lavatory",
  "kitchen",
  "rinser",
  "dishwasher",
  "refrigerator",
  "brewer",
  "ice-machine",
  "washer",
  "tub-filler",
  "utility",
  "hydrant",
  "filter",
] as const;
export type Fixture = (typeof FIXTURES)[number];

export const NEEDS = ["arrestor", "auto-shutoff", "backflow", "union", "filter", "dielectric"] as const;
export const LINE_KINDS = ["line", "tube", "riser"] as const;
export type LineKind = (typeof LINE_KINDS)[number];
export type Need = (typeof NEEDS)[number];

export const PIPE_MATERIALS = ["copper", "brass", "galvanised", "plastic"] as const;
export type PipeMaterial = (typeof PIPE_MATERIALS)[number];
/** Treatments that leave water eager to dissolve copper and brass. */
export const TREATMENTS = ["reverse-osmosis", "demineralised"] as const;
export type Treatment = (typeof TREATMENTS)[number];
export type Water = "cold" | "hot";

export interface Supply {
  readonly end: EndCode;
  readonly kind: SupplyKind;
  readonly water: Water;
  /** Gauge pressure with nothing running, psi. */
  readonly staticPsi: number;
  /** Null: not proved yet. */
  readonly stopHolds: boolean | null;
  readonly keepsExistingLine: boolean;
  /** Where the line that stays ends. Given while keepsExistingLine is false, that line is renewed and the tee comes after it. */
  readonly keptLine?: { readonly inlet: EndCode };
  /** Which end of the kept line the tee goes to; absent: whichever is better, at the tank for bidets. */
  readonly teeAt?: "supply" | "far-end";
  readonly material?: PipeMaterial;
  /** The water has been through a unit after which nothing may be of copper or brass. */
  readonly treated?: Treatment;
}

export interface HookupProblem {
  readonly supply: Supply;
  readonly inlet: { readonly end: EndCode; readonly fixture: Fixture; readonly plastic: boolean };
  /** What the line, tube or riser must measure over all, inches. */
  readonly lengthIn: { readonly min: number; readonly max: number };
  /** The only kind of line wanted; absent: any. */
  readonly lineKind?: LineKind;
  readonly needs: readonly Need[];
  readonly access: "open" | "closed-wall";
  /** Only what the shop or the job set; the rest is the default school. */
  readonly houseRules: Partial<HouseRules>;
  /** Parts somebody wants in place of the planner's choice: SKU to SKU. */
  readonly swaps?: Readonly<Record<string, string>>;
  /** What is on the truck; null: no limit. */
  readonly stock: ReadonlyMap<string, number> | null;
}

/** `supply`, `inlet`, `kept`, or a port of the plan's i-th part: `p0.a`. */
export type PortRef = "supply" | "inlet" | "kept" | `p${number}.${PortId}`;

export interface PlanPart {
  readonly sku: string;
  readonly kind: PartKind;
  readonly name: string;
  /** Pieces, or feet for tube sold by the foot. */
  readonly quantity: number;
  readonly branch: "main" | "kept";
  readonly contents: readonly string[];
  readonly material: string;
  /** The part's ports as the catalogue had them then: the drawing needs no catalogue. */
  readonly ports: readonly Port[];
  readonly lengthIn?: number;
}

export interface PlanJoint {
  readonly number: number;
  readonly between: readonly [PortRef, PortRef];
  readonly ends: readonly [EndCode, EndCode];
  readonly type: JointType;
  readonly rule: string;
  readonly sealant: Sealant;
  readonly turns: { readonly handOnly: boolean; readonly min: number; readonly max: number } | null;
  /** The count of turns that must never be passed; null where the joint is not turned. */
  readonly hardMaxTurns: number | null;
  readonly wrenches: readonly string[];
  readonly backUp: boolean;
  /** What the second wrench holds, and its sizes where they are usual ones. Absent when nothing is held, and in plans kept before it was told. */
  readonly holdBack?: { readonly what: string; readonly wrenches: readonly string[] };
  readonly made: "bench" | "place";
  readonly notes: readonly string[];
  /** The make-up rule's own words, kept with the plan. */
  readonly label: string;
  readonly sealsOn: string;
  readonly pieces: readonly string[];
  readonly lookFirst: readonly string[];
  readonly remake: string;
  readonly reason: string;
  /** A weeping one may be turned a little further. */
  readonly maySnug: boolean;
  /** On the branch beside the way from supply to the last end: what a fork feeds besides. */
  readonly aside?: true;
}

export interface Finding {
  readonly code: string;
  readonly message: string;
}

/** A part that could stand in a plan part's place. */
export interface Alternative {
  readonly sku: string;
  readonly name: string;
  readonly priceCents: number;
}

export interface Plan {
  readonly id: string;
  readonly parts: readonly PlanPart[];
  readonly joints: readonly PlanJoint[];
  readonly priceCents: number;
  /** Pressure the main way costs at the fixture's usual flow, psi; shown, never ranked by. Absent in plans kept before it was computed. */
  readonly headLossPsi?: number;
  readonly inStock: boolean;
  readonly missing: readonly string[];
  readonly warnings: readonly Finding[];
  readonly why: readonly string[];
}

export interface PlanOutcome {
  /** Best first; none is worse than another in joints, price and missing parts all at once. */
  readonly plans: readonly Plan[];
  readonly refused: readonly Finding[];
  /** True when the search went through everything that could matter. */
  readonly complete: boolean;
}

/** A plan as it is computed, shown, chosen and kept: parts, joints, advice. */
import type { EndCode } from "../end/index.ts";
import type { JointType, Preparation, Sealant } from "../joint/index.ts";
import type { PartKind, Port, PortId } from "../part/index.ts";
import type { PracticeKey } from "../standard/index.ts";

/** `supply`, `inlet`, `kept`, the fixture's own `outlet`, or a port of the plan's i-th part: `p0.a`. */
export type PortRef = "supply" | "inlet" | "kept" | "outlet" | `p${number}.${PortId}`;

export interface PlanPart {
  readonly sku: string;
  readonly kind: PartKind;
  readonly name: string;
  /** What is bought: pieces, packs, or feet of what is sold by the foot. In plans kept before, 0 is the rest of the tube cut for what stands before it. */
  readonly quantity: number;
  /** On the way to the inlet, on the branch that goes on being fed, on the fixture's outlet, or in an air chamber. */
  readonly branch: "main" | "kept" | "outlet" | "chamber";
  readonly contents: readonly string[];
  readonly material: string;
  /** The part's ports as the catalogue had them then: the drawing needs no catalogue. */
  readonly ports: readonly Port[];
  readonly lengthIn?: number;
  /** A valve that shuts what comes after it. Absent for every other part, and in plans kept before it was told. */
  readonly shutsOff?: true;
  /** A device that shuts by itself: it senses a leak, or water that runs too fast. Absent as `shutsOff` is. */
  readonly shutsByItself?: true;
}

/** The first or the second of the two sides a joint is between. */
export type JointSideId = "a" | "b";

export interface PlanJoint {
  readonly number: number;
  readonly between: readonly [PortRef, PortRef];
  /** Null: the joint inside a union. */
  readonly ends: readonly [EndCode, EndCode] | null;
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
  readonly where: "bench" | "place";
  /** The side of `between` that turns: with the nut, or the whole part; null: nothing turns. Absent in plans kept before it was told, as what is held and prepared. */
  readonly turning?: JointSideId | null;
  readonly held?: JointSideId;
  /** What is done to the two sides directly before the joint is made. */
  readonly prepare?: readonly Preparation[];
  /** How deep the pipe or tube goes in, inches: where its mark is made. Absent: nothing goes in, or no table tells. */
  readonly depthIn?: number;
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
  /** True for a joint of the side branch that a fork feeds, beside the way from the supply to the inlet. */
  readonly aside?: true;
}

export interface Advice {
  readonly code: string;
  readonly message: string;
}

/** A part that could stand in a plan part's place. */
export interface Alternative {
  readonly sku: string;
  readonly name: string;
  readonly priceCents: number;
}

/** Water through a plan, an estimate. */
export interface PlanFlow {
  /** Usual flow of the fixture while it runs. */
  readonly usualGpm: number;
  /** Least pressure the fixture works with while it runs. */
  readonly leastPsi: number;
  /** Taken between the place of the static pressure and the inlet, at the usual flow. */
  readonly lossPsi: number;
  /** Left at the inlet at the usual flow. */
  readonly residualPsi: number;
  /** Flow at which only the least pressure is left; null: the plan does not limit it. */
  readonly availableGpm: number | null;
  /** Water in the plan's parts on the way, gallons. Absent in plans kept before it was computed. */
  readonly holdsGal?: number;
}

/** What a bang was computed with although nobody measured: the pipe before the supply end, the static pressure. */
export const BANG_ASSUMPTIONS = ["pipe-before", "static-pressure"] as const;
export type BangAssumption = (typeof BANG_ASSUMPTIONS)[number];

/**
 * The bang when the fixture's own valve shuts: an estimate, only where it shuts fast, and advice alone. It lasts an instant: no rating
 * for a working pressure is measured by it.
 */
export interface PlanBang {
  /** Time in which the valve shuts, likely. */
  readonly closureMs: number;
  /** Highest pressure on the branch without an arrestor, likely. */
  readonly psi: number;
  /** The same from the mildest to the harshest of what is not known. */
  readonly rangePsi: readonly [low: number, high: number];
  /** The same branch with an arrestor: the plan's, the one that is there, or else the smallest one at the valve. */
  readonly withArrestorPsi?: number;
  /** Whose arrestor that is; "none": there is none yet. */
  readonly arrestor: "planned" | "there" | "none";
  readonly assumed: readonly BangAssumption[];
}

export interface Plan {
  readonly id: string;
  readonly parts: readonly PlanPart[];
  readonly joints: readonly PlanJoint[];
  readonly priceCents: number;
  /** Numbers of the joints in the order they are made. Absent in plans kept before it was derived, as what to carry. */
  readonly makeUpOrder?: readonly number[];
  readonly tools?: readonly string[];
  readonly consumables?: readonly string[];
  /** Pipe to cut out for a tee, inches: its run less the two insertion depths. Absent: no pipe is cut, or the depth is not known. */
  readonly cutOutIn?: number;
  /** Standards that gave way, because no plan follows them all. Absent in plans kept before every plan told it, as none. */
  readonly gaveWay?: readonly PracticeKey[];
  /** Parts that are not the preferred kind for their place. Absent in plans kept before they were counted. */
  readonly kindFaults?: number;
  /** Those parts in words, each with the reason against it; absent: none. */
  readonly unusual?: readonly string[];
  /** Absent in plans kept before it was computed. */
  readonly flow?: PlanFlow;
  /** Pressure the main way costs, psi: in plans kept before `flow` was computed, and nowhere else. */
  readonly headLossPsi?: number;
  /** Absent: the valve shuts slowly, or the plan was kept before it was computed. */
  readonly bang?: PlanBang;
  readonly inStock: boolean;
  readonly missing: readonly string[];
  readonly warnings: readonly Advice[];
  readonly why: readonly string[];
}

export interface PlanOutcome {
  /** Best first; none is worse than another in joints, price and missing parts all at once. */
  readonly plans: readonly Plan[];
  readonly refused: readonly Advice[];
  /** True when the search went through everything that could matter. */
  readonly complete: boolean;
}

/** What a plan is asked for: supply, inlet, length, needs, standards, stock. */
import type { UpstreamPipe } from "../branch/index.ts";
import type { EndCode } from "../end/index.ts";
import type { Vector } from "../geometry/index.ts";
import type { LineSetup } from "../line/index.ts";
import type { PexType, PipeDirection, PresentDevice } from "../part/index.ts";
import type { Standards } from "../standard/index.ts";
import type { Fixture, LineKind } from "./fixture.ts";

export const SUPPLY_KINDS = [
  "stop-outlet",
  "pipe",
  "stub",
  "dead-stop",
  "box-valve",
  "faucet-riser",
  "tube",
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

export const NEEDS = [
  "arrestor",
  "auto-shutoff",
  "backflow",
  "union",
  "filter",
  "dielectric",
  "own-stop",
  "elbow",
] as const;
export type Need = (typeof NEEDS)[number];

export const PIPE_MATERIALS = ["copper", "brass", "galvanised", "plastic"] as const;
export type PipeMaterial = (typeof PIPE_MATERIALS)[number];
/** Treatments that leave water eager to dissolve copper and brass. */
export const TREATMENTS = ["reverse-osmosis", "demineralised"] as const;
export type Treatment = (typeof TREATMENTS)[number];
export type Water = "cold" | "hot";

/** Who brings what runs to the fixture; "none": hard pipe, or a device on a line that stays. */
export const LINE_SOURCES = ["new", "kept", "fixture-hose", "fixture-tail", "none"] as const;
export type LineSource = (typeof LINE_SOURCES)[number];

/** Which way an inlet looks, seen from the room. */
export const INLET_DIRECTIONS = ["down", "side", "back"] as const;
export type InletDirection = (typeof INLET_DIRECTIONS)[number];

/** Which part of the work is planned: all of it, up to a cap behind which others go on, or the rest of it. */
export const WORK_PHASES = ["whole", "rough-in", "finish"] as const;
export type WorkPhase = (typeof WORK_PHASES)[number];

/** What an old stop leaves on the pipe when it comes off. */
export const STOP_LEFTOVERS = ["none", "nut-and-ferrule"] as const;
export type StopLeftover = (typeof STOP_LEFTOVERS)[number];

/** The line as the job finds it. */
export interface LineFound {
  readonly by: LineSource;
  /** A kept line: its end at the supply. A fixture's hose or tail: its free end. Absent: what meets the supply, the inlet's end. */
  readonly end?: EndCode;
  /** Over all, inches; absent: nobody has measured. */
  readonly lengthIn?: number;
  readonly nut?: "plastic" | "metal";
  readonly ageYears?: number;
}

/** A line that stays, as it was measured. */
export interface MeasuredLine {
  /** Over all, inches. */
  readonly lengthIn: number;
  /** Where its inlet lies from the outlet it comes from: right, up, out of the wall, inches. */
  readonly to: Vector;
}

export interface Supply {
  readonly end: EndCode;
  readonly kind: SupplyKind;
  readonly water: Water;
  /** What the pipe comes out of; absent: nobody has looked. */
  readonly looks?: PipeDirection;
  /** Gauge pressure with nothing running, psi. */
  readonly staticPsi: number;
  /** Nobody has measured the static pressure: the figure is assumed, and the plan says so. */
  readonly isStaticAssumed?: true;
  /** Measured bore of the stop that stays, inches; absent: as such a stop usually has. */
  readonly boreIn?: number;
  /** Null: not proved yet. */
  readonly stopHolds: boolean | null;
  readonly keepsExistingLine: boolean;
  /** Where the line that stays ends. Given while keepsExistingLine is false, that line is renewed and the tee comes after it. */
  readonly keptLine?: {
    readonly inlet: EndCode;
    /** Absent: nobody has measured. */
    readonly measured?: MeasuredLine;
  };
  /** What the nut of the line that stays is made of; absent: plastic on a 7/8 shank, metal elsewhere. */
  readonly keptNut?: "plastic" | "metal";
  /** Which end of the kept line the tee goes to; absent: whichever is better, at the tank for bidets. */
  readonly teeAt?: "supply" | "far-end";
  readonly material?: PipeMaterial;
  /** Pipe between the place of the static pressure and the supply end; absent: the pressure was read at the supply end. */
  readonly upstream?: UpstreamPipe;
  /** A valve before an open pipe or stub: that it holds, or that it does not; absent: there is none, or nobody has tried. */
  readonly behindValve?: "holds" | "fails";
  /** Absent: nothing is left on the pipe. */
  readonly leftOn?: StopLeftover;
  /** What the print line of a PEX pipe says; absent: nobody has read it. */
  readonly pexType?: PexType;
  /** The water has been through a unit after which nothing may be of copper or brass. */
  readonly treated?: Treatment;
}

export interface PlanRequest {
  readonly supply: Supply;
  readonly inlet: {
    readonly end: EndCode;
    readonly fixture: Fixture;
    readonly plastic: boolean;
    /** Length of the fixture's own hose or tail, inches; absent: nobody has measured. */
    readonly tailIn?: number;
  };
  /** What the line, tube or riser must measure over all, inches. */
  readonly lengthIn: { readonly min: number; readonly max: number };
  /** Where the ends lie, as measured; absent: only the length was. */
  readonly ends?: Pick<LineSetup, "a" | "b" | "walls" | "freeBulgeIn">;
  /** The only kind of line wanted; absent: any. */
  readonly lineKind?: LineKind;
  /** Absent: a new one. */
  readonly line?: LineFound;
  /** Absent: nobody has looked. */
  readonly inletLooks?: InletDirection;
  /** Room before the inlet in the way it looks, inches; absent: nobody has measured. */
  readonly clearanceIn?: number;
  /** Absent: the whole work. */
  readonly phase?: WorkPhase;
  /** Parts that came with the job, by SKU: they cost nothing. */
  readonly stockInBox?: Readonly<Record<string, number>>;
  /** Hottest water of a hot branch, F; absent: 140. */
  readonly hotF?: number;
  readonly needs: readonly Need[];
  /** Which fixtures a device serves where a line that stays shares the supply; absent: the new one alone. */
  readonly for?: Readonly<Partial<Record<Need, "branch" | "both">>>;
  /** Where an arrestor stands; absent: as the standards say. */
  readonly arrestorAt?: Standards["arrestorPlace"];
  /** Devices seen on the branch: none of them is suggested again. Absent: nobody has looked. */
  readonly present?: readonly PresentDevice[];
  readonly access: "open" | "closed-wall";
  /** Only what the shop or the job set; the rest is the default practice. */
  readonly houseRules: Partial<Standards>;
  /** Parts somebody wants in place of the planner's choice: SKU to SKU. */
  readonly swaps?: Readonly<Record<string, string>>;
  /** What is on the truck; null: no limit. */
  readonly stock: ReadonlyMap<string, number> | null;
}

/** Highest static pressure new lines and fill valves are connected to, psi (model plumbing codes: a reducer first above it). */
export const HIGHEST_STATIC_PSI = 80;

/** A request as it is stored with a visit and shown on a page: what is in stock is not part of it. */
export type StoredPlanRequest = PlanRequest & { readonly stock: null };

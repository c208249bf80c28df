/** Terms of the linear model of a pressure hold: sampled parameters, facts of the test, causes and their columns. */
import type { Compliance, Section } from "../water/index.ts";

/** One sample at all that no column can be linear in. */
export interface ParameterSample {
  /** Where it lies: standard normal beforehand in each direction. */
  readonly x: readonly number[];
  readonly yielding: Compliance;
  /** Leak and seep go with (P/60)^n: 0.5 a hole, 1 a weep. */
  readonly exponent: number;
  /** Time constant of settling after filling, s. */
  readonly settleSec: number;
  /** Time from pressurising to the first reading, s. */
  readonly heldSec: number;
  /** Log of its weight beforehand against the chance it was drawn with, the draw-off taken in. */
  readonly logWeight: number;
}

export interface DrawOff {
  readonly ml: number;
  readonly psiBefore: number;
  readonly psiAfter: number;
  /** How far off the measured volume may be, mL, one sigma. */
  readonly mlSd?: number;
}

export type Cause =
  | "offset"
  | "hose-creep"
  | "wall-creep"
  | "settling"
  | "temperature"
  | "drift"
  | "cooling"
  | "stop-seep"
  | "step";

export interface Column {
  readonly cause: Cause;
  readonly mean: number;
  readonly sd: number;
  /** Effect of one unit on the stored volume at each point, mL. */
  readonly effect: Float64Array;
}

/** What is known of a hold besides its readings. */
export interface HoldFacts {
  readonly section: Section;
  readonly startPsi: number;
  readonly supplyPsi: number;
  /** True: the stop was proved; false: known not to be; null: nobody said. */
  readonly stopChecked: boolean | null;
  readonly isAmbientKnown: boolean;
  /** Which water stands in it; absent: nobody said. */
  readonly water?: "cold" | "hot";
  /** Minutes since water last ran through it; absent: nobody said. */
  readonly restedMin?: number;
  readonly steps: readonly number[];
}

/** What a pressure hold asks of the analyser, and the answer. */
import type { Section } from "../water/index.ts";
import type { DrawOff } from "./hold-model.ts";
import type { Gauge, Sample } from "./trace.ts";

export interface HoldTest {
  readonly section: Section;
  /** Pressure it was brought to, psi. */
  readonly startPsi: number;
  /** Pressure before the shut stop, psi; null: that it was brought to. */
  readonly supplyPsi: number | null;
  /** Seconds between bringing it to pressure and the first reading; null: not known. */
  readonly heldSec: number | null;
  readonly ambientF: number | null;
  /** Which water stands in it; absent: nobody said. */
  readonly water?: "cold" | "hot";
  /** Minutes since water last ran through it, before the first reading; absent: nobody said. */
  readonly restedMin?: number;
  /** True: the stop was proved; false: known not to be; null: nobody said. */
  readonly stopChecked: boolean | null;
  readonly gauge: Gauge;
  readonly drawOff: DrawOff | null;
  /** In the order of time. */
  readonly samples: readonly Sample[];
}

export type HoldVerdict = "tight" | "leak" | "inconclusive";

export interface HoldAnswer {
  readonly verdict: HoldVerdict;
  /** mL/min at 60 psi, 95 %; high null: it may be any larger, as behind a stop that is not proved. */
  readonly leakMlPerMin: { readonly best: number; readonly low: number; readonly high: number | null };
  /**
   * A leak of this size is called in 95 of 100 tests like this one, mL/min at 60 psi. Null: nothing can be promised, because the
   * stop is not proved (a stop that passes may feed any leak) or the readings are too few.
   */
  readonly minimumDetectableMlPerMin: number | null;
  readonly suspected: readonly Suspect[];
  /** The model's curve, and where 95 of 100 readings lie. */
  readonly fit: readonly {
    readonly t: number;
    readonly psi: number;
    readonly low: number;
    readonly high: number;
  }[];
  readonly advice: string;
  readonly steps: readonly number[];
  /** Conditions of "tight" that this test does not meet, the one to see to first at the head. */
  readonly doubts: readonly Doubt[];
}

/** Conditions of "tight" that a test does not meet, in the order in which they are worth seeing to. */
export const DOUBTS = [
  "jumps",
  "stop-not-proved",
  "rise",
  "not-rested",
  "below-working-pressure",
  "too-few-readings",
  "too-short",
] as const;
export type Doubt = (typeof DOUBTS)[number];

export const SUSPECTS = ["temperature", "creep", "stop-seep", "step", "dropouts", "dial", "air"] as const;

export type Suspect = (typeof SUSPECTS)[number];

/** Rows of the tables a visit is made from: fixture presets, steps, cautions. */
import type { EndCode } from "../ends/index.ts";
import type { Fixture, LineKind, SupplyKind, Water } from "../hookup/index.ts";
import type { StageCode } from "../leak/index.ts";
import type { StepRole } from "./step-role.ts";

export interface Preset {
  readonly id: string;
  /** Presets of one group are added together: hot and cold of one faucet. */
  readonly group: string;
  readonly label: string;
  readonly fixture: Fixture;
  readonly water: Water;
  readonly inletEnd: EndCode;
  readonly inletPlastic: boolean;
  readonly supplyEnd: EndCode;
  readonly supplyKind: SupplyKind;
  readonly lengthIn: { readonly min: number; readonly max: number };
  /** Kind of line that is usual there; null: the house rule or the price decides. */
  readonly lineKind: LineKind | null;
  readonly inletAboveSupply: boolean;
  readonly wantsPsi: { readonly min: number; readonly max: number };
  readonly flowGpm: number;
  readonly purge: string;
  readonly exercise: string;
  readonly placeBack: string;
  readonly checkpoints: readonly string[];
  readonly why: string;
}

export const STEP_PHASES = [
  "Look",
  "Isolate",
  "Take apart",
  "Prepare",
  "Make up",
  "Water in",
  "Check",
  "Purge",
  "Run",
  "Put back",
  "Hand over",
] as const;

export interface StepTemplate {
  readonly id: string;
  readonly phase: (typeof STEP_PHASES)[number];
  /** Condition's name; null: always. */
  readonly when: string | null;
  readonly per: "connection" | "joint";
  /** Text with {slots}. */
  readonly text: string;
  readonly handsOnMin: { readonly low: number; readonly likely: number; readonly high: number };
  readonly waitMin: number;
  readonly effect: "water-off" | "water-on" | null;
  /** The step is a stage of the leak check: done when that stage is. */
  readonly stage: StageCode | null;
  readonly caution: string | null;
  /** What the step does for the rest of the program; null: nothing but what its text says. */
  readonly role: StepRole | null;
}

export interface Caution {
  readonly code: string;
  readonly text: string;
}

/** Steps as a shop writes them down, and cautions: rows of data/steps.csv and data/cautions.csv. */
import type { StageCode } from "../check/index.ts";
import type { StepRole } from "./step-role.ts";

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
  /** Once for the fixture, for each of its connections, or for each joint. */
  readonly per: "fixture" | "connection" | "joint";
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

/** What is tried when a part sits fast, the gentlest first, and when to stop: rows of data/ladders.csv. */
export interface Ladder {
  readonly id: string;
  readonly label: string;
  /** Role of the step at which it sits fast. */
  readonly role: StepRole;
  readonly rungs: readonly string[];
  /** When to leave it alone, and what to do then. */
  readonly stopWhen: string;
}

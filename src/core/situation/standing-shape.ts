/** What is asked of a visit's situation, and what the answers look like. */
import type { Pressure } from "../piping/index.ts";
import type { RunStep, StepSubject } from "../step/index.ts";
import type { Owed } from "./owed.ts";

/** A fixture's connections with its run sheet, its steps marked as they are done. */
export interface FixtureSheet {
  readonly id: string;
  readonly connections: readonly StepSubject[];
  readonly steps: readonly RunStep[];
}

/** Why an act is not done yet. */
export const WATER_NEED_CODES = [
  "valve-above-shut",
  "valve-above-open",
  "not-made-below",
  "not-proved-below",
] as const;
export type WaterNeedCode = (typeof WATER_NEED_CODES)[number];
export const NEED_CODES = ["order", ...WATER_NEED_CODES] as const;
export type NeedCode = (typeof NEED_CODES)[number];

export interface Blocked {
  readonly fixture: string;
  readonly step: RunStep;
  readonly need: NeedCode;
  /** The step that meets the need; null: none on these sheets does. */
  readonly first: { readonly fixture: string; readonly step: RunStep } | null;
  /** In words, where the need is the order of one fixture's steps; empty: the code says all. */
  readonly why: string;
}

export interface Situation {
  /** Names of valves and stops that are shut. */
  readonly shut: readonly string[];
  /** Whether pressure can stand behind each connection's own stop, by connection. */
  readonly pressure: ReadonlyMap<string, Pressure>;
  readonly owed: readonly (Owed & { readonly fixture: string })[];
  readonly next: readonly { readonly fixture: string; readonly step: RunStep }[];
  readonly blocked: readonly Blocked[];
}

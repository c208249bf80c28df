/** Usual surveys: rows of data/presets.csv. */
import type { EndCode } from "../end/index.ts";
import type { Fixture, LineKind, SupplyKind, Water } from "../plan/index.ts";

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
  /** Where a line that hangs on the supply already ends: it stays, and what it feeds keeps its water. Null: none usually does. */
  readonly keptLineInlet: EndCode | null;
  readonly lengthIn: { readonly min: number; readonly max: number };
  /** Kind of line that is usual there; null: the standard or the price decides. */
  readonly lineKind: LineKind | null;
  readonly inletAboveSupply: boolean;
  readonly wantsPsi: { readonly min: number; readonly max: number };
  readonly purge: string;
  readonly exercise: string;
  readonly placeBack: string;
  readonly checkpoints: readonly string[];
  readonly why: string;
}

/** What a usual room holds, as groups of presets: a row of data/templates.csv. */
export interface VisitTemplate {
  readonly id: string;
  readonly label: string;
  readonly groups: readonly string[];
}

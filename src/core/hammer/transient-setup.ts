/** What a transient is computed for. */
import type { GasCushion } from "./cushion.ts";

/** One pipe of the row. */
export interface TransientPipe {
  readonly lengthFt: number;
  readonly boreIn: number;
  readonly waveSpeedFtS: number;
  /** Pressure it takes at the flow before the valve closes. */
  readonly lossPsi: number;
}

/** At the valve, or where the first pipe goes over into the second. */
export type CushionPlace = "valve" | "junction";
/** Where water cannot run back: at the supply, or where the first pipe goes over into the second. */
export type CheckPlace = "supply" | "junction";

export interface TransientSetup {
  /** Pressure that the supply keeps, gauge. */
  readonly supplyPsi: number;
  readonly flowGpm: number;
  readonly waterTempF: number;
  /** One or two, from the supply. */
  readonly pipes: readonly TransientPipe[];
  /** Time in which the open area of the valve falls to nothing, evenly; 0: at once. */
  readonly closureMs: number;
  readonly cushion: (GasCushion & { readonly place: CushionPlace }) | null;
  readonly check: CheckPlace | null;
}

/** The water of a visit as it is drawn: valves on the way from the street to each connection, open or shut, and where pressure can stand. */
import type { Pressure, ZoneKind } from "../piping/index.ts";
import type { StopProof } from "../survey/index.ts";

export interface MapValve {
  readonly name: string;
  readonly kind: ZoneKind;
  readonly proof: StopProof;
  readonly isShut: boolean;
  /** Name of the next valve up; null: the street. */
  readonly above: string | null;
  /** Whether pressure can stand below it. */
  readonly pressure: Pressure;
}

/** A connection, where the water ends. */
export interface MapEnd {
  readonly connection: string;
  readonly label: string;
  readonly water: "hot" | "cold";
  /** Name of the nearest valve: its own stop, else the one above; null: the street. */
  readonly below: string | null;
  readonly pressure: Pressure;
  /** Numbers of its joints. */
  readonly joints: readonly number[];
}

export interface WaterMap {
  /** The nearest to the street first. */
  readonly valves: readonly MapValve[];
  readonly ends: readonly MapEnd[];
  /** Drawn as visits left it: nobody says what is open or under pressure today. Absent: drawn as it stands now. */
  readonly isAsLeft?: true;
}

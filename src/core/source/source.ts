/** Where the water of a connection comes from, besides the street. */

/** A heater; the tank of a treatment unit, which keeps its pressure; a well with its pressure tank; a loop that hot water runs round in. */
export const SOURCE_KINDS = ["street", "heater", "tank", "well", "recirculation"] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];

/** A source of water that feeds a connection. */
export interface WaterSource {
  readonly kind: SourceKind;
  /** Name of the valve that shuts it; absent: as is usual. */
  readonly valve?: string;
}

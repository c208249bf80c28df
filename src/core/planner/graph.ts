/** The links between ends as figures, for the bounds of the search. */
import type { EndCode } from "../end/index.ts";

/** Links between ends as columns of figures, one row a link: the bounds read them many thousand times. */
export interface Graph {
  readonly places: ReadonlyMap<EndCode, number>;
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Bits a link sets: needs, length, fork. */
  readonly sets: Int32Array;
  /** Bits that must stand before: the length a tube goes on from. */
  readonly asks: Int32Array;
  readonly joints: Int32Array;
  readonly cents: Float64Array;
  readonly faults: Float64Array;
  /** Rules that leave a link out, a bit each. */
  readonly excludedBy: Int32Array;
}

/** A clamped chain between half-spaces, before and after it is solved. */
import type { Vector } from "../geometry/index.ts";

/** What is held: the span from cuff tip to cuff tip over the flexible length, and the tangents at both. */
export interface Clamp {
  readonly span: Vector;
  readonly from: Vector;
  readonly to: Vector;
}

/** A half-space the rod's nodes must stay in, in the rod's scale: normal . node >= least, the first cuff tip at the origin. */
export interface HalfSpace {
  readonly normal: Vector;
  readonly least: number;
}

export interface ChainState {
  /** x, y, z of each piece's unit tangent, one after another. */
  readonly tangents: Float64Array;
  readonly force: Vector;
  readonly energy: number;
  readonly converged: boolean;
  /** Nodes that touch a side, with how hard: [node, side, push]. */
  readonly touching: readonly (readonly [node: number, side: number, push: number])[];
}

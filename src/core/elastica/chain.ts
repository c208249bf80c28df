/**
 * The line as a chain of N equal straight pieces: unit tangents on the sphere, bending energy between neighbours, the sum
 * of the pieces held to the span. A minimum is found by Newton's method on the constrained energy; the inertia of the
 * bordered system tells a minimum from a saddle.
 * Everything is scaled to a flexible length of 1; forces are in units of bending stiffness over length squared.
 */

import type { ChainState, Clamp, HalfSpace } from "./chain-state.ts";
import { NewtonSystem } from "./newton-step.ts";

/** Largest turn of one tangent in one step, rad: beyond it the second-order model means nothing. */
const LONGEST_STEP = 1.0;
/** A step and a miss below this end the iteration, rad and lengths. */
const SETTLED = 1e-9;
const MOST_ITERATIONS = 60;
/** Iterations after which contacts that were only passed through have let go. */
const SORTED_OUT = 8;
/** Iterations after which contacts that still change may be going round in a circle. */
const CIRCLING = 16;
/**
 * Additions to the energy's curvature, tried in turn until a step leads to a minimum and not to a saddle. The second one
 * only lifts a mode of no stiffness off zero: a line between ends on one axis may roll about it freely.
 */
const LIFTS = [0, 1e-5, 1e-3, 0.03, 1, 4, 16, 64, 256, 1024, 4096, 16384, 65536] as const;
/** Largest added stiffness under which a converged point counts as a minimum. A coarse run allows more: a mode of almost no stiffness may still move. */
const softest = (settled: number) => Math.max(1e-5, 1000 * settled);

/** Returns the bending energy of a chain, half the integral of curvature squared; length 1. */
export function energyOf(tangents: Float64Array, { from, to }: Clamp): number {
  const count = tangents.length / 3;
  const at = (index: number, axis: number) =>
    index < 0 ? (from[axis] ?? 0) : index >= count ? (to[axis] ?? 0) : (tangents[3 * index + axis] ?? 0);
  let sum = 0;
  for (let joint = 0; joint <= count; joint += 1) {
    const cos =
      at(joint - 1, 0) * at(joint, 0) + at(joint - 1, 1) * at(joint, 1) + at(joint - 1, 2) * at(joint, 2);
    sum += (joint === 0 || joint === count ? 2 : 1) * count * (1 - cos);
  }
  return sum;
}

export interface RelaxOptions {
  /** A step and a miss below this end the iteration, rad and lengths. */
  readonly settled?: number;
  readonly mostIterations?: number;
  /** Nodes that may touch walls once the first contacts have sorted themselves out; more, and the start is given up. */
  readonly mostTouching?: number;
  /** A chain of another number of pieces near the answer: its force and what it touches are a good guess. */
  readonly near?: ChainState;
}

/**
 * Returns the minimum of the bending energy near the given tangents.
 * Shapes: tangents holds 3 N numbers. Sides are met at the nodes between pieces.
 * Errors: none; `converged` is false where the iteration did not settle on a minimum.
 * Source: constrained Newton with inertia correction, J. Nocedal and S. Wright, Numerical Optimization, ch. 18.
 */
export function relax(
  start: Float64Array,
  clamp: Clamp,
  sides: readonly HalfSpace[] = [],
  { settled = SETTLED, mostIterations = MOST_ITERATIONS, mostTouching = Infinity, near }: RelaxOptions = {},
): ChainState {
  const system = new NewtonSystem(start, clamp, sides, near);
  let iterations = 0;
  let tries = 0;
  let converged = false;
  while (iterations < mostIterations && !converged) {
    iterations += 1;
    system.linearise(iterations > CIRCLING);
    if (iterations > SORTED_OUT && system.touching.length > mostTouching) break;
    // Where the last step needed a lift, this one needs about the same.
    tries = Math.max(0, tries - 2);
    let isMinimum = system.solve(LIFTS[tries] ?? 0);
    while (!isMinimum && tries < LIFTS.length - 1) {
      tries += 1;
      isMinimum = system.solve(LIFTS[tries] ?? 0);
    }
    const turn = system.step(LONGEST_STEP);
    converged =
      isMinimum && (LIFTS[tries] ?? 0) <= softest(settled) && turn < settled && system.isMet(settled);
  }
  const { tangents, force } = system;
  return {
    tangents,
    force,
    energy: energyOf(tangents, clamp),
    converged,
    touching: system.touching,
  };
}

/** Returns the chain cut into another number of pieces: tangents read off the present ones in between, unit again. */
export function resample(tangents: Float64Array, count: number, { from, to }: Clamp): Float64Array {
  const had = tangents.length / 3;
  const resampled = new Float64Array(3 * count);
  for (let index = 0; index < count; index += 1) {
    // Piece i of n has its middle at (i + 1/2) / n; the clamps are at 0 and 1.
    const place = ((index + 0.5) / count) * had - 0.5;
    const low = Math.floor(place);
    const part = place < 0 ? (place + 0.5) * 2 : place > had - 1 ? (place - (had - 1)) * 2 : place - low;
    const read = (piece: number, axis: number) =>
      piece < 0 ? (from[axis] ?? 0) : piece >= had ? (to[axis] ?? 0) : (tangents[3 * piece + axis] ?? 0);
    const [x, y, z] = [0, 1, 2].map((axis) => (1 - part) * read(low, axis) + part * read(low + 1, axis)) as [
      number,
      number,
      number,
    ];
    const length = Math.hypot(x, y, z) || 1;
    resampled[3 * index] = x / length;
    resampled[3 * index + 1] = y / length;
    resampled[3 * index + 2] = z / length;
  }
  return resampled;
}

/**
 * The line as two initial-value problems: place, tangent and bending moment integrated from either clamp to the middle
 * under a constant force; the force and the moments at the clamps found so that the halves meet (shooting with the
 * variational equations; two halves, because errors grow with the exponential of what is integrated over).
 * Scaled to a flexible length of 1. With curvature vector m = t x t' the equilibrium of an untwisted rod of equal
 * stiffness every way is r' = t, t' = m x t, m' = f x t (Kirchhoff's rod without twist).
 */

import { across, cross, dot, scale, unit, type Vector } from "../geometry/index.ts";
import { at, factorSquare } from "../numerics/index.ts";
import type { Clamp } from "./chain-state.ts";

/** Steps of the fourth-order integration over each half of the line. */
const STEPS = 32;
const MOST_ITERATIONS = 16;
/** A miss below this, in flexible lengths and rad, ends the iteration. */
const SETTLED = 1e-9;
/** A miss that falls to this part of the last one falls fast. */
const FAST = 0.1;
/** Place, tangent and moment, then how the three move with each of the five unknowns of a half. */
const STATE = 9;
const UNKNOWNS = 5;
const WIDTH = STATE * (1 + UNKNOWNS);
/** Unknowns of both halves: two parts of the moment at either clamp, three of the force. */
const ALL = 7;

export interface Trajectory {
  /** x, y, z of 2 STEPS + 1 places from the first cuff tip on. */
  readonly places: Float64Array;
  /** Curvature at the same places. */
  readonly curvatures: Float64Array;
  readonly force: Vector;
  readonly energy: number;
}

/** Right-hand side: state first, then each unknown's column. Unknowns 0, 1: first moment; 2, 3, 4: force. */
function slopes(y: Float64Array, force: Vector, out: Float64Array, width: number): void {
  const fx = force[0];
  const fy = force[1];
  const fz = force[2];
  const tx = at(y, 3);
  const ty = at(y, 4);
  const tz = at(y, 5);
  const mx = at(y, 6);
  const my = at(y, 7);
  const mz = at(y, 8);
  for (let k = 0; k < width; k += STATE) {
    const ux = at(y, k + 3);
    const uy = at(y, k + 4);
    const uz = at(y, k + 5);
    // The first column is the state itself: its m x t has no second part.
    const vx = k === 0 ? 0 : at(y, k + 6);
    const vy = k === 0 ? 0 : at(y, k + 7);
    const vz = k === 0 ? 0 : at(y, k + 8);
    out[k] = ux;
    out[k + 1] = uy;
    out[k + 2] = uz;
    out[k + 3] = my * uz - mz * uy + vy * tz - vz * ty;
    out[k + 4] = mz * ux - mx * uz + vz * tx - vx * tz;
    out[k + 5] = mx * uy - my * ux + vx * ty - vy * tx;
    out[k + 6] = fy * uz - fz * uy;
    out[k + 7] = fz * ux - fx * uz;
    out[k + 8] = fx * uy - fy * ux;
  }
  if (width === STATE) return;
  // The force's own change: e_axis x t.
  out[27 + 7] = at(out, 27 + 7) - tz;
  out[27 + 8] = at(out, 27 + 8) + ty;
  out[36 + 6] = at(out, 36 + 6) + tz;
  out[36 + 8] = at(out, 36 + 8) - tx;
  out[45 + 6] = at(out, 45 + 6) - ty;
  out[45 + 7] = at(out, 45 + 7) + tx;
}

/** Fourth-order Runge-Kutta over half the line; `seen` is called at each of its STEPS + 1 places. */
function integrate(
  y: Float64Array,
  force: Vector,
  width: number,
  work: readonly [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array],
  seen?: (step: number) => void,
): void {
  const h = 0.5 / STEPS;
  const [k1, k2, k3, k4, mid] = work;
  seen?.(0);
  for (let step = 1; step <= STEPS; step += 1) {
    slopes(y, force, k1, width);
    for (let k = 0; k < width; k += 1) mid[k] = at(y, k) + (h / 2) * at(k1, k);
    slopes(mid, force, k2, width);
    for (let k = 0; k < width; k += 1) mid[k] = at(y, k) + (h / 2) * at(k2, k);
    slopes(mid, force, k3, width);
    for (let k = 0; k < width; k += 1) mid[k] = at(y, k) + h * at(k3, k);
    slopes(mid, force, k4, width);
    for (let k = 0; k < width; k += 1)
      y[k] = at(y, k) + (h / 6) * (at(k1, k) + 2 * at(k2, k) + 2 * at(k3, k) + at(k4, k));
    seen?.(step);
  }
}

const fiveOf = (width: number) =>
  [0, 1, 2, 3, 4].map(() => new Float64Array(width)) as unknown as Parameters<typeof integrate>[3];

/** One half: where it starts, the tangent it starts with, and the axes its moment lies on. */
interface Half {
  readonly start: Vector;
  readonly tangent: Vector;
  readonly axes: readonly [Vector, Vector];
  /** 1 for the first half; -1 for the last, which is run backwards. */
  readonly sense: 1 | -1;
}

function halfFrom(start: Vector, tangent: Vector, sense: 1 | -1): Half {
  const axis = across(tangent);
  return { start, tangent, axes: [axis, cross(tangent, axis)], sense };
}

const combined = ([[ux, uy, uz], [vx, vy, vz]]: Half["axes"], a: number, b: number): Vector => [
  a * ux + b * vx,
  a * uy + b * vy,
  a * uz + b * vz,
];

/** Runs a half into `y`; columns with the unknowns where `y` is wide. */
function run(
  half: Half,
  moment: Vector,
  force: Vector,
  y: Float64Array,
  work: Parameters<typeof integrate>[3],
  seen?: (step: number) => void,
): void {
  y.fill(0);
  for (let axis = 0; axis < 3; axis += 1) {
    y[axis] = half.start[axis] ?? 0;
    y[3 + axis] = half.tangent[axis] ?? 0;
    y[6 + axis] = moment[axis] ?? 0;
    if (y.length === STATE) continue;
    y[STATE + 6 + axis] = half.axes[0][axis] ?? 0;
    y[2 * STATE + 6 + axis] = half.axes[1][axis] ?? 0;
  }
  integrate(y, half.sense === 1 ? force : scale(force, -1), y.length, work, seen);
}

function trajectory(
  halves: readonly [Half, Half],
  moments: readonly [Vector, Vector],
  force: Vector,
): Trajectory {
  const count = 2 * STEPS + 1;
  const places = new Float64Array(3 * count);
  const curvatures = new Float64Array(count);
  const y = new Float64Array(STATE);
  const work = fiveOf(STATE);
  for (const index of [0, 1] as const)
    run(halves[index], moments[index], force, y, work, (step) => {
      const place = index === 0 ? step : 2 * STEPS - step;
      for (let axis = 0; axis < 3; axis += 1) places[3 * place + axis] = at(y, axis);
      curvatures[place] = Math.hypot(at(y, 6), at(y, 7), at(y, 8));
    });
  // Simpson's rule on half the curvature squared.
  let sum = 0;
  for (let place = 0; place < count; place += 1)
    sum += (place === 0 || place === count - 1 ? 1 : place % 2 === 1 ? 4 : 2) * at(curvatures, place) ** 2;
  return { places, curvatures, force, energy: sum / (12 * STEPS) };
}

/**
 * Polishes a guess of force and end moments until the halves meet in place, direction and moment. `moments` are t x t' at
 * the first clamp and at the last. Null when it does not settle.
 * Error: below 1e-6 of the radius for anything up to a full loop (solve.test.ts measures it).
 */
export function shoot(
  clamp: Clamp,
  guess: { readonly moments: readonly [Vector, Vector]; readonly force: Vector },
): Trajectory | null {
  const halves = [halfFrom([0, 0, 0], clamp.from, 1), halfFrom(clamp.span, scale(clamp.to, -1), -1)] as const;
  // Run backwards, the last half's moment has the other sign.
  const starts = [guess.moments[0], scale(guess.moments[1], -1)] as const;
  const unknowns = [
    ...halves.flatMap((half, index) => half.axes.map((axis) => dot(starts[index] ?? starts[0], axis))),
    ...guess.force,
  ];
  const [narrow, wide] = [fiveOf(STATE), fiveOf(WIDTH)];
  const [first, last] = [new Float64Array(STATE), new Float64Array(STATE)];
  let axes: Axes | null = null;
  let slopesNow: Float64Array | null = null;
  let missed = Number.POSITIVE_INFINITY;
  for (let iteration = 0; iteration < MOST_ITERATIONS; iteration += 1) {
    const [a = 0, b = 0, c = 0, d = 0, fx = 0, fy = 0, fz = 0] = unknowns;
    const force: Vector = [fx, fy, fz];
    const moments = [combined(halves[0].axes, a, b), combined(halves[1].axes, c, d)] as const;
    run(halves[0], moments[0], force, first, narrow);
    run(halves[1], moments[1], force, last, narrow);
    const tangent: Vector = [at(first, 3), at(first, 4), at(first, 5)];
    // A bad guess may grow beyond all bounds on the way.
    if (!Number.isFinite(dot(tangent, tangent) + at(last, 3)) || dot(tangent, tangent) === 0) return null;
    axes ??= axesAcross(tangent);
    const there = differences(-1, last, 0, axes);
    const misses = Float64Array.from(
      differences(1, first, 0, axes),
      (value, row) => value - (there[row] ?? 0),
    );
    const size = Math.hypot(...misses);
    const isBack = at(last, 3) * tangent[0] + at(last, 4) * tangent[1] + at(last, 5) * tangent[2] > 0;
    if (size < SETTLED && !isBack) return trajectory(halves, moments, force);
    if (!(size < 10 * missed)) return null;
    // Slopes are dear: they are kept for as long as the misses fall fast under them.
    if (slopesNow === null || size > FAST * missed) slopesNow = slopesAt(halves, moments, force, wide, axes);
    missed = size;
    if (!factorSquare(Float64Array.from(slopesNow), misses)) return null;
    for (let k = 0; k < ALL; k += 1) unknowns[k] = (unknowns[k] ?? 0) - at(misses, k);
  }
  return null;
}

type Axes = readonly [Vector, Vector];

function axesAcross(tangent: Vector): Axes {
  const p = across(unit(tangent));
  return [p, cross(unit(tangent), p)];
}

/** The seven differences at the middle: place, direction across the tangent there, moment across it. */
function differences(sense: 1 | -1, y: Float64Array, k: number, [p, q]: Axes): readonly number[] {
  const read = (from: number, axis: Vector) =>
    at(y, from) * axis[0] + at(y, from + 1) * axis[1] + at(y, from + 2) * axis[2];
  return [
    at(y, k),
    at(y, k + 1),
    at(y, k + 2),
    sense * read(k + 3, p),
    sense * read(k + 3, q),
    sense * read(k + 6, p),
    sense * read(k + 6, q),
  ];
}

/** How the differences move with the unknowns, seven by seven. */
function slopesAt(
  halves: readonly [Half, Half],
  moments: readonly [Vector, Vector],
  force: Vector,
  work: Parameters<typeof integrate>[3],
  axes: Axes,
): Float64Array {
  const y = new Float64Array(WIDTH);
  const matrix = new Float64Array(ALL * ALL);
  for (const index of [0, 1] as const) {
    const half = halves[index];
    run(half, moments[index], force, y, work);
    for (let column = 0; column < UNKNOWNS; column += 1) {
      const isForce = column >= 2;
      const to = isForce || index === 1 ? column + 2 : column;
      // The last half runs under the force reversed, and is taken away.
      const sign = half.sense === 1 || isForce ? 1 : -1;
      for (const [row, value] of differences(half.sense, y, STATE * (column + 1), axes).entries())
        matrix[row * ALL + to] = at(matrix, row * ALL + to) + sign * value;
    }
  }
  return matrix;
}

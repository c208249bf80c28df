/** One length of line on a setup: its curve in inches, its worst bend, its bulge, and how firm the figures are. */

import {
  type ChainState,
  type Clamp,
  type HalfSpace,
  type Method,
  type ScaledCurve,
  solveScaled,
} from "../elastica/index.ts";
import { add, dot, longestNormal, norm, scale, subtract, unit, type Vector } from "../geometry/index.ts";
import { type LineSetup, tipDistanceIn, tipOf } from "./line-setup.ts";

export interface LineCurve {
  readonly lengthIn: number;
  /** Length less both cuffs and the distance between their tips. */
  readonly slackIn: number;
  /** Smallest bend radius of the bending part, and where it is. */
  readonly minRadiusIn: number;
  readonly worst: { readonly at: Vector; readonly alongIn: number };
  /** Greatest distance from the straight segment between the ends. */
  readonly bulgeIn: number;
  /** From end a to end b, cuffs included. */
  readonly curve: readonly Vector[];
  /** Pull at the ends in units of the line's bending stiffness over its bending length squared; negative: it pushes. */
  readonly pull: number;
  /** True where the ends lie in one plane and the curve leaves it: its mirror twin is as good. */
  readonly leavesPlane: boolean;
  /** Another shape takes nearly as little to bend: its smallest radius. Null where there is none. */
  readonly rivalRadiusIn: number | null;
  readonly method: Method;
  readonly converged: boolean;
  /** The solver's chain where walls are touched: a start for curves near this one. */
  readonly alongWalls: ChainState | null;
}

/** Ends this near to one plane are in it, and a curve that leaves it leaves it farther, inches. */
const IN_PLANE_IN = 1e-3;
const OUT_OF_PLANE_IN = 0.05;
/** Straighter than this is straight, inches: radii beyond it say nothing. */
export const STRAIGHT_IN = 10_000;

function distanceToSegment([x, y, z]: Vector, [fx, fy, fz]: Vector, along: Vector): number {
  const [ax, ay, az] = along;
  const [dx, dy, dz] = [x - fx, y - fy, z - fz];
  const part = Math.min(1, Math.max(0, (dx * ax + dy * ay + dz * az) / dot(along, along)));
  return norm([dx - part * ax, dy - part * ay, dz - part * az]);
}

/** Normal of the plane both ends lie in, or null when they lie in none or in many. */
function planeOf({ a, b }: LineSetup): Vector | null {
  const span = subtract(b.at, a.at);
  const [first, last] = [unit(a.direction), unit(b.direction)];
  const normal = longestNormal(span, first, last);
  if (norm(normal) < IN_PLANE_IN) return null;
  const across = unit(normal);
  return [span, scale(first, norm(span)), scale(last, norm(span))].every(
    (each) => Math.abs(dot(across, each)) < IN_PLANE_IN,
  )
    ? across
    : null;
}

interface Scaled {
  readonly clamp: Clamp;
  readonly sides: readonly HalfSpace[];
  readonly flexIn: number;
  readonly origin: Vector;
}

/** The setup in the solver's own scale: the bending part has length 1 and starts at the origin. */
function scaled(setup: LineSetup, lengthIn: number): Scaled {
  const flexIn = lengthIn - 2 * setup.cuffIn;
  const origin = tipOf(setup.a, setup.cuffIn);
  return {
    clamp: {
      span: scale(subtract(tipOf(setup.b, setup.cuffIn), origin), 1 / flexIn),
      from: unit(setup.a.direction),
      to: scale(unit(setup.b.direction), -1),
    },
    sides: setup.walls.map(({ point, normal }) => ({
      normal: unit(normal),
      least: dot(unit(normal), subtract(point, origin)) / flexIn,
    })),
    flexIn,
    origin,
  };
}

function curveFrom(
  setup: LineSetup,
  lengthIn: number,
  shape: ScaledCurve,
  { flexIn, origin }: Scaled,
): LineCurve {
  const flexible = shape.places.map((place) => add(origin, scale(place, flexIn)));
  const curve = [setup.a.at, ...flexible, setup.b.at];
  const plane = planeOf(setup);
  const radius = (curvature: number) => Math.min(STRAIGHT_IN, flexIn / Math.max(curvature, 1e-12));
  const worst = flexible[Math.round(shape.worstAt * (flexible.length - 1))] ?? origin;
  const span = subtract(setup.b.at, setup.a.at);
  return {
    lengthIn,
    slackIn: flexIn - tipDistanceIn(setup),
    minRadiusIn: radius(shape.curvature),
    worst: { at: worst, alongIn: setup.cuffIn + shape.worstAt * flexIn },
    bulgeIn: Math.max(...curve.map((place) => distanceToSegment(place, setup.a.at, span))),
    curve,
    pull: dot(shape.force, unit(span)),
    leavesPlane:
      plane !== null &&
      flexible.some((place) => Math.abs(dot(plane, subtract(place, setup.a.at))) > OUT_OF_PLANE_IN),
    rivalRadiusIn: shape.rival === null ? null : radius(shape.rival),
    method: shape.method,
    converged: shape.converged,
    alongWalls: shape.alongWalls,
  };
}

/**
 * Returns the curve a line of this length takes between the ends of a sound setup (see setupFault).
 * `near` is a curve of nearly this length between nearly these ends; where it lies along walls this one begins from it.
 * Units: inches. Null when it cannot reach even straight, or when walls leave it no shape at all.
 * Limits: an untwisted line that may roll at its nuts; its own weight, its thickness and its touching itself are left out.
 * Exactness: as solveScaled.
 */
export function curveOf(setup: LineSetup, lengthIn: number, near: LineCurve | null = null): LineCurve | null {
  const flexIn = lengthIn - 2 * setup.cuffIn;
  if (!(flexIn - tipDistanceIn(setup) > TAUTEST * flexIn)) return null;
  const scaledSetup = scaled(setup, lengthIn);
  const shape = solveScaled(scaledSetup.clamp, scaledSetup.sides, near?.alongWalls);
  return shape === null ? null : curveFrom(setup, lengthIn, shape, scaledSetup);
}

/** A line with less slack than this part of its length is stretched straight, and bends at no radius to speak of. */
const TAUTEST = 1e-7;

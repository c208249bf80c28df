/** From space to the two elevations and back. Pure. In a drawing one unit is one inch; v grows downwards. */

import type { Vector } from "../../core/geometry/index.ts";
import type { LineCurve } from "../../core/line/index.ts";
import { type LineState, lineEndOf } from "./line-state.ts";

export type ElevationSide = "front" | "side";

/** Axis that lies across each elevation. The side is seen from the left: the wall on the left, out of it to the right. */
export const ACROSS: Readonly<Record<ElevationSide, 0 | 2>> = { front: 0, side: 2 };
/** Axis that looks at whoever sees each elevation, and the sign it looks with. */
const DEPTH: Readonly<Record<ElevationSide, readonly [axis: 0 | 2, sign: 1 | -1]>> = {
  front: [2, 1],
  side: [0, -1],
};

export type Flat = readonly [u: number, v: number];

export const flatOf = (place: Vector, elevation: ElevationSide): Flat => [
  place[ACROSS[elevation]],
  -place[1],
];

/** A place moved within an elevation. */
export function movedIn(place: Vector, elevation: ElevationSide, [du, dv]: Flat): Vector {
  const across = ACROSS[elevation];
  return [place[0] + (across === 0 ? du : 0), place[1] - dv, place[2] + (across === 2 ? du : 0)];
}

/** Length of a direction's handle, inches. */
export const HANDLE_IN = 2.4;
const SNAP_DEG = 15;
/** Nearer the rim or the middle than this, a direction lies in the elevation, or looks straight at whoever sees it. */
const RIM = 0.88;
const MIDDLE = 0.18;

/** The direction a handle pulled to this offset from its end means: a ball seen from the front, snapped to 15 degrees. */
export function directionAt(now: Vector, elevation: ElevationSide, [du, dv]: Flat): Vector {
  const [depth, sign] = DEPTH[elevation];
  const pulled = Math.min(1, Math.hypot(du, dv) / HANDLE_IN);
  const inPlane = pulled > RIM ? 1 : pulled < MIDDLE ? 0 : pulled;
  const step = (SNAP_DEG * Math.PI) / 180;
  const angle = Math.round(Math.atan2(-dv, du) / step) * step;
  const toward = Math.sign(now[depth]) || sign;
  const beside = toward * Math.sqrt(1 - inPlane * inPlane);
  const across = inPlane * Math.cos(angle);
  const exact = (value: number) => (Math.abs(value) < 1e-9 ? 0 : value);
  return elevation === "front"
    ? [exact(across), exact(inPlane * Math.sin(angle)), exact(beside)]
    : [exact(beside), exact(inPlane * Math.sin(angle)), exact(across)];
}

/** A direction turned by steps of 15 degrees in its elevation. */
export function directionTurned(now: Vector, elevation: ElevationSide, steps: number): Vector {
  const [u, v] = flatOf(now, elevation);
  const size = Math.hypot(u, v);
  if (size < 1e-6) return directionAt(now, elevation, [HANDLE_IN, 0]);
  const angle = Math.atan2(-v, u) + (steps * SNAP_DEG * Math.PI) / 180;
  const turned = directionAt(now, elevation, [HANDLE_IN * Math.cos(angle), -HANDLE_IN * Math.sin(angle)]);
  return turned;
}

export interface Frame {
  readonly u: readonly [from: number, to: number];
  readonly v: readonly [from: number, to: number];
}

const MARGIN_IN = 2.5;
/** A flat this near to what is drawn is drawn too, inches. */
const NEAR_IN = 8;

/** Both ends with their handles and what sits on them. */
function endPlaces(state: LineState): readonly Vector[] {
  return (["a", "b"] as const).flatMap((which) => {
    const end = state.ends[which];
    const handle = end.at.map((value, axis) => value + HANDLE_IN * (end.direction[axis] ?? 0));
    return [end.at, lineEndOf(state, which).at, [handle[0] ?? 0, handle[1] ?? 0, handle[2] ?? 0] as const];
  });
}

/** Where along each axis of an elevation something stands that is never left out: ends, walls, the tightest bends. */
export function marksOf(
  state: LineState,
  curves: readonly LineCurve[],
  elevation: ElevationSide,
): readonly [u: readonly number[], v: readonly number[]] {
  const flats = [...endPlaces(state), ...curves.map(({ worst }) => worst.at)].map((place) =>
    flatOf(place, elevation),
  );
  const { back, front, left, right, floor, top } = state.walls;
  const minus = (value: number | undefined) => (value === undefined ? undefined : -value);
  const walls = elevation === "front" ? [minus(left), right] : [minus(back), front];
  const given = (values: readonly (number | undefined)[]) => values.flatMap((value) => value ?? []);
  return [
    [...flats.map(([u]) => u), ...given(walls)],
    [...flats.map(([, v]) => v), ...given([floor, minus(top)])],
  ];
}

/** What an elevation must show: both ends with their handles, every curve, every wall near them. Whole inches. */
export function frameOf(state: LineState, curves: readonly LineCurve[], elevation: ElevationSide): Frame {
  const flats = [...endPlaces(state), ...curves.flatMap(({ curve }) => curve)].map((place) =>
    flatOf(place, elevation),
  );
  const [low, high] = [Math.min(...flats.map(([u]) => u)), Math.max(...flats.map(([u]) => u))];
  const [top, bottom] = [Math.min(...flats.map(([, v]) => v)), Math.max(...flats.map(([, v]) => v))];
  // Flats near what is drawn are drawn as well.
  const { back, front, left, right, floor, top: ceiling } = state.walls;
  const near = (value: number | undefined, from: number, to: number) =>
    value !== undefined && value > from - NEAR_IN && value < to + NEAR_IN ? [value] : [];
  const before = elevation === "front" ? left : back;
  const after = elevation === "front" ? right : front;
  const us = [...near(before === undefined ? undefined : -before, low, high), ...near(after, low, high)];
  const vs = [
    ...near(floor, top, bottom),
    ...near(ceiling === undefined ? undefined : -ceiling, top, bottom),
  ];
  const span = (values: readonly number[], least: number): readonly [number, number] => {
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const more = Math.max(0, least - (high - low)) / 2;
    return [Math.floor(low - more - MARGIN_IN), Math.ceil(high + more + MARGIN_IN)];
  };
  return { u: span([low, high, ...us], 5), v: span([top, bottom, ...vs], 8) };
}

/** A curve as an SVG path, two places to the unit's hundredth. */
export function pathOf(curve: readonly Vector[], elevation: ElevationSide): string {
  return curve
    .map((place, index) => {
      const [u, v] = flatOf(place, elevation);
      return `${index === 0 ? "M" : "L"}${u.toFixed(2)} ${v.toFixed(2)}`;
    })
    .join("");
}

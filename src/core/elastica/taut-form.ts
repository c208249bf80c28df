/**
 * A nearly straight line in closed form: between two boundary layers it runs straight. In each layer the angle to the
 * straight part dies out as tan(angle / 4) = tan(first angle / 4) exp(-q s), q the square root of the tension; it costs
 * 2 (1 - cos(angle / 2)) / q of length and carries 2 sin(angle / 2) / q aside; its curvature is 2 q sin(angle / 2) at
 * the cuff (the elastica's homoclinic solution). The error is of the order exp(-q).
 * Scaled to a flexible length of 1.
 */

import { add, dot, norm, scale, subtract, unit, type Vector, without } from "../geometry/index.ts";
import { at, factorSquare } from "../numerics/index.ts";
import type { Clamp } from "./chain-state.ts";

/** Below this q the two layers feel each other: exp(-10) is 5e-5 of the radius. */
export const TAUT_FROM = 10;
const MOST_ITERATIONS = 40;
/** A miss below this, in flexible lengths, is none. */
const SETTLED = 1e-11;
/** Step of the slopes, against the pull; and the longest change of the pull in one go, against it. */
const DIFFERENCE = 1e-6;
const LONGEST_STEP = 0.3;
/** Angles below this, rad, are none. */
const FLAT = 1e-9;

interface Layer {
  /** Angle between the clamped tangent and the straight part, rad. */
  readonly angle: number;
  /** Unit vector in the layer's plane, across the straight part. */
  readonly aside: Vector;
}

export interface TautLine {
  readonly q: number;
  /** Direction of the straight part. */
  readonly along: Vector;
  readonly layers: readonly [Layer, Layer];
}

/** Which layers go the long way round, by an angle past half a turn. */
type Orientation = readonly [first: boolean, last: boolean];

function layerAt(tangent: Vector, along: Vector, isLongWay: boolean): Layer {
  const aside = without(tangent, along);
  const sine = norm(aside);
  const angle = Math.atan2(sine, dot(tangent, along));
  if (sine < FLAT) return { angle, aside: [0, 0, 0] };
  return isLongWay
    ? { angle: 2 * Math.PI - angle, aside: scale(aside, -1 / sine) }
    : { angle, aside: scale(aside, 1 / sine) };
}

/** An end that looks exactly back has no side to turn to: such a form is no shape at all. */
const hasOrientation = ({ angle, aside }: Layer) => angle < 1 || norm(aside) > 0.5;

const asideOf = ({ angle, aside }: Layer, q: number) => scale(aside, (2 * Math.sin(angle / 2)) / q);

/** How far the two layers and the straight part between them end from the span, for a pull q along. */
function missOf(
  { span, from, to }: Clamp,
  pull: Vector,
  ways: Orientation,
): { readonly line: TautLine; readonly miss: Vector } {
  const q = norm(pull);
  const along = scale(pull, 1 / q);
  const layers = [layerAt(from, along, ways[0]), layerAt(to, along, ways[1])] as const;
  const cost = 2 * layers.reduce((sum, { angle }) => sum + 1 - Math.cos(angle / 2), 0);
  const carried = layers.reduce<Vector>((sum, layer) => add(sum, asideOf(layer, q)), [0, 0, 0]);
  return {
    line: { q, along, layers },
    miss: subtract(add(scale(along, 1 - cost / q), carried), span),
  };
}

/** Newton's method on the pull as a vector, its three slopes by differences. */
function settle(clamp: Clamp, start: Vector, ways: Orientation): TautLine | null {
  let pull = start;
  for (let iteration = 0; iteration < MOST_ITERATIONS; iteration += 1) {
    const { line, miss } = missOf(clamp, pull, ways);
    if (norm(miss) < SETTLED) return line.q >= TAUT_FROM && line.layers.every(hasOrientation) ? line : null;
    const step = line.q * DIFFERENCE;
    const matrix = new Float64Array(9);
    for (let axis = 0; axis < 3; axis += 1) {
      const moved: Vector = [
        pull[0] + (axis === 0 ? step : 0),
        pull[1] + (axis === 1 ? step : 0),
        pull[2] + (axis === 2 ? step : 0),
      ];
      const change = subtract(missOf(clamp, moved, ways).miss, miss);
      for (let row = 0; row < 3; row += 1) matrix[3 * row + axis] = (change[row] ?? 0) / step;
    }
    const by = Float64Array.from(miss);
    if (!factorSquare(matrix, by)) return null;
    const size = Math.hypot(...by);
    const part = Math.min(1, (line.q * LONGEST_STEP) / size);
    pull = subtract(pull, [part * at(by, 0), part * at(by, 1), part * at(by, 2)]);
    if (!(norm(pull) > 0)) return null;
  }
  return null;
}

const SHORTEST_ORIENTATION: Orientation = [false, false];
const ALL_ORIENTATIONS: readonly Orientation[] = [
  SHORTEST_ORIENTATION,
  [false, true],
  [true, false],
  [true, true],
];
/** Past this angle, rad, a layer may do better by the long way round: only a near guess can tell. */
const NEARLY_BACK = 2.4;
/** A chain's pull is this near the line's own, as the logarithm of their ratio: its grid makes it a little stiffer. */
const SAME_PULL = 0.15;
/** And more where its pieces are longer than a layer is deep. */
const COARSE_PULL = 0.4;

/** Returns the bending energy of both layers. */
export function tautEnergy({ q, layers }: TautLine): number {
  return 2 * q * layers.reduce((sum, { angle }) => sum + 1 - Math.cos(angle / 2), 0);
}

/**
 * Returns the taut form of a clamped line, or null where it does not hold (q below TAUT_FROM, or no such form). Without a guess
 * none is given either where an end looks back: which way round it goes is then open.
 */
export function tautLine(clamp: Clamp): TautLine | null {
  const reach = norm(clamp.span);
  if (!(reach < 1) || reach === 0) return null;
  const straight = unit(clamp.span);
  // Without what the layers carry aside, the straight part is the span itself.
  const { line, miss } = missOf(clamp, straight, SHORTEST_ORIENTATION);
  const start = (1 - dot(miss, straight) - reach) / (1 - reach);
  // Both ends look along the span: what slack there is buckles, and no tension holds it.
  if (start < TAUT_FROM / 10 || line.layers.every(({ angle }) => angle < FLAT)) return null;
  const settled = settle(clamp, scale(straight, start), SHORTEST_ORIENTATION);
  return settled?.layers.every(({ angle }) => angle < NEARLY_BACK) ? settled : null;
}

/** Returns the taut form nearest the pull of a chain of `count` pieces, by whichever way round each end goes; null where none is. */
export function tautLineNear(clamp: Clamp, force: Vector, count: number): TautLine | null {
  const q = Math.sqrt(norm(force));
  if (!(q > 0)) return null;
  const offBy = (line: TautLine) => Math.abs(Math.log(line.q / q));
  const candidates = ALL_ORIENTATIONS.flatMap((ways) => settle(clamp, scale(unit(force), q), ways) ?? [])
    .filter((line) => offBy(line) < SAME_PULL + COARSE_PULL * (q / count) ** 2)
    .sort((a, b) => tautEnergy(a) - tautEnergy(b));
  return candidates[0] ?? null;
}

/** Returns the curvature at both cuffs, where the layers begin. */
export const cuffCurvatures = ({ q, layers: [first, last] }: TautLine): readonly [number, number] => [
  2 * q * Math.sin(first.angle / 2),
  2 * q * Math.sin(last.angle / 2),
];

/** Returns where the taut form runs: its place after `s` of the flexible length, from the first cuff tip. */
export function tautPlace(line: TautLine, span: Vector, s: number): Vector {
  const { q, along, layers } = line;
  /** What a layer has cost and carried when its angle has fallen from the clamped one over a length s. */
  const spent = (layer: Layer, length: number): { readonly cost: number; readonly aside: Vector } => {
    const now = 4 * Math.atan(Math.tan(layer.angle / 4) * Math.exp(-q * length));
    return {
      cost: (2 / q) * (Math.cos(now / 2) - Math.cos(layer.angle / 2)),
      aside: scale(layer.aside, (2 / q) * (Math.sin(layer.angle / 2) - Math.sin(now / 2))),
    };
  };
  if (s <= 0.5) {
    const { cost, aside } = spent(layers[0], s);
    return add(scale(along, s - cost), aside);
  }
  const { cost, aside } = spent(layers[1], 1 - s);
  return subtract(span, add(scale(along, 1 - s - cost), aside));
}

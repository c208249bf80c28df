/** First guesses for a clamped line: bowed in the plane of its ends, bowed the other way, bowed out of it, and looped. */

import {
  across,
  add,
  cross,
  norm,
  scale,
  subtract,
  turned,
  unit,
  type Vector,
  without,
} from "../geometry/index.ts";
import { at } from "../numerics/index.ts";
import type { Clamp } from "./chain-state.ts";

/** Shorter than this a vector is taken to have no direction. */
const FLAT = 1e-6;
/** Out-of-plane share that lets an iteration leave a plane it would otherwise never leave. */
const KICK = 0.12;
/** How far a bow is pushed aside, in tangent lengths. */
const BOW = 3;
const SNAKE = 1.5;

function tangentsAlong(count: number, tangentAt: (place: number) => Vector): Float64Array {
  const tangents = new Float64Array(3 * count);
  for (let piece = 0; piece < count; piece += 1) {
    const tangent = tangentAt((piece + 0.5) / count);
    const length = norm(tangent) || 1;
    for (let axis = 0; axis < 3; axis += 1) tangents[3 * piece + axis] = (tangent[axis] ?? 0) / length;
  }
  return tangents;
}

/** Axes of the ends' own plane: along the span, aside in the plane, and out of it. */
function axesOf({ span, from, to }: Clamp): { readonly aside: Vector; readonly out: Vector } {
  const along =
    norm(span) > FLAT ? unit(span) : norm(add(from, to)) > FLAT ? unit(add(from, to)) : across(from);
  const lean = without(subtract(from, to), along);
  const other = without(from, along);
  const aside = norm(lean) > FLAT ? unit(lean) : norm(other) > FLAT ? unit(other) : across(along);
  return { aside, out: cross(along, aside) };
}

/**
 * Returns the guesses of `count` unit tangents each for a minimum-energy search, the first `most` of them.
 * A quadratic through both clamped tangents whose mean is the span; then its middle pushed aside either way and out of the
 * plane; a full turn laid over it; and snaked in and out of the plane. The first ones lead to the least energy in free space by themselves: in every one
 * of some thousands of random geometries (solve.test.ts). Walls cut the paths between minima, and want them all.
 */
export function startsFor(
  clamp: Clamp,
  count: number,
  most = Number.POSITIVE_INFINITY,
): readonly Float64Array[] {
  const { span, from, to } = clamp;
  const { aside, out } = axesOf(clamp);
  const middle = subtract(subtract(scale(span, 3), from), to);
  const bowed = (push: Vector) => {
    const centre = add(middle, push);
    return (place: number): Vector =>
      add(
        add(scale(from, (1 - place) ** 2), scale(centre, 2 * place * (1 - place))),
        scale(to, place * place),
      );
  };
  const looped = (axis: Vector, turns: number) => {
    const plain = bowed(scale(out, KICK));
    return (place: number): Vector => turned(plain(place), axis, turns * 2 * Math.PI * place);
  };
  const snaked = (first: Vector, then: Vector) => {
    const plain = bowed(scale(out, KICK));
    return (place: number): Vector =>
      add(
        plain(place),
        add(
          scale(first, SNAKE * Math.sin(2 * Math.PI * place)),
          scale(then, SNAKE * Math.sin(3 * Math.PI * place)),
        ),
      );
  };
  const tilted = unit(add(out, scale(aside, KICK)));
  const [inward, under] = [scale(aside, -1), scale(out, -1)];
  const all = [
    looped(tilted, 1),
    bowed(scale(out, KICK)),
    bowed(scale(out, BOW)),
    bowed(add(scale(aside, BOW), scale(out, KICK))),
    bowed(add(scale(aside, -BOW), scale(out, KICK))),
    bowed(scale(out, -BOW)),
    looped(tilted, -1),
    snaked(out, aside),
    snaked(under, aside),
    snaked(out, inward),
    snaked(under, inward),
    snaked(aside, out),
    snaked(inward, out),
    snaked(aside, under),
    snaked(inward, under),
  ];
  return all.slice(0, most).map((tangentAt) => tangentsAlong(count, tangentAt));
}

/** Returns a chain's mirror image in the plane its ends nearly lie in: where they do not quite, the twin bends a little less or more. */
export function mirroredStart(clamp: Clamp, tangents: Float64Array): Float64Array {
  const { out } = axesOf(clamp);
  const flipped = Float64Array.from(tangents);
  for (let piece = 0; piece < tangents.length; piece += 3) {
    const through =
      out[0] * at(tangents, piece) + out[1] * at(tangents, piece + 1) + out[2] * at(tangents, piece + 2);
    for (let axis = 0; axis < 3; axis += 1)
      flipped[piece + axis] = at(tangents, piece + axis) - 2 * through * (out[axis] ?? 0);
  }
  return flipped;
}

/** Vectors in space, as plain triples. */

export type Vector = readonly [x: number, y: number, z: number];

/** Returns the dot product. */
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
/** Adds two vectors. */
export const add = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
/** Returns the subtracts `b` from `a`. */
export const subtract = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
/** Multiplies a vector by a number. */
export const scale = (a: Vector, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by];
/** Returns the length of a vector. A plain root: Math.hypot guards against overflow that inches never come near, and is far slower. */
export const norm = (a: Vector): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
/** Returns the cross product, right-handed. */
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** Returns the unit vector along `a`. Errors: RangeError for a vector without a direction. */
export function unit(a: Vector): Vector {
  const length = norm(a);
  if (!(length > 0)) throw new RangeError("a vector of no length has no direction");
  return scale(a, 1 / length);
}

/** Returns some unit vector across a unit vector: the same one for the same direction. */
export function across(direction: Vector): Vector {
  const [x, y, z] = direction.map(Math.abs) as unknown as Vector;
  const other: Vector = x <= y && x <= z ? [1, 0, 0] : y <= z ? [0, 1, 0] : [0, 0, 1];
  return unit(cross(direction, other));
}

/** Returns `a` without its part along the unit vector `direction`. */
export const without = (a: Vector, direction: Vector): Vector =>
  subtract(a, scale(direction, dot(a, direction)));

/** Turns `a` about a unit axis by an angle in radians, right-handed (Rodrigues). */
export function turned(a: Vector, axis: Vector, angle: number): Vector {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const along = scale(axis, dot(axis, a) * (1 - cos));
  return add(add(scale(a, cos), scale(cross(axis, a), sin)), along);
}

/** Returns the longest of three vectors' cross products: the surest normal of a plane they may share. */
export function longestNormal(a: Vector, b: Vector, c: Vector): Vector {
  const ab = cross(a, b);
  return [cross(a, c), cross(b, c)].reduce((best, each) => (norm(each) > norm(best) ? each : best), ab);
}

/** Random benches and clamps, for property tests. */
import fc from "fast-check";
import type { Clamp } from "../../src/core/elastica/chain-state.ts";
import { dot, norm, scale, unit, type Vector } from "../../src/core/geometry/vector.ts";
import type { LineSetup } from "../../src/core/line/line-setup.ts";

const coordinate = fc.double({ min: -1, max: 1, noNaN: true });

/** Any direction at all. */
export const direction: fc.Arbitrary<Vector> = fc
  .tuple(coordinate, coordinate, coordinate)
  .filter((each) => norm(each) > 0.1)
  .map(unit);

/** The directions fittings mostly look in. */
const square: fc.Arbitrary<Vector> = fc.constantFrom<Vector>(
  [0, 1, 0],
  [0, -1, 0],
  [1, 0, 0],
  [-1, 0, 0],
  [0, 0, 1],
);

/** An end this straight back along the span, as a cosine, may turn to any side: which shape it takes is a toss. */
const STRAIGHT_BACK = -0.9998;

/** Ends of a line of flexible length 1, from nearly touching to nearly straight; none looks straight back along the span. */
export const clamp: fc.Arbitrary<Clamp> = fc
  .record({
    way: direction,
    reach: fc.double({ min: 0.05, max: 0.98, noNaN: true }),
    from: fc.oneof(direction, square),
    to: fc.oneof(direction, square),
  })
  .filter(({ way, from, to }) => dot(way, from) > STRAIGHT_BACK && dot(way, to) > STRAIGHT_BACK)
  .map(({ way, reach, from, to }) => ({ span: scale(way, reach), from, to }));

/** A stop and an inlet as they lie in a cabinet: inches. */
export const bench: fc.Arbitrary<LineSetup> = fc.record({
  a: fc.record({ at: fc.constant<Vector>([0, 0, 0]), direction: square }),
  b: fc.record({
    at: fc.tuple(
      fc.double({ min: -6, max: 6, noNaN: true }),
      fc.double({ min: 5, max: 16, noNaN: true }),
      fc.double({ min: -3, max: 5, noNaN: true }),
    ),
    direction: fc.oneof(square, direction),
  }),
  cuffIn: fc.constantFrom(0.5, 0.75, 1),
  minBendRadiusIn: fc.constantFrom(1.5, 2, 2.5),
  walls: fc.constant([]),
  freeBulgeIn: fc.constant(null),
});

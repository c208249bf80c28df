/** An elevation of a long run, broken where nothing but line lies: what is left of each axis, and where it stands in the drawing. Pure. Inches. */
import type { LineCurve } from "../../core/line/index.ts";
import type { LineState } from "./line-state.ts";
import { type ElevationSide, type Flat, type Frame, flatOf, marksOf } from "./projection.ts";

export type Range = readonly [from: number, to: number];

/** An axis shorter than this is drawn whole. */
const WHOLE_UP_TO_IN = 36;
/** What stays beside an end, a wall or the tightest bend. */
const KEPT_IN = 6;
/** Less than this is not worth a break. */
const LEAST_LEFT_OUT_IN = 8;
/** A line that wanders more than this across a break has a shape to show. */
const MOST_WANDER_IN = 2;
/** Room the two strokes of a break take. */
export const BREAK_IN = 1.5;

/** How far the curves wander across an axis while they go through a part of it. */
function wander(flats: readonly (readonly Flat[])[], axis: 0 | 1, [from, to]: Range): number {
  return Math.max(
    0,
    ...flats.map((flat) => {
      const across = flat
        .filter((place) => place[axis] >= from && place[axis] <= to)
        .map((place) => place[axis === 0 ? 1 : 0]);
      return across.length === 0 ? 0 : Math.max(...across) - Math.min(...across);
    }),
  );
}

/**
 * Returns what is drawn of an axis that spans `whole`, in order: all of it, or the parts round `marks` where the line between
 * them runs straight.
 */
export function keptOf(
  whole: Range,
  marks: readonly number[],
  isQuiet: (gap: Range) => boolean,
): readonly Range[] {
  if (whole[1] - whole[0] <= WHOLE_UP_TO_IN) return [whole];
  const inside = marks.filter((mark) => mark >= whole[0] && mark <= whole[1]).sort((a, b) => a - b);
  const kept: Range[] = [];
  let from = whole[0];
  for (const [at, mark] of inside.entries()) {
    const gap: Range = [Math.ceil(mark + KEPT_IN), Math.floor((inside[at + 1] ?? mark) - KEPT_IN)];
    if (gap[1] - gap[0] < LEAST_LEFT_OUT_IN || !isQuiet(gap)) continue;
    kept.push([from, gap[0]]);
    [, from] = gap;
  }
  return [...kept, [from, whole[1]]];
}

/** An elevation as it is drawn: what is left of its axes, from left to right and from top to bottom. */
export interface BrokenFrame {
  readonly columns: readonly Range[];
  readonly rows: readonly Range[];
}

/** Returns both elevations, broken where that leaves out nothing but straight line. Heights are theirs in common. */
export function brokenFrames(
  frames: Readonly<Record<ElevationSide, Frame>>,
  state: LineState,
  curves: readonly LineCurve[],
): Readonly<Record<ElevationSide, BrokenFrame>> {
  const flatsOf = (seen: ElevationSide) =>
    curves.map(({ curve }) => curve.map((place) => flatOf(place, seen)));
  const [front, side] = [flatsOf("front"), flatsOf("side")];
  const [frontMarks, sideMarks] = [marksOf(state, curves, "front"), marksOf(state, curves, "side")];
  const isQuiet = (flats: readonly (readonly Flat[])[], axis: 0 | 1) => (gap: Range) =>
    wander(flats, axis, gap) <= MOST_WANDER_IN;
  const v: Range = [
    Math.min(frames.front.v[0], frames.side.v[0]),
    Math.max(frames.front.v[1], frames.side.v[1]),
  ];
  const rows = keptOf(v, frontMarks[1], isQuiet([...front, ...side], 1));
  return {
    front: { columns: keptOf(frames.front.u, frontMarks[0], isQuiet(front, 0)), rows },
    side: { columns: keptOf(frames.side.u, sideMarks[0], isQuiet(side, 0)), rows },
  };
}

/** Returns the size of an axis as it is drawn. */
export function sizeOf(kept: readonly Range[]): number {
  return kept.reduce((sum, [from, to]) => sum + to - from, BREAK_IN * (kept.length - 1));
}

/** Returns how much of an axis is left out. */
export function leftOutIn(kept: readonly Range[]): number {
  return kept.reduce((sum, [from], at) => sum + (at === 0 ? 0 : from - (kept[at - 1]?.[1] ?? from)), 0);
}

/** Returns where each part of an axis begins in the drawing. */
export function startsOf(kept: readonly Range[]): readonly number[] {
  return kept.map((_, at) => sizeOf(kept.slice(0, at + 1)) - ((kept[at]?.[1] ?? 0) - (kept[at]?.[0] ?? 0)));
}

/** Returns which part of an axis a place lies in: the nearest, where it lies in none. */
export function partWith(kept: readonly Range[], value: number): number {
  const away = kept.map(([from, to]) => Math.max(from - value, value - to, 0));
  return away.indexOf(Math.min(...away));
}

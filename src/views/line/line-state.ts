/** The setup while somebody works on it: absolute places, what sits on the ends, walls as planes. Pure. */

import type { Vector } from "../../core/geometry/index.ts";
import {
  type ClockPosition,
  type LineEnd,
  type LineSetup,
  throughPart,
  type Wall,
} from "../../core/line/index.ts";
import type { Port } from "../../core/part/index.ts";
import { asSixteenths, type LineSpace, WALL_SIDES, type WallSide, wallAt } from "../../core/survey/index.ts";

export interface TubeInsert {
  readonly sku: string;
  readonly name: string;
  readonly into: Port;
  readonly out: Port;
}

export interface Family {
  readonly name: string;
  readonly cuffIn: number;
  readonly minBendRadiusIn: number;
  readonly lengthsIn: readonly number[];
  readonly goesOnBoth: boolean;
}

export type Which = "a" | "b";

export interface Put {
  readonly insert: TubeInsert;
  readonly hour: ClockPosition;
}

export interface LineState {
  readonly ends: Readonly<Record<Which, LineEnd>>;
  /** Distance of each flat from where the supply end was at first. */
  readonly walls: Partial<Record<WallSide, number>>;
  readonly roomIn: number | null;
  readonly family: Family;
  readonly puts: Readonly<Record<Which, Put | null>>;
  readonly chosenIn: number | null;
}

export type LineChange =
  | { readonly type: "moved"; readonly which: Which; readonly at: Vector }
  | { readonly type: "turned"; readonly which: Which; readonly direction: Vector }
  | { readonly type: "placed"; readonly axis: 0 | 1 | 2; readonly value: number }
  | { readonly type: "wall"; readonly side: WallSide; readonly distanceIn: number | null }
  | { readonly type: "room"; readonly roomIn: number | null }
  | { readonly type: "family"; readonly family: Family }
  | { readonly type: "put"; readonly which: Which; readonly put: Put | null }
  | { readonly type: "chosen"; readonly lengthIn: number };

export function benchState(space: LineSpace, family: Family, chosenIn: number | null = null): LineState {
  const { right, up, out } = space.inlet;
  return {
    ends: {
      a: { at: [0, 0, 0], direction: space.supplyWay },
      b: { at: [right.value, up.value, out.value], direction: space.inletWay },
    },
    walls: Object.fromEntries(
      WALL_SIDES.flatMap((side) => {
        const wall = space.walls[side];
        return wall === undefined ? [] : [[side, wall.value] as const];
      }),
    ),
    roomIn: space.room?.value ?? null,
    family,
    puts: { a: null, b: null },
    chosenIn,
  };
}

/** To the sixteenth: what a tape shows and what is kept. */
const toSixteenth = (value: number) => Math.round(value * 16) / 16;

export function changeBench(state: LineState, change: LineChange): LineState {
  switch (change.type) {
    case "moved": {
      const [x, y, z] = change.at;
      const at: Vector = [toSixteenth(x), toSixteenth(y), toSixteenth(z)];
      return { ...state, ends: { ...state.ends, [change.which]: { ...state.ends[change.which], at } } };
    }
    case "turned": {
      const end = { ...state.ends[change.which], direction: change.direction };
      return { ...state, ends: { ...state.ends, [change.which]: end } };
    }
    case "placed": {
      const { a, b } = state.ends;
      const put = (axis: 0 | 1 | 2) => (axis === change.axis ? a.at[axis] + change.value : b.at[axis]);
      return { ...state, ends: { a, b: { ...b, at: [put(0), put(1), put(2)] } } };
    }
    case "wall": {
      const { [change.side]: _, ...others } = state.walls;
      if (change.distanceIn === null) return { ...state, walls: others };
      const fromStart = change.distanceIn - supplyShift(state, change.side);
      return { ...state, walls: { ...others, [change.side]: fromStart } };
    }
    case "room":
      return { ...state, roomIn: change.roomIn };
    case "family":
      return { ...state, family: change.family, chosenIn: null };
    case "put":
      return { ...state, puts: { ...state.puts, [change.which]: change.put } };
    case "chosen":
      return { ...state, chosenIn: change.lengthIn };
  }
}

/** Returns how far the supply end has moved away from a wall since the setup was opened, inches; negative: towards the wall. */
function supplyShift({ ends: { a } }: LineState, side: WallSide): number {
  const [x, y, z] = a.at;
  return { back: z, front: -z, left: x, right: -x, floor: y, top: -y }[side];
}

/** How far a flat is from the supply end; null: there is none. */
export function wallDistance(state: LineState, side: WallSide): number | null {
  const distance = state.walls[side];
  return distance === undefined ? null : distance + supplyShift(state, side);
}

/** Where the line leaves an end: at the end itself, or through the part that was put on it. */
export function lineEndOf({ ends, puts }: LineState, which: Which): LineEnd {
  const put = puts[which];
  return put === null ? ends[which] : throughPart(ends[which], put.insert.into, put.insert.out, put.hour);
}

export const wallsOf = ({ walls }: LineState): readonly Wall[] =>
  WALL_SIDES.flatMap((side) => {
    const distance = walls[side];
    return distance === undefined ? [] : [wallAt(side, distance)];
  });

/** The setup the solver is asked about. */
export function benchFrom(state: LineState): LineSetup {
  return {
    a: lineEndOf(state, "a"),
    b: lineEndOf(state, "b"),
    cuffIn: state.family.cuffIn,
    minBendRadiusIn: state.family.minBendRadiusIn,
    walls: wallsOf(state),
    freeBulgeIn: state.roomIn,
  };
}

/** The inlet as it is measured: from the supply end. */
export function relativeInlet({ ends: { a, b } }: LineState): Vector {
  return [b.at[0] - a.at[0], b.at[1] - a.at[1], b.at[2] - a.at[2]];
}

/** The setup as a survey keeps it: measured from the supply end, to the sixteenth. */
export function spaceFrom(state: LineState): LineSpace {
  const [right, up, out] = relativeInlet(state);
  const { a, b } = state.ends;
  return {
    inlet: { right: asSixteenths(right), up: asSixteenths(up), out: asSixteenths(out) },
    supplyWay: a.direction,
    inletWay: b.direction,
    walls: Object.fromEntries(
      WALL_SIDES.flatMap((side) => {
        const distance = wallDistance(state, side);
        return distance === null ? [] : [[side, asSixteenths(distance)] as const];
      }),
    ),
    room: state.roomIn === null || state.roomIn <= 0 ? null : asSixteenths(state.roomIn),
  };
}

/** The usual ways an end looks. */
export const WAYS: readonly (readonly [key: string, words: string, way: Vector])[] = [
  ["up", "up", [0, 1, 0]],
  ["down", "down", [0, -1, 0]],
  ["left", "to the left", [-1, 0, 0]],
  ["right", "to the right", [1, 0, 0]],
  ["out", "out of the wall", [0, 0, 1]],
  ["back", "into the wall", [0, 0, -1]],
];

/** Key of the usual way a direction is, or "other". */
export function wayOf([x, y, z]: Vector): string {
  const size = Math.hypot(x, y, z);
  const direction = WAYS.find(([, , way]) => (way[0] * x + way[1] * y + way[2] * z) / size > 0.9999);
  return direction?.[0] ?? "other";
}

/** Where the two ends of a connection lie, as they are measured in a cabinet, and the bench the line fitter works on. */

import type { Vector } from "../geometry/index.ts";
import type { LineSetup, Wall } from "../line/index.ts";
import type { Typed } from "./typed.ts";

/** Flats a line may not cross, by where they are from the supply end. */
export const WALL_SIDES = ["back", "front", "left", "right", "floor", "top"] as const;
export type WallSide = (typeof WALL_SIDES)[number];

/** Measured from the supply end: x right, y up, z out of the wall, inches. */
export interface LineSpace {
  readonly inlet: { readonly right: Typed; readonly up: Typed; readonly out: Typed };
  /** The way the line leaves each end. */
  readonly supplyWay: Vector;
  readonly inletWay: Vector;
  /** How far each flat is from the supply end. */
  readonly walls: Partial<Record<WallSide, Typed>>;
  /** Room aside of the straight way; null: nobody said. */
  readonly room: Typed | null;
}

/** What the fitter must know of a line, whatever its length. */
export interface LineFigures {
  readonly cuffIn: number;
  readonly minBendRadiusIn: number;
}

/** The way each flat looks, and from which side of the supply end. */
const WALL_NORMALS: Readonly<Record<WallSide, Vector>> = {
  back: [0, 0, 1],
  front: [0, 0, -1],
  left: [1, 0, 0],
  right: [-1, 0, 0],
  floor: [0, 1, 0],
  top: [0, -1, 0],
};

/** Returns a flat so far from the supply end, on its side. */
export function wallAt(side: WallSide, distanceIn: number): Wall {
  const normal = WALL_NORMALS[side];
  return {
    point: [-normal[0] * distanceIn, -normal[1] * distanceIn, -normal[2] * distanceIn],
    normal,
  };
}

/** Returns the bench of a measured space: the supply end at the origin. */
export function lineSetupOf(space: LineSpace, line: LineFigures): LineSetup {
  const { right, up, out } = space.inlet;
  return {
    a: { at: [0, 0, 0], direction: space.supplyWay },
    b: { at: [right.value, up.value, out.value], direction: space.inletWay },
    cuffIn: line.cuffIn,
    minBendRadiusIn: line.minBendRadiusIn,
    walls: WALL_SIDES.flatMap((side) => {
      const distance = space.walls[side];
      return distance === undefined ? [] : [wallAt(side, distance.value)];
    }),
    freeBulgeIn: space.room?.value ?? null,
  };
}

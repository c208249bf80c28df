/** Outlines of ends in inches, for drawing at true size: x across, y along, the free end at y = 0. Pure. */
import { PIPE_TAPER } from "../core/constants/index.ts";
import { limitsOf, type Range, type Thread } from "../core/end/index.ts";
import type { Profile, Seat } from "../core/identify/index.ts";

export interface Shape {
  readonly widthIn: number;
  readonly heightIn: number;
  /** Closed outlines: body first, then what lies on it. */
  readonly body: readonly string[];
  /** Hidden or inner edges. */
  readonly inner: readonly string[];
  /** The seat, where one shows. */
  readonly seat: string | null;
}

type Point = readonly [x: number, y: number];

/** Longest stretch of thread that is drawn, inches: enough to lay a part against. */
const LONGEST_IN = 0.6;
const SHOULDER_IN = 0.14;
const NUT_WALL_IN = 0.14;
const TUBE_LENGTH_IN = 0.7;
const SOCKET_WALL_IN = 0.09;
/** Depth of an external thread in pitches: 17/24 of the sharp V each side, ASME B1.1; nearly the same at 55 degrees. */
const DEPTH = 0.6134;

const middle = ({ low, high }: Range) => (low + high) / 2;
const point = ([x, y]: Point) => `${x.toFixed(4)} ${y.toFixed(4)}`;

export function closedPath(points: readonly Point[]): string {
  return `M${points.map(point).join("L")}Z`;
}

function box(x: number, y: number, width: number, height: number): string {
  return closedPath([
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]);
}

/** Ridges down one side: crest and root in turn, half a pitch apart; the other side runs half a pitch behind. */
function ridges(
  pitchIn: number,
  lengthIn: number,
  crest: (y: number) => number,
  root: (y: number) => number,
  startsLow: boolean,
): readonly Point[] {
  const steps = Math.floor((2 * lengthIn) / pitchIn);
  return Array.from({ length: steps + 1 }, (_, step): Point => {
    const y = (step * pitchIn) / 2;
    return [(step % 2 === 0) === startsLow ? root(y) : crest(y), y];
  });
}

function drawnLength(thread: Thread, gender: Profile["gender"]): number {
  return Math.min(LONGEST_IN, thread.usableIn[gender]);
}

function seatOf({ seats }: Profile): Seat | null {
  const best = [...seats].reduce<readonly [Seat | null, number]>(
    (top, [seat, chance]) => (chance > top[1] ? [seat, chance] : top),
    [null, 0.3],
  );
  return best[0];
}

/** What stands before or in a male thread's end. */
function maleSeat(
  seat: Seat | null,
  radiusIn: number,
  centreIn: number,
): { path: string; riseIn: number } | null {
  const at = (share: number, y: number): Point => [centreIn + share * radiusIn, y];
  if (seat === "cone") {
    const riseIn = radiusIn * 0.45;
    return { path: closedPath([at(-0.85, 0), at(-0.4, -riseIn), at(0.4, -riseIn), at(0.85, 0)]), riseIn };
  }
  if (seat === "tube-seat")
    return {
      path: closedPath([
        at(-0.72, 0),
        at(0.72, 0),
        at(0.6, 0.12),
        at(0.6, 0.3),
        at(-0.6, 0.3),
        at(-0.6, 0.12),
      ]),
      riseIn: 0,
    };
  if (seat === "o-ring")
    return { path: box(centreIn - radiusIn * 0.8, -0.07, radiusIn * 1.6, 0.05), riseIn: 0.07 };
  return null;
}

function shifted(path: string, dy: number): string {
  return path.replace(/(-?[\d.]+) (-?[\d.]+)/g, (_, x: string, y: string) =>
    point([Number(x), Number(y) + dy]),
  );
}

function maleShape(profile: Profile, thread: Thread): Shape {
  const limits = limitsOf(thread);
  const lengthIn = drawnLength(thread, "male");
  const crest = middle(limits.maleCrestIn) / 2;
  const slope = profile.isTapered ? PIPE_TAPER / 2 : 0;
  const widest = crest + slope * lengthIn;
  const shoulder = widest * 1.12;
  const centre = shoulder;
  const crestAt = (y: number) => crest + slope * y;
  const rootAt = (y: number) => crestAt(y) - DEPTH * thread.pitchIn;
  const right = ridges(thread.pitchIn, lengthIn, crestAt, rootAt, true);
  const left = ridges(thread.pitchIn, lengthIn, crestAt, rootAt, false);
  const bottom = lengthIn;
  const outline = closedPath([
    ...right.map(([x, y]): Point => [centre + x, y]),
    [centre + rootAt(bottom), bottom],
    [centre - rootAt(bottom), bottom],
    ...[...left].reverse().map(([x, y]): Point => [centre - x, y]),
  ]);
  const seat = maleSeat(seatOf(profile), crest, centre);
  const rise = seat?.riseIn ?? 0;
  return {
    widthIn: 2 * shoulder,
    heightIn: rise + bottom + SHOULDER_IN,
    body: [shifted(outline, rise), shifted(box(centre - shoulder, bottom, 2 * shoulder, SHOULDER_IN), rise)],
    inner: [],
    seat: seat === null ? null : shifted(seat.path, rise),
  };
}

function femaleShape(profile: Profile, thread: Thread): Shape {
  const limits = limitsOf(thread);
  const lengthIn = drawnLength(thread, "female");
  const crest = middle(limits.femaleCrestIn) / 2;
  const slope = profile.isTapered ? -PIPE_TAPER / 2 : 0;
  const outer = crest + DEPTH * thread.pitchIn + NUT_WALL_IN;
  const heightIn = lengthIn + SHOULDER_IN;
  const crestAt = (y: number) => crest + slope * y;
  const rootAt = (y: number) => crestAt(y) + DEPTH * thread.pitchIn;
  const wall = (side: 1 | -1) => {
    const teeth = ridges(thread.pitchIn, lengthIn, crestAt, rootAt, side === 1);
    return closedPath([
      [outer + side * outer, 0],
      ...teeth.map(([x, y]): Point => [outer + side * x, y]),
      [outer + side * crestAt(lengthIn), heightIn],
      [outer + side * outer, heightIn],
    ]);
  };
  const kind = seatOf(profile);
  const washer = box(outer - crest * 0.9, heightIn - 0.1, crest * 1.8, 0.08);
  const cone = closedPath([
    [outer - crest * 0.9, heightIn - 0.02],
    [outer - crest * 0.45, heightIn - 0.22],
    [outer + crest * 0.45, heightIn - 0.22],
    [outer + crest * 0.9, heightIn - 0.02],
  ]);
  return {
    widthIn: 2 * outer,
    heightIn,
    body: [wall(-1), wall(1)],
    inner: [],
    seat: kind === "cone" ? cone : kind === "flat" ? washer : null,
  };
}

function plainShape({ end, reads }: Profile): Shape {
  const outside = end.outsideIn ?? middle(reads);
  const bore = end.boreIn;
  const wall = bore === null ? null : (outside - bore) / 2;
  return {
    widthIn: outside,
    heightIn: TUBE_LENGTH_IN,
    body: [box(0, 0, outside, TUBE_LENGTH_IN)],
    inner: wall === null ? [] : [box(wall, 0, outside - 2 * wall, TUBE_LENGTH_IN)],
    seat: null,
  };
}

function socketShape({ reads }: Profile): Shape {
  const inside = middle(reads);
  const outer = inside + 2 * SOCKET_WALL_IN;
  const depth = TUBE_LENGTH_IN * 0.7;
  return {
    widthIn: outer,
    heightIn: depth + SHOULDER_IN,
    body: [
      box(0, 0, SOCKET_WALL_IN, depth),
      box(outer - SOCKET_WALL_IN, 0, SOCKET_WALL_IN, depth),
      box(0, depth, outer, SHOULDER_IN),
    ],
    inner: [],
    seat: null,
  };
}

/** The outline of an end as it would lie on the screen, in its middle size. Units: inches. */
export function shapeOf(profile: Profile): Shape {
  if (profile.thread !== null)
    return profile.gender === "male"
      ? maleShape(profile, profile.thread)
      : femaleShape(profile, profile.thread);
  return profile.across === "inside" ? socketShape(profile) : plainShape(profile);
}

/** Teeth of a comb of the pitch, to lay a thread against: a row of valleys a pitch apart. */
export function combPath(pitchIn: number, teeth: number): string {
  const height = pitchIn * 0.8;
  const points = Array.from(
    { length: 2 * teeth + 1 },
    (_, step): Point => [(step * pitchIn) / 2, step % 2 === 0 ? 0 : height],
  );
  return closedPath([...points, [teeth * pitchIn, -0.12], [0, -0.12]]);
}

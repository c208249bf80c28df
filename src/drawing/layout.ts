/** Where everything of a full run strip goes, from the dimensions of parts and ends. Pure geometry: no marks are made here. */
import type { EndCode } from "../core/end/index.ts";
import type { Plan, PlanPart } from "../core/plan/index.ts";

/** What the drawing needs to know of an end. */
export interface EndFigure {
  readonly name: string;
  readonly form: "thread" | "plain" | "socket" | "seat";
  readonly gender: "m" | "f" | null;
  /** Outside diameter, inches. */
  readonly acrossIn: number;
}

export type EndFigures = Readonly<Record<EndCode, EndFigure>>;

/** Drawing units an inch of a fitting takes. Lines are broken and take less. */
const PER_INCH = 30;
const FACE_PX = 20;
const JOINT_GAP_PX = 24;
const WALL = 84;
const INLET = 60;
/** Width of a letter of the fixture's label. */
const LETTER_PX = 7.4;
/** What a line that stays takes of the drawing. */
const STAYING_PX = 90;
const SHORTEST = 34;
const LONGEST = 120;

export interface DrawnFace {
  readonly x: number;
  /** 1: the face looks to the right, -1: to the left. */
  readonly side: 1 | -1;
  readonly end: EndCode;
  readonly high: number;
  readonly plastic: boolean;
}

export interface DrawnPart {
  readonly part: PlanPart;
  readonly x: number;
  readonly width: number;
  readonly high: number;
  readonly left: DrawnFace;
  readonly right: DrawnFace;
  /** Row of its label, so that neighbours do not write over each other. */
  readonly row: 0 | 1;
}

export interface StripLayout {
  readonly width: number;
  readonly parts: readonly DrawnPart[];
  readonly supply: DrawnFace;
  readonly inlet: DrawnFace;
  /** What the first end is: at the wall, or the far end of a line that stays. */
  readonly startsAt: "wall" | "line";
  /** What the last end is: the fixture, what stays fed while the fixture hangs at the fork, or a cap. */
  readonly endsAt: "fixture" | "line" | "cap";
  /** Where a line that stays runs between two joints. */
  readonly stays: readonly { readonly x: number; readonly width: number }[];
  /** x of each joint of the main way, by its number. */
  readonly joints: ReadonlyMap<number, number>;
  /** What a fork feeds besides; null without one. */
  readonly aside: DrawnAside | null;
}

/** The side branch: it drops from the fork, or from the fixture's outlet, and runs to the right under the strip. */
export interface DrawnAside {
  readonly isOnOutlet: boolean;
  readonly fromX: number;
  /** x of each joint on it, by its number. */
  readonly joints: ReadonlyMap<number, number>;
  readonly endX: number;
  readonly end: EndCode;
  /** Adapters on the branch, in words. */
  readonly parts: readonly PlanPart[];
}

function bodyHeight(end: EndCode, ends: EndFigures): number {
  return Math.round(18 + 26 * Math.min(ends[end]?.acrossIn ?? 0.6, 1.3));
}

/** Length of a broken line, room at a joint, and the least length of a fork: along the page, or upright on a narrow one. */
const ROOM = {
  along: {
    line: (inches: number) => 250 + 60 * Math.log2(Math.max(inches, 6) / 6),
    joint: JOINT_GAP_PX,
    fork: 0,
  },
  upright: { line: () => 118, joint: 48, fork: 120 },
} as const;
export type StripWay = keyof typeof ROOM;

/** Drawn length of a part's body: fittings to scale, lines by a slow scale and broken. */
function bodyWidth(part: PlanPart, way: StripWay): number {
  if (part.lengthIn !== undefined) return ROOM[way].line(part.lengthIn);
  if (part.ports.length > 2) return Math.max(ROOM[way].fork, fittingWidth(part));
  return fittingWidth(part);
}

function fittingWidth(part: PlanPart): number {
  const [a, b] = part.ports;
  if (!a || !b) return SHORTEST;
  const lengthIn = Math.hypot(...a.at.map((value, axis) => (b.at[axis] ?? 0) - value));
  return Math.min(LONGEST, Math.max(SHORTEST, lengthIn * PER_INCH));
}

/** A joint between two ends: not the one inside a union. */
interface OpenJoint {
  readonly number: number;
  readonly between: Plan["joints"][number]["between"];
  readonly ends: readonly [EndCode, EndCode];
}

/** The joints between two ends: on the way to the inlet, or beside it. */
function jointsOf(plan: Plan, isAside: boolean): readonly OpenJoint[] {
  return plan.joints.flatMap(({ number, between, ends, aside }) =>
    ends === null || (aside === true) !== isAside ? [] : [{ number, between, ends }],
  );
}

/** The part a reference points at; null for what was there before. */
function indexOf(ref: string): number | null {
  const [, index] = /^p(\d+)\./.exec(ref) ?? [];
  return index === undefined ? null : Number(index);
}

/** A short part next to a short part writes its label one row lower. */
function rowAfter(before: DrawnPart | undefined, part: PlanPart): 0 | 1 {
  const isShort = part.lengthIn === undefined;
  return isShort && before !== undefined && before.part.lengthIn === undefined && before.row === 0 ? 1 : 0;
}

const ASIDE_STEP = 56;

/** The branch that drops from a fork, as far as its last end. */
function layOutAside(plan: Plan, parts: readonly DrawnPart[], outletX: number): DrawnAside | null {
  const beside = jointsOf(plan, true);
  const forked = beside.filter(({ between }) => between[0] !== "outlet");
  const isOnOutlet = forked.length === 0;
  const aside = isOnOutlet ? beside : forked;
  const last = aside.at(-1);
  const index = indexOf(aside[0]?.between[0] ?? "");
  const fork = parts.find(({ part }) => index !== null && part === plan.parts[index]);
  if (last === undefined || (fork === undefined && !isOnOutlet)) return null;
  const fromX = fork === undefined ? outletX : fork.x + fork.width / 2;
  return {
    isOnOutlet,
    fromX,
    joints: new Map(aside.map(({ number }, at) => [number, fromX + (at + 1) * ASIDE_STEP])),
    endX: fromX + (aside.length + 1) * ASIDE_STEP,
    end: last.ends[1],
    parts: plan.parts.filter(
      ({ branch, ports }) => branch !== "main" && (branch === "outlet") === isOnOutlet && ports.length > 0,
    ),
  };
}

/** Lays a plan out from the wall (left) to the inlet (right). Pieces such as ferrules take no place of their own. */
export function layOutStrip(
  plan: Plan,
  ends: EndFigures,
  { inletPlastic, label, way = "along" }: { inletPlastic: boolean; label: string; way?: StripWay },
): StripLayout {
  const gap = ROOM[way].joint;
  const main = jointsOf(plan, false);
  const supplyEnd = main[0]?.ends[0] ?? "";
  const inletEnd = main.at(-1)?.ends[1] ?? "";
  const supply: DrawnFace = {
    x: WALL,
    side: 1,
    end: supplyEnd,
    high: bodyHeight(supplyEnd, ends),
    plastic: false,
  };
  let x = WALL + FACE_PX;
  const places: number[] = [];
  const parts: DrawnPart[] = [];
  const stays: { readonly x: number; readonly width: number }[] = [];
  for (const [
    at,
    {
      between,
      ends: [, entered],
    },
  ] of main.entries()) {
    places.push(x + gap / 2);
    const index = indexOf(between[1]);
    const part = index === null ? undefined : plan.parts[index];
    const next = main[at + 1];
    // A line that stays runs on unseen to where the next joint is made.
    if (part === undefined && next !== undefined) {
      stays.push({ x: x + gap, width: STAYING_PX });
      x += gap + STAYING_PX;
    }
    if (part === undefined || next === undefined) continue;
    const through = { into: entered, out: next.ends[0] };
    const from = x + gap + FACE_PX;
    const width = bodyWidth(part, way);
    const plasticOf = (end: string) => part.ports.find((port) => port.end === end)?.plastic ?? false;
    const left: DrawnFace = {
      x: from,
      side: -1,
      end: through.into,
      high: bodyHeight(through.into, ends),
      plastic: plasticOf(through.into),
    };
    const right: DrawnFace = {
      x: from + width,
      side: 1,
      end: through.out,
      high: bodyHeight(through.out, ends),
      plastic: plasticOf(through.out),
    };
    const high = Math.max(left.high, right.high) * (part.lengthIn === undefined ? 0.95 : 0.72);
    parts.push({ part, x: from, width, high, left, right, row: rowAfter(parts.at(-1), part) });
    x = from + width + FACE_PX;
  }
  const inlet: DrawnFace = {
    x: x + gap + FACE_PX,
    side: -1,
    end: inletEnd,
    high: bodyHeight(inletEnd, ends),
    plastic: inletPlastic,
  };
  const joints = new Map(main.map(({ number }, at) => [number, places[at] ?? 0]));
  const aside = layOutAside(plan, parts, inlet.x + FACE_PX);
  const lastEnd = main.at(-1)?.between[1] ?? "inlet";
  const written = Math.max(80, label.length * LETTER_PX, (ends[inletEnd]?.name.length ?? 0) * LETTER_PX);
  return {
    width: Math.max(inlet.x + INLET + written, (aside?.endX ?? 0) + INLET + written),
    parts,
    supply,
    inlet,
    startsAt: main[0]?.between[0] === "kept" ? "line" : "wall",
    endsAt: lastEnd === "kept" ? "line" : indexOf(lastEnd) === null ? "fixture" : "cap",
    stays,
    joints: new Map([...joints, ...unionJoints(plan, parts)]),
    aside,
  };
}

/** The joint inside a union sits in the middle of the part. */
function unionJoints(plan: Plan, parts: readonly DrawnPart[]): readonly (readonly [number, number])[] {
  return plan.joints.flatMap(({ number, between, ends }) => {
    const index = ends === null ? indexOf(between[0]) : null;
    const drawn = parts.find(({ part }) => index !== null && part === plan.parts[index]);
    return drawn === undefined ? [] : [[number, drawn.x + drawn.width / 2] as const];
  });
}

export const FACE_WIDTH = FACE_PX;

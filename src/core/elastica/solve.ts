/** The true curve of a line between two clamped ends: the shape of least bending energy, and how sure it is. */

import { cross, dot, longestNormal, norm, scale, subtract, unit, type Vector } from "../geometry/index.ts";
import { at } from "../numerics/index.ts";
import { type RelaxOptions, relax, resample } from "./chain.ts";
import type { ChainState, Clamp, HalfSpace } from "./chain-state.ts";
import { shoot, type Trajectory } from "./shoot.ts";
import { mirroredStart, startsFor } from "./starts.ts";
import { cuffCurvatures, type TautLine, tautEnergy, tautLine, tautLineNear, tautPlace } from "./taut-form.ts";

/** How the figures were got: two shooting halves, the closed form of a taut line, or the chain of pieces itself. */
export type Method = "shooting" | "taut" | "chain";

/** A curve scaled to a flexible length of 1. */
export interface ScaledCurve {
  readonly places: readonly Vector[];
  /** Largest curvature, and where along the flexible length, 0 to 1. */
  readonly curvature: number;
  readonly worstAt: number;
  readonly energy: number;
  readonly force: Vector;
  readonly method: Method;
  readonly converged: boolean;
  /** Another shape of nearly the same energy, with another worst curvature: a small move may switch to it. */
  readonly rival: number | null;
  /** The chain along walls that the figures are of; null where no wall is touched. A start for shapes near this one. */
  readonly alongWalls: ChainState | null;
}

/** Starts that are tried in free space. */
const FREE_STARTS = 2;
const COARSE = 16;
const FINE = 60;
const FINEST = 160;
/** Options of a coarse run: converged to the fineness of the chain, rad, and given up early, because other starts follow. */
const COARSE_OPTIONS = { settled: 1e-3, mostIterations: 40, mostTouching: 12 } as const;
/** What is asked again where that leads nowhere. */
const PATIENT_OPTIONS = { settled: 1e-3, mostTouching: 20 } as const;
/** A shape that lies near another one is found in a few steps or not at all. */
const NEAR_OPTIONS = { mostIterations: 30 } as const;
/** Energies this near, against each other, are rivals: what ends are measured to moves them as much. */
const RIVAL_ENERGY = 0.04;
/** Rivals with worst curvatures this near are the same shape, or its mirror. */
const SAME_CURVATURE = 0.03;
/** Coarse chains whose tangents differ by less are one shape. */
const SAME_TANGENT = 0.02;
/** A polished shape whose energy is farther than this from the chain's is another shape. */
const SAME_ENERGY = 0.08;
/** Pieces of the chains that lead to one along walls. */
const TOUCHING = [48, 96] as const;
const SAMPLES = 64;

const tangentOf = (tangents: Float64Array, piece: number): Vector => [
  at(tangents, 3 * piece),
  at(tangents, 3 * piece + 1),
  at(tangents, 3 * piece + 2),
];

/** Largest curvature of a chain and where: the angle at a joint over the length of a piece, half of one at the clamps. */
function worstOf(
  tangents: Float64Array,
  { from, to }: Clamp,
): { readonly curvature: number; readonly at: number } {
  const count = tangents.length / 3;
  let worst = { curvature: 0, at: 0 };
  for (let joint = 0; joint <= count; joint += 1) {
    const before = joint === 0 ? from : tangentOf(tangents, joint - 1);
    const after = joint === count ? to : tangentOf(tangents, joint);
    const spacing = joint === 0 || joint === count ? 0.5 / count : 1 / count;
    const curvature = (2 * Math.asin(Math.min(1, norm(subtract(after, before)) / 2))) / spacing;
    if (curvature > worst.curvature) worst = { curvature, at: joint / count };
  }
  return worst;
}

/** Curvature vectors t x t' at both clamps, as a chain has them. */
function momentsOf(tangents: Float64Array, { from, to }: Clamp): readonly [Vector, Vector] {
  const count = tangents.length / 3;
  return [
    scale(cross(from, tangentOf(tangents, 0)), 2 * count),
    scale(cross(tangentOf(tangents, count - 1), to), 2 * count),
  ];
}

function chainPlaces(tangents: Float64Array): readonly Vector[] {
  const count = tangents.length / 3;
  const places: Vector[] = [[0, 0, 0]];
  let [x, y, z] = [0, 0, 0];
  for (let piece = 0; piece < count; piece += 1) {
    x += at(tangents, 3 * piece) / count;
    y += at(tangents, 3 * piece + 1) / count;
    z += at(tangents, 3 * piece + 2) / count;
    places.push([x, y, z]);
  }
  return places;
}

type Shape = Omit<ScaledCurve, "rival" | "alongWalls">;

function fromTaut(line: TautLine, span: Vector): Shape {
  const places = Array.from({ length: SAMPLES + 1 }, (_, k) => tautPlace(line, span, k / SAMPLES));
  const [atFirst, atLast] = cuffCurvatures(line);
  return {
    places,
    curvature: Math.max(atFirst, atLast),
    worstAt: atFirst >= atLast ? 0 : 1,
    energy: tautEnergy(line),
    force: scale(line.along, line.q * line.q),
    method: "taut",
    converged: true,
  };
}

/** The top of a parabola through the largest sample and its neighbours. */
function peakOf(curvatures: Float64Array): { readonly curvature: number; readonly at: number } {
  const last = curvatures.length - 1;
  let top = 0;
  for (let k = 1; k <= last; k += 1) if (at(curvatures, k) > at(curvatures, top)) top = k;
  if (top === 0 || top === last) return { curvature: at(curvatures, top), at: top / last };
  const [a, b, c] = [at(curvatures, top - 1), at(curvatures, top), at(curvatures, top + 1)];
  const bend = a - 2 * b + c;
  const off = bend === 0 ? 0 : (a - c) / (2 * bend);
  return { curvature: b - ((a - c) * off) / 4, at: (top + off) / last };
}

function fromShooting({ places, curvatures, force, energy }: Trajectory): Shape {
  const peak = peakOf(curvatures);
  return {
    places: Array.from({ length: places.length / 3 }, (_, k) => tangentOf(places, k)),
    curvature: peak.curvature,
    worstAt: peak.at,
    energy,
    force,
    method: "shooting",
    converged: true,
  };
}

function fromChain(rod: ChainState, clamp: Clamp): Shape {
  const worst = worstOf(rod.tangents, clamp);
  return {
    places: chainPlaces(rod.tangents),
    curvature: worst.curvature,
    worstAt: worst.at,
    energy: rod.energy,
    force: rod.force,
    method: "chain",
    converged: rod.converged,
  };
}

/** The exact shape a chain stands for: by shooting from it, from a finer one, by the taut form near it, else the finest chain. */
function polished(rod: ChainState, clamp: Clamp): Shape {
  let fine = rod;
  for (const count of [COARSE, FINE, FINEST]) {
    if (count > COARSE) fine = relax(resample(fine.tangents, count, clamp), clamp, [], { near: fine });
    const path = shoot(clamp, { moments: momentsOf(fine.tangents, clamp), force: fine.force });
    if (path !== null && Math.abs(path.energy / fine.energy - 1) < SAME_ENERGY) return fromShooting(path);
    if (count > COARSE) {
      const taut = tautLineNear(clamp, fine.force, count);
      if (taut !== null) return fromTaut(taut, clamp.span);
    }
  }
  return fromChain(fine, clamp);
}

/** Minima that a coarse chain settles in from these starts, the least energy first; of equal ones the first. */
function minimaFrom(
  starts: readonly Float64Array[],
  clamp: Clamp,
  sides: readonly HalfSpace[],
  way: RelaxOptions = COARSE_OPTIONS,
): readonly ChainState[] {
  return starts
    .map((start) => relax(start, clamp, sides, way))
    .filter(({ converged }) => converged)
    .sort((a, b) => a.energy - b.energy);
}

/** Minima of the coarse chain in free space, the least first. */
function freeMinima(clamp: Clamp): readonly ChainState[] {
  const first = minimaFrom(startsFor(clamp, COARSE, FREE_STARTS), clamp, []);
  const minima = first.length > 0 ? first : minimaFrom(startsFor(clamp, COARSE), clamp, []);
  const twins = minima.slice(0, 1).map(({ tangents }) => mirroredStart(clamp, tangents));
  return [...minima, ...minimaFrom(twins, clamp, [])].sort((a, b) => a.energy - b.energy);
}

/** Worst curvature of a rival to the best of these minima; null where there is none. */
function rivalOf([best, ...others]: readonly ChainState[], clamp: Clamp): number | null {
  if (best === undefined) return null;
  const mine = worstOf(best.tangents, clamp).curvature;
  for (const { tangents, energy } of others) {
    if (energy > best.energy * (1 + RIVAL_ENERGY)) return null;
    const { curvature } = worstOf(tangents, clamp);
    if (Math.abs(curvature / mine - 1) > SAME_CURVATURE) return curvature;
  }
  return null;
}

/**
 * Finds the shape of least bending energy of an inextensible line of flexible length 1 held in place and direction at both ends,
 * kept on its side of the given half-spaces. Untwisted: it may roll at its nuts. Its weight and its touching itself are
 * left out. `near` is the shape along walls of a line that differs little from this one: the shape it leads to is taken, and
 * one is looked for from everywhere only where it leads to none.
 * Errors: RangeError when the span is not shorter than the line; null when no start led to a minimum.
 * Exactness: below 1e-3 of the radius where `method` is shooting or taut; with walls that are touched the figures are a
 * chain's of 96 pieces, below 2e-2 (solve.test.ts measures both).
 */
export function solveScaled(
  clamp: Clamp,
  sides: readonly HalfSpace[] = [],
  near: ChainState | null = null,
): ScaledCurve | null {
  if (!(norm(clamp.span) < 1))
    throw new RangeError(`the span ${norm(clamp.span)} is not shorter than the line`);
  const neighbor = near && relax(near.tangents, clamp, sides, { ...NEAR_OPTIONS, near });
  if (neighbor?.converged && neighbor.touching.length > 0)
    return { ...fromChain(neighbor, clamp), rival: null, alongWalls: neighbor };
  const taut = tautLine(clamp);
  const free: readonly ChainState[] = taut === null ? freeMinima(clamp) : [];
  const best = free[0];
  if (taut === null && best === undefined) return null;
  const shape = taut ? fromTaut(taut, clamp.span) : best ? polished(best, clamp) : null;
  if (shape === null) return null;
  const rival = taut ? null : rivalOf(free, clamp);
  if (sides.every((side) => staysOn(shape.places, side))) return { ...shape, rival, alongWalls: null };
  const twin = mirrored(shape, clamp);
  if (twin !== null && sides.every((side) => staysOn(twin.places, side)))
    return { ...twin, rival, alongWalls: null };
  return alongWalls(clamp, sides, COARSE_OPTIONS) ?? alongWalls(clamp, sides, PATIENT_OPTIONS);
}

/** True for chains of as many pieces that lie on each other. */
const isSameShape = (one: Float64Array, other: Float64Array) =>
  one.every((value, k) => Math.abs(value - at(other, k)) < SAME_TANGENT);

/** The least shape that keeps to its side of the walls, as a fine chain; null where no start leads to one. */
function alongWalls(clamp: Clamp, sides: readonly HalfSpace[], way: RelaxOptions): ScaledCurve | null {
  const minima = minimaFrom(startsFor(clamp, COARSE), clamp, sides, way);
  for (const [index, coarse] of minima.entries()) {
    // Another start that led to the same shape leads on to the same.
    if (minima.slice(0, index).some(({ tangents }) => isSameShape(tangents, coarse.tangents))) continue;
    const fine = TOUCHING.reduce(
      (rod, count) => relax(resample(rod.tangents, count, clamp), clamp, sides, { near: rod }),
      coarse,
    );
    if (fine.converged)
      return {
        ...fromChain(fine, clamp),
        rival: rivalOf(minima.slice(index), clamp),
        alongWalls: fine,
      };
  }
  return null;
}

/** The shape's mirror twin in the plane of the clamps; null where they lie in none. It takes exactly as much to bend. */
function mirrored(shape: Shape, { span, from, to }: Clamp): Shape | null {
  const longest = longestNormal(span, from, to);
  if (norm(longest) < IN_PLANE) return null;
  const across = unit(longest);
  if ([span, from, to].some((each) => Math.abs(dot(each, across)) > IN_PLANE)) return null;
  const flip = (place: Vector) => subtract(place, scale(across, 2 * dot(place, across)));
  return { ...shape, places: shape.places.map(flip), force: flip(shape.force) };
}

/** Clamps this near to one plane lie in it. */
const IN_PLANE = 1e-6;
/** A place this far past a side, in lengths of the line, is still on it. */
const ON_SIDE = 1e-3;

function staysOn(places: readonly Vector[], { normal, least }: HalfSpace): boolean {
  return places.every(
    (place) => normal[0] * place[0] + normal[1] * place[1] + normal[2] * place[2] >= least - ON_SIDE,
  );
}

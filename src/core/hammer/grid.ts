/** The grid of a transient: pipes cut into reaches that a wave passes in one step of time. SI inside. */
import {
  ATMOSPHERE_PSI,
  M_PER_FT,
  M_PER_IN,
  M3_PER_IN3,
  M3_PER_US_GAL,
  PA_PER_PSI,
} from "../constants/index.ts";
import { at } from "../numerics/index.ts";
import { waterDensity } from "../water/index.ts";
import { shareAt } from "./cushion.ts";
import type { TransientPipe, TransientSetup } from "./transient-setup.ts";

export const MS_PER_S = 1000;
/** Times a wave runs to the supply and back that are followed after the closing, without a cushion. */
export const RETURNS_FOLLOWED = 12;
/** Reaches of the pipe that takes the wave longest: within 1 % of the rise as a rule (transient.large.test.ts). */
const USUAL_REACHES = 24;
/** Reaches of both pipes together, at most. */
const MOST_REACHES = 256;
/** Share by which the shorter pipe's wave speed may be trimmed without looking for a finer grid. */
const GOOD_FIT = 0.005;
/** Finer than this is never needed for a closing or a swing. */
const FINEST_REACHES = 128;
const STEPS_A_CLOSING = 8;
const STEPS_A_SWING = 60;
/** Fewer than this would smear the wave. */
const FEWEST_REACHES = 8;
/** Steps that a computation may take: slow closings on short pipes are given fewer reaches to stay below. */
const USUAL_STEPS = 40_000;

export interface Pipe {
  readonly reaches: number;
  /** Pressure a change of flow makes, Pa s/m3: with the true wave speed. */
  readonly impedance: number;
  /** Loss of a reach at 1 m3/s, Pa. */
  readonly friction: number;
  /** Pressure and flow at the ends of the reaches, now and a step later. */
  p: Float64Array;
  q: Float64Array;
  nextP: Float64Array;
  nextQ: Float64Array;
}

const travelS = ({ lengthFt, waveSpeedFtS }: TransientPipe) => lengthFt / waveSpeedFtS;

/** Returns reaches of each pipe on one step of time: the wave speed of the shorter is trimmed to fit, as little as the grid allows. */
export function reachesOf(travels: readonly number[], wanted: number): readonly number[] {
  const [first = 0, second] = travels;
  if (second === undefined) return [wanted];
  const [short, long] = first < second ? [first, second] : [second, first];
  const ratio = long / short;
  let best: { readonly short: number; readonly long: number; readonly misfit: number } | null = null;
  for (let few = 1; few <= wanted; few += 1) {
    const many = Math.round(few * ratio);
    if (many < wanted && few < wanted) continue;
    if (best !== null && (best.misfit < GOOD_FIT || few + many > MOST_REACHES)) break;
    const misfit = Math.abs(many - few * ratio) / (few * ratio);
    if (best === null || misfit < best.misfit / 2)
      best = { short: few, long: Math.min(many, MOST_REACHES), misfit };
  }
  const { short: few, long: many } = best ?? { short: wanted, long: wanted };
  return first < second ? [few, many] : [many, few];
}

/** Seconds the column swings on the cushion, there and back: the small swing of a mass on a spring; 0 without a cushion. */
export function swingS({ pipes, cushion, supplyPsi, waterTempF }: TransientSetup): number {
  if (cushion === null) return 0;
  const density = waterDensity(waterTempF);
  const inertia = pipes.reduce(
    (sum, { lengthFt, boreIn }) => sum + (density * lengthFt * M_PER_FT) / areaOf(boreIn),
    0,
  );
  const gasM3 = cushion.volumeIn3 * M3_PER_IN3 * shareAt(cushion, supplyPsi);
  const yielding = gasM3 / (cushion.polytropicN * (supplyPsi + ATMOSPHERE_PSI) * PA_PER_PSI);
  return 2 * Math.PI * Math.sqrt(inertia * yielding);
}

const areaOf = (boreIn: number) => (Math.PI / 4) * (boreIn * M_PER_IN) ** 2;

/** Lays a branch out on the grid: at the steady flow, so many reaches for the pipe that takes the wave longest. */
export function laidOut(
  setup: TransientSetup,
  wanted: number,
): { readonly pipes: readonly Pipe[]; readonly stepS: number } {
  const { pipes, flowGpm, supplyPsi, waterTempF } = setup;
  const flow = (flowGpm * M3_PER_US_GAL) / 60;
  const density = waterDensity(waterTempF);
  const travels = pipes.map(travelS);
  const reaches = reachesOf(travels, wanted);
  const longest = travels.indexOf(Math.max(...travels));
  const stepS = (travels[longest] ?? 0) / (reaches[longest] ?? 1);
  let startPa = supplyPsi * PA_PER_PSI;
  return {
    stepS,
    pipes: pipes.map((pipe, place) => {
      const count = reaches[place] ?? 1;
      const lossPa = (pipe.lossPsi * PA_PER_PSI) / count;
      const beganPa = startPa;
      startPa -= lossPa * count;
      return {
        reaches: count,
        impedance: (density * pipe.waveSpeedFtS * M_PER_FT) / areaOf(pipe.boreIn),
        friction: flow > 0 ? lossPa / flow ** 2 : 0,
        p: Float64Array.from({ length: count + 1 }, (_, each) => beganPa - lossPa * each),
        q: new Float64Array(count + 1).fill(flow),
        nextP: new Float64Array(count + 1),
        nextQ: new Float64Array(count + 1),
      };
    }),
  };
}

/** Returns what arrives at a place along the pipe from its upper neighbour, Pa. */
export const fromAbove = ({ p, q, impedance, friction }: Pipe, place: number): number => {
  const flow = at(q, place - 1);
  return at(p, place - 1) + impedance * flow - friction * flow * Math.abs(flow);
};
/** Returns what arrives at a place along the pipe from its lower neighbour, Pa. */
export const fromBelow = ({ p, q, impedance, friction }: Pipe, place: number): number => {
  const flow = at(q, place + 1);
  return at(p, place + 1) - impedance * flow + friction * flow * Math.abs(flow);
};

/** Moves all places but the two ends on by a step. */
export function moveInside({ p, q, nextP, nextQ, reaches, impedance, friction }: Pipe): void {
  let flow = at(q, 0);
  let above = at(p, 0) + impedance * flow - friction * flow * Math.abs(flow);
  for (let place = 1; place < reaches; place += 1) {
    flow = at(q, place + 1);
    const below = at(p, place + 1) - impedance * flow + friction * flow * Math.abs(flow);
    nextP[place] = (above + below) / 2;
    nextQ[place] = (above - below) / (2 * impedance);
    flow = at(q, place);
    above = at(p, place) + impedance * flow - friction * flow * Math.abs(flow);
  }
}

/** Half the weight at both ends of a pipe: the trapezoidal rule. */
const weightAt = (place: number, reaches: number) => (place === 0 || place === reaches ? 0.5 : 1);

/** Returns the energy in a pipe, in its motion and its stretch, J. */
export function storedIn({ p, q, impedance, reaches }: Pipe, stepS: number): number {
  let sum = 0;
  for (let place = 0; place <= reaches; place += 1) {
    const pa = at(p, place);
    const flow = at(q, place);
    sum += (weightAt(place, reaches) * ((pa * pa) / impedance + impedance * flow * flow)) / 2;
  }
  return sum * stepS;
}

/** Returns the power that a pipe loses to friction, W. */
export function losingIn({ q, friction, reaches }: Pipe): number {
  let sum = 0;
  for (let place = 0; place <= reaches; place += 1) {
    const flow = Math.abs(at(q, place));
    sum += flow * flow * flow;
  }
  const [start, end] = [Math.abs(at(q, 0)), Math.abs(at(q, reaches))];
  return friction * (sum - (start * start * start + end * end * end) / 2);
}

/** Makes the step that was computed the present one. */
export function moveOn(pipe: Pipe): void {
  const { p, q } = pipe;
  pipe.p = pipe.nextP;
  pipe.q = pipe.nextQ;
  pipe.nextP = p;
  pipe.nextQ = q;
}

/** Reaches of the pipe that takes the wave longest, for steps that resolve the closing and the swing on a cushion. */
export function wantedReaches(setup: TransientSetup): number {
  const { pipes, closureMs } = setup;
  const travels = pipes.map(travelS);
  const longestS = Math.max(...travels);
  const closureS = closureMs / MS_PER_S;
  const swing = swingS(setup);
  const forDetail = Math.max(
    USUAL_REACHES,
    closureS > 0 ? (STEPS_A_CLOSING * longestS) / closureS : 0,
    swing > 0 ? (STEPS_A_SWING * longestS) / swing : 0,
  );
  const followedS = closureS + 2 * RETURNS_FOLLOWED * travels.reduce((sum, each) => sum + each, 0);
  return Math.round(
    Math.max(FEWEST_REACHES, Math.min(forDetail, FINEST_REACHES, (USUAL_STEPS * longestS) / followedS)),
  );
}

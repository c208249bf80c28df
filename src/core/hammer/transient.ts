/**
 * The transient of a branch whose valve closes, by the method of characteristics: supply, one or two pipes in a row, valve.
 * Friction is quasi-steady with the factor of the steady flow. SI inside, converted at the door.
 */
import { M3_PER_US_GAL, PA_PER_PSI } from "../constants/index.ts";
import { at, type IncrementalTask } from "../numerics/index.ts";
import { MovingGas, nodePressure } from "./cushion.ts";
import {
  fromAbove,
  fromBelow,
  laidOut,
  losingIn,
  MS_PER_S,
  moveInside,
  moveOn,
  type Pipe,
  RETURNS_FOLLOWED,
  storedIn,
  swingS,
  wantedReaches,
} from "./grid.ts";
import type { TransientSetup } from "./transient-setup.ts";
import { boilingPsi } from "./wave-speed.ts";

export interface TracePoint {
  readonly ms: number;
  readonly psi: number;
}

export interface Transient {
  /** At the valve while water still flows. */
  readonly flowingPsi: number;
  /** Rise at the valve if the water stopped at once: density x wave speed x velocity of the pipe next to the valve. */
  readonly joukowskyPsi: number;
  /** Time in which a wave runs to the supply and back. */
  readonly returnMs: number;
  /** Highest and lowest pressure at the valve, up to the parting of the column where there is one. */
  readonly peakPsi: number;
  readonly peakAtMs: number;
  readonly troughPsi: number;
  /** Highest pressure anywhere on the branch. */
  readonly highestPsi: number;
  /** When water somewhere on the branch began to boil: nothing is computed after that; null: nowhere. */
  readonly partsAtMs: number | null;
  /** Pressure at the valve. */
  readonly trace: readonly TracePoint[];
  /** Share of the energy brought in that the computation cannot account for: its own check. */
  readonly energyGap: number;
}

/** Times a wave runs to the supply and back that are followed on a cushion, whose swing lasts longer than they do. */
const RETURNS_WITH_CUSHION = 4;
/**
 * Swings of the column on a cushion that are followed: there and back, or until the piston strikes its stop. What comes later
 * depends on what seal and stop take from it, which nobody states.
 */
const SWINGS_FOLLOWED = 1;
/** Steps between two looks at whether somebody has cancelled. */
const STEPS_A_SLICE = 2000;
const TRACE_POINTS = 400;

/** Highest and lowest pressures of each stretch of the trace, so that no peak is lost. */
function thinned(trace: readonly TracePoint[]): readonly TracePoint[] {
  if (trace.length <= TRACE_POINTS) return trace;
  const stretch = Math.ceil((2 * trace.length) / TRACE_POINTS);
  const kept: TracePoint[] = [];
  for (let from = 0; from < trace.length; from += stretch) {
    const part = trace.slice(from, from + stretch);
    let [low, high] = [part[0], part[0]];
    for (const point of part) {
      if (low !== undefined && point.psi < low.psi) low = point;
      if (high !== undefined && point.psi > high.psi) high = point;
    }
    for (const point of [low, high].sort((a, b) => (a?.ms ?? 0) - (b?.ms ?? 0)))
      if (point !== undefined && point !== kept.at(-1)) kept.push(point);
  }
  return kept;
}

/** The supply keeps its pressure; behind a check nothing runs back into it. */
function moveSupply(pipe: Pipe, supplyPa: number, hasCheck: boolean): void {
  const arriving = fromBelow(pipe, 0);
  const flow = (supplyPa - arriving) / pipe.impedance;
  const isHeld = hasCheck && flow < 0;
  pipe.nextQ[0] = isHeld ? 0 : flow;
  pipe.nextP[0] = isHeld ? arriving : supplyPa;
}

/** Where the first pipe goes over into the second: one pressure, unless a check between them is shut. A cushion sits below the check. */
function moveJunction(
  above: Pipe,
  below: Pipe,
  {
    gas,
    hasCheck,
    stepS,
  }: { readonly gas: MovingGas | null; readonly hasCheck: boolean; readonly stepS: number },
): void {
  const arriving = fromAbove(above, above.reaches);
  const returning = fromBelow(below, 0);
  const open = {
    source: arriving / above.impedance + returning / below.impedance,
    admittance: 1 / above.impedance + 1 / below.impedance,
    orifice: 0,
  };
  const shut = { source: returning / below.impedance, admittance: 1 / below.impedance, orifice: 0 };
  const opened = gas?.after(open, stepS);
  // Water would run back up: the check shuts, and each side goes on by itself.
  const isShut = hasCheck && (opened?.pa ?? nodePressure(open)) > arriving;
  const belowPa =
    gas === null || opened === undefined
      ? nodePressure(isShut ? shut : open)
      : gas.take(isShut ? gas.after(shut, stepS) : opened);
  const abovePa = isShut ? arriving : belowPa;
  above.nextP[above.reaches] = abovePa;
  above.nextQ[above.reaches] = (arriving - abovePa) / above.impedance;
  below.nextP[0] = belowPa;
  below.nextQ[0] = (belowPa - returning) / below.impedance;
}

/** The closing valve, with a cushion beside it or none. Returns its pressure, Pa. */
function moveValve(pipe: Pipe, orifice: number, gas: MovingGas | null, stepS: number): number {
  const reaching = fromAbove(pipe, pipe.reaches);
  const node = { source: reaching / pipe.impedance, admittance: 1 / pipe.impedance, orifice };
  const pa = gas === null ? nodePressure(node) : gas.take(gas.after(node, stepS));
  pipe.nextP[pipe.reaches] = pa;
  pipe.nextQ[pipe.reaches] = (reaching - pa) / pipe.impedance;
  return pa;
}

/** Energy through a place over a step: pressure times flow, before and after. */
const workAt = ({ p, q, nextP, nextQ }: Pipe, place: number, stepS: number): number =>
  ((at(p, place) * at(q, place) + at(nextP, place) * at(nextQ, place)) / 2) * stepS;

/**
 * Computes what the pressure does after the valve begins to close. Yields the share done.
 * Shape: the trace is at the valve, from the moment before the closing; it ends where the column parts.
 * Units: psi gauge, gallons a minute, feet, inches, ft/s, ms, F. `reaches`: of the longest pipe; left out: as many as usual.
 * Errors: RangeError without flow, without one or two pipes, or where no pressure is left at the valve while water flows.
 * Source: method of characteristics, Wylie and Streeter, Fluid Transients; see docs/data-sources.md for what it is checked against.
 */
export function* transient(
  setup: TransientSetup,
  reaches = wantedReaches(setup),
): IncrementalTask<Transient> {
  const { flowGpm, supplyPsi, waterTempF, closureMs, check } = setup;
  const flow = (flowGpm * M3_PER_US_GAL) / 60;
  if (!(flow > 0)) throw new RangeError("flowGpm must be above 0 for a valve to stop anything");
  const { pipes, stepS } = laidOut(setup, reaches);
  const [first, second] = [pipes[0], pipes[1]];
  const last = second ?? first;
  if (first === undefined || last === undefined || pipes.length > 2)
    throw new RangeError(`one or two pipes, got ${pipes.length}`);
  const valveAt = last.reaches;
  const supplyPa = supplyPsi * PA_PER_PSI;
  const flowingPa = at(last.p, valveAt);
  if (!(flowingPa > 0)) throw new RangeError("no pressure is left at the valve at that flow");
  const junctionPa = at(first.p, first.reaches);
  const { cushion } = setup;
  const place = second === undefined ? "valve" : (cushion?.place ?? "valve");
  const gas = cushion === null ? null : new MovingGas(cushion, place === "valve" ? flowingPa : junctionPa);
  const orificeOpen = flow / Math.sqrt(flowingPa);
  const boilingPa = boilingPsi(waterTempF) * PA_PER_PSI;
  const closureS = closureMs / MS_PER_S;
  const oneWayS = pipes.reduce((sum, each) => sum + each.reaches * stepS, 0);
  const untilS =
    closureS +
    (gas === null
      ? 2 * RETURNS_FOLLOWED * oneWayS
      : Math.max(2 * RETURNS_WITH_CUSHION * oneWayS, SWINGS_FOLLOWED * swingS(setup)));
  const stepsOneWay = Math.ceil(oneWayS / stepS);
  let steps = Math.ceil(untilS / stepS);
  let hasMoved = false;
  const trace: TracePoint[] = [{ ms: 0, psi: flowingPa / PA_PER_PSI }];
  let [peakPa, peakStep, troughPa] = [flowingPa, 0, flowingPa];
  let [highestPa, lowestPa] = [Math.max(supplyPa, flowingPa), flowingPa];
  let partsAt: number | null = null;
  const storedBefore = pipes.reduce((sum, each) => sum + storedIn(each, stepS), 0);
  let [broughtIn, tookOut, lost] = [0, 0, 0];

  for (let step = 1; step <= steps; step += 1) {
    if (step % STEPS_A_SLICE === 0) yield step / steps;
    const openShare = closureS === 0 ? 0 : Math.max(0, 1 - (step * stepS) / closureS);
    for (const pipe of pipes) {
      lost += losingIn(pipe) * stepS;
      moveInside(pipe);
    }
    const gasFlowBefore = gas?.inflow ?? 0;
    moveSupply(first, supplyPa, check === "supply");
    const atJunction = place === "junction" ? gas : null;
    if (second !== undefined)
      moveJunction(first, second, { gas: atJunction, hasCheck: check === "junction", stepS });
    const valvePa = moveValve(last, openShare * orificeOpen, place === "valve" ? gas : null, stepS);
    broughtIn += workAt(first, 0, stepS);
    tookOut += workAt(last, valveAt, stepS);
    if (atJunction !== null && second !== undefined)
      tookOut += ((at(second.p, 0) * gasFlowBefore + at(second.nextP, 0) * atJunction.inflow) / 2) * stepS;
    for (const pipe of pipes) {
      const { nextP } = pipe;
      for (let each = 0; each <= pipe.reaches; each += 1) {
        const pa = at(nextP, each);
        if (pa > highestPa) highestPa = pa;
        if (pa < lowestPa) lowestPa = pa;
      }
      moveOn(pipe);
    }
    if (lowestPa <= boilingPa) {
      partsAt = step;
      troughPa = boilingPa;
      break;
    }
    if (gas !== null && !gas.isResting) hasMoved = true;
    // The piston has come back to its stop: what the blow does until it has run to the supply and back, and no more.
    else if (hasMoved) {
      steps = Math.min(steps, step + 2 * stepsOneWay);
      hasMoved = false;
    }
    trace.push({ ms: step * stepS * MS_PER_S, psi: valvePa / PA_PER_PSI });
    if (valvePa > peakPa) [peakPa, peakStep] = [valvePa, step];
    if (valvePa < troughPa) troughPa = valvePa;
  }
  const storedAfter = pipes.reduce((sum, each) => sum + storedIn(each, stepS), 0);
  return {
    flowingPsi: flowingPa / PA_PER_PSI,
    joukowskyPsi: (last.impedance * flow) / PA_PER_PSI,
    returnMs: 2 * oneWayS * MS_PER_S,
    peakPsi: peakPa / PA_PER_PSI,
    peakAtMs: peakStep * stepS * MS_PER_S,
    troughPsi: troughPa / PA_PER_PSI,
    highestPsi: highestPa / PA_PER_PSI,
    partsAtMs: partsAt === null ? null : partsAt * stepS * MS_PER_S,
    trace: thinned(trace),
    energyGap:
      Math.abs(storedBefore + broughtIn - tookOut - lost - storedAfter) /
      (storedBefore + Math.abs(broughtIn)),
  };
}

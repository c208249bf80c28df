/** Steady flow in a round bore: water's properties, friction factor, loss of pressure. SI inside, converted at the door. */

import { M_PER_FT, M_PER_IN, M3_PER_US_GAL, PA_PER_PSI } from "../constants/index.ts";
import { waterDensity } from "./expansion.ts";

/**
 * Kinematic viscosity of water by temperature: F, m2/s. Source: IAPWS 2008 formulation for viscosity over Kell's density at
 * one atmosphere, rounded to three or four figures.
 */
const VISCOSITY: readonly (readonly [temperatureF: number, viscosity: number])[] = [
  [33, 1.755e-6],
  [40, 1.544e-6],
  [50, 1.307e-6],
  [55, 1.2094e-6],
  [60, 1.122e-6],
  [70, 9.764e-7],
  [80, 8.607e-7],
  [90, 7.65e-7],
  [100, 6.86e-7],
  [120, 5.63e-7],
  [140, 4.75e-7],
  [160, 4.07e-7],
  [180, 3.56e-7],
];

/** Temperatures the viscosity of water is listed for, F. */
export const WATER_RANGE_F = {
  low: Math.min(...VISCOSITY.map(([temperatureF]) => temperatureF)),
  high: Math.max(...VISCOSITY.map(([temperatureF]) => temperatureF)),
} as const;

/** Returns the kinematic viscosity, m2/s, straight between two entries of the table. Errors: RangeError outside it. */
export function waterViscosity(temperatureF: number): number {
  for (const [at, [lowF, low]] of VISCOSITY.entries()) {
    const [highF, high] = VISCOSITY[at + 1] ?? [Number.NaN, low];
    if (temperatureF >= lowF && temperatureF <= highF)
      return low + ((high - low) * (temperatureF - lowF)) / (highF - lowF);
  }
  throw new RangeError(`water of ${temperatureF} F is not in the table of viscosities`);
}

const LAMINAR_END = 2000;
const TURBULENT_START = 4000;

const COLEBROOK_TURNS = 12;

/** Colebrook 1939 by repeated substitution from Swamee and Jain's estimate: each turn gains about a digit. */
function turbulent(reynolds: number, relativeRoughness: number): number {
  let x = -2 * Math.log10(relativeRoughness / 3.7 + 5.74 / reynolds ** 0.9);
  for (let turn = 0; turn < COLEBROOK_TURNS; turn += 1)
    x = -2 * Math.log10(relativeRoughness / 3.7 + (2.51 * x) / reynolds);
  return 1 / x ** 2;
}

/** Which flow is assumed between Re 2000 and 4000, where it may be either: "between" is the cubic. */
export type Transition = "between" | "laminar" | "turbulent";

/**
 * Returns the darcy friction factor (four times Fanning's).
 * Shape: 64/Re up to 2000, Colebrook from 4000; between them the cubic in Re that matches value and slope at both ends,
 * so that no solver meets a jump. Errors: RangeError when Re is not above 0.
 */
export function frictionFactor(
  reynolds: number,
  relativeRoughness: number,
  transition: Transition = "between",
): number {
  if (!(reynolds > 0)) throw new RangeError(`Reynolds number must be above 0, got ${reynolds}`);
  if (reynolds <= LAMINAR_END) return 64 / reynolds;
  if (reynolds >= TURBULENT_START) return turbulent(reynolds, relativeRoughness);
  if (transition === "laminar") return 64 / reynolds;
  if (transition === "turbulent") return turbulent(reynolds, relativeRoughness);
  const span = TURBULENT_START - LAMINAR_END;
  const t = (reynolds - LAMINAR_END) / span;
  const step = 1;
  const slopeEnd =
    (turbulent(TURBULENT_START + step, relativeRoughness) - turbulent(TURBULENT_START, relativeRoughness)) /
    step;
  const slopeStart = -64 / LAMINAR_END ** 2;
  return (
    (2 * t ** 3 - 3 * t ** 2 + 1) * (64 / LAMINAR_END) +
    (t ** 3 - 2 * t ** 2 + t) * span * slopeStart +
    (-2 * t ** 3 + 3 * t ** 2) * turbulent(TURBULENT_START, relativeRoughness) +
    (t ** 3 - t ** 2) * span * slopeEnd
  );
}

/** A stretch of one bore with its fittings. */
export interface Reach {
  readonly lengthFt: number;
  readonly boreIn: number;
  readonly roughnessMm: number;
  /** Sum of minor-loss coefficients on the velocity in this bore. */
  readonly k: number;
}

/** Steady flow in one reach. */
export interface ReachFlow {
  readonly lossPsi: number;
  readonly velocityFtS: number;
  readonly reynolds: number;
}

/**
 * Returns what one reach does at a steady flow. Units: gallons a minute, F, feet, inches, millimetres; psi, ft/s.
 * Errors: RangeError when the bore is not above 0, the flow is below 0, or the water is outside the table.
 * Source: Darcy and Weisbach; K on the reach's own velocity.
 */
export function flowInReach(
  { lengthFt, boreIn, roughnessMm, k }: Reach,
  flowGpm: number,
  temperatureF: number,
  transition: Transition = "between",
): ReachFlow {
  if (!(boreIn > 0)) throw new RangeError(`boreIn must be above 0, got ${boreIn}`);
  if (!(flowGpm >= 0)) throw new RangeError(`flowGpm must not be below 0, got ${flowGpm}`);
  const viscosity = waterViscosity(temperatureF);
  if (flowGpm === 0) return { lossPsi: 0, velocityFtS: 0, reynolds: 0 };
  const bore = boreIn * M_PER_IN;
  const velocity = (flowGpm * M3_PER_US_GAL) / 60 / ((Math.PI / 4) * bore ** 2);
  const reynolds = (velocity * bore) / viscosity;
  const factor = frictionFactor(reynolds, roughnessMm / 1000 / bore, transition);
  const heads = (factor * lengthFt * M_PER_FT) / bore + k;
  return {
    lossPsi: (heads * waterDensity(temperatureF) * velocity ** 2) / 2 / PA_PER_PSI,
    velocityFtS: velocity / M_PER_FT,
    reynolds,
  };
}

/** Returns the pressure lost along reaches in a row, psi, at a steady flow. Units and errors as flowInReach. */
export function lossPsi(
  reaches: readonly Reach[],
  flowGpm: number,
  temperatureF: number,
  transition: Transition = "between",
): number {
  return reaches.reduce(
    (sum, reach) => sum + flowInReach(reach, flowGpm, temperatureF, transition).lossPsi,
    0,
  );
}

const GRAVITY_M_S2 = 9.80665;

/** Returns the pressure a rise costs, psi: density times standard gravity times height. Units: feet up, F. */
export function elevationPsi(riseFt: number, temperatureF: number): number {
  return (waterDensity(temperatureF) * GRAVITY_M_S2 * riseFt * M_PER_FT) / PA_PER_PSI;
}

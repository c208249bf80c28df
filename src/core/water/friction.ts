/** Steady flow in a round bore: water's properties, friction factor, loss of pressure. SI inside, converted at the door. */

const M_PER_IN = 0.0254;
const M_PER_FT = 12 * M_PER_IN;
const M3_PER_US_GAL = 231 * M_PER_IN ** 3;
const PA_PER_PSI = 4.4482216152605 / M_PER_IN ** 2;

/** Density kg/m3 and kinematic viscosity m2/s by temperature, F. Source: IAPWS-based tables, rounded. */
const WATER: readonly (readonly [temperatureF: number, density: number, viscosity: number])[] = [
  [40, 1000.0, 1.544e-6],
  [55, 999.4, 1.2094e-6],
  [70, 998.0, 9.764e-7],
  [100, 993.0, 6.86e-7],
  [120, 988.5, 5.63e-7],
  [140, 983.2, 4.75e-7],
];

function between(temperatureF: number, column: 1 | 2): number {
  const first = WATER[0];
  const last = WATER.at(-1);
  if (!first || !last) throw new RangeError("the table of water is empty");
  if (temperatureF <= first[0]) return first[column];
  for (const [at, low] of WATER.entries()) {
    const high = WATER[at + 1];
    if (high && temperatureF <= high[0])
      return low[column] + ((high[column] - low[column]) * (temperatureF - low[0])) / (high[0] - low[0]);
  }
  return last[column];
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

/**
 * Returns the darcy friction factor (four times Fanning's).
 * Shape: 64/Re up to 2000, Colebrook from 4000; between them the cubic in Re that matches value and slope at both ends,
 * so that no solver meets a jump. Errors: RangeError when Re is not above 0.
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  if (!(reynolds > 0)) throw new RangeError(`Reynolds number must be above 0, got ${reynolds}`);
  if (reynolds <= LAMINAR_END) return 64 / reynolds;
  if (reynolds >= TURBULENT_START) return turbulent(reynolds, relativeRoughness);
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

/**
 * Returns the pressure lost along reaches in a row, psi, at a steady flow. Units: gallons a minute, F, feet, inches, millimetres.
 * Errors: RangeError when a bore or the flow is not above 0. Source: Darcy and Weisbach; K on each reach's own velocity.
 */
export function lossPsi(reaches: readonly Reach[], flowGpm: number, temperatureF: number): number {
  if (!(flowGpm > 0)) throw new RangeError(`flowGpm must be above 0, got ${flowGpm}`);
  const density = between(temperatureF, 1);
  const viscosity = between(temperatureF, 2);
  const flow = (flowGpm * M3_PER_US_GAL) / 60;
  return reaches.reduce((sum, { lengthFt, boreIn, roughnessMm, k }) => {
    if (!(boreIn > 0)) throw new RangeError(`boreIn must be above 0, got ${boreIn}`);
    const bore = boreIn * M_PER_IN;
    const velocity = flow / ((Math.PI / 4) * bore ** 2);
    const factor = frictionFactor((velocity * bore) / viscosity, roughnessMm / 1000 / bore);
    const heads = (factor * lengthFt * M_PER_FT) / bore + k;
    return sum + (heads * density * velocity ** 2) / 2 / PA_PER_PSI;
  }, 0);
}

/** How fast a change of pressure runs along a pipe, and when water boils in it. */
import { ATMOSPHERE_PSI, M_PER_FT, PA_PER_PSI } from "../constants/index.ts";
import { type Estimate, exactly, waterDensity } from "../water/index.ts";

const toC = (temperatureF: number) => (temperatureF - 32) / 1.8;

/**
 * Returns the speed of sound in water without a pipe around it, ft/s, for 32 to 200 F.
 * Source: Marczak 1997, J. Acoust. Soc. Am. 102(5), within 0.02 m/s of measurements at one atmosphere.
 */
export function soundSpeed(temperatureF: number): number {
  const t = toC(temperatureF);
  const metresPerSecond =
    1402.385 + t * (5.038813 + t * (-5.799136e-2 + t * (3.287156e-4 + t * (-1.398845e-6 + t * 2.78786e-9))));
  return metresPerSecond / M_PER_FT;
}

/** A round pipe as its wall gives under pressure. */
export interface PipeWall {
  readonly boreIn: number;
  readonly wallIn: number;
  /** Young's modulus of the wall, psi. */
  readonly modulusPsi: number;
}

/**
 * Returns the speed of a pressure wave in a pipe filled with water, ft/s. Units: inches, psi, F.
 * Errors: RangeError where bore, wall or modulus is not above 0.
 * Source: Korteweg 1878 for a thin wall that is free to move along its axis (c1 = 1).
 */
export function waveSpeed({ boreIn, wallIn, modulusPsi }: PipeWall, temperatureF: number): number {
  if (!(boreIn > 0 && wallIn > 0 && modulusPsi > 0))
    throw new RangeError(
      `bore, wall and modulus must be above 0, got ${boreIn} in, ${wallIn} in, ${modulusPsi} psi`,
    );
  const sound = soundSpeed(temperatureF);
  const bulkPsi = (waterDensity(temperatureF) * (sound * M_PER_FT) ** 2) / PA_PER_PSI;
  return sound / Math.sqrt(1 + (bulkPsi * boreIn) / (modulusPsi * wallIn));
}

/** How a material carries a wave: by the modulus of its wall, or for a hose whose wall is layered by speeds as stated: data/wave-speeds.csv. */
export interface MaterialWave {
  readonly material: string;
  /** Young's modulus, thousand psi; null: the speed is stated. */
  readonly modulusKsi: Estimate | null;
  /** Speed in ft/s, whatever the bore; null: it follows from the modulus. */
  readonly speedFtS: Estimate | null;
  readonly note: string | null;
}

/** A size of pipe that is sold: data/pipe-sizes.csv. */
export interface PipeSize {
  readonly code: string;
  readonly label: string;
  readonly material: string;
  readonly boreIn: number;
  readonly wallIn: number;
}

/** Share of the bore that a wall is taken to measure where nobody says. Tube and hose of a house lie between a tenth and a quarter. */
const USUAL_WALL_SHARE = 0.15;

/**
 * Returns the speed of a wave in a pipe of a material, as a range, ft/s. `wallIn` null: not known, taken as a share of the bore.
 * Errors: RangeError for a row that states neither a modulus nor a speed.
 */
export function waveSpeedRange(
  { material, modulusKsi, speedFtS }: MaterialWave,
  { boreIn, wallIn }: { readonly boreIn: number; readonly wallIn: number | null },
  temperatureF: number,
): Estimate {
  if (speedFtS !== null) return speedFtS;
  if (modulusKsi === null) throw new RangeError(`${material} states neither a modulus nor a speed`);
  const at = (ksi: number) =>
    waveSpeed({ boreIn, wallIn: wallIn ?? boreIn * USUAL_WALL_SHARE, modulusPsi: ksi * 1000 }, temperatureF);
  return modulusKsi.low === modulusKsi.high
    ? exactly(at(modulusKsi.likely))
    : { low: at(modulusKsi.low), likely: at(modulusKsi.likely), high: at(modulusKsi.high) };
}

const PSI_PER_MMHG = ATMOSPHERE_PSI / 760;

/**
 * Returns the gauge pressure at which water boils, psi: a column that is pulled below it parts. F, 34 to 212.
 * Source: Antoine's equation with the usual constants for water from 1 to 100 C (mmHg), within 0.5 % of steam tables.
 */
export function boilingPsi(temperatureF: number): number {
  return 10 ** (8.07131 - 1730.63 / (233.426 + toC(temperatureF))) * PSI_PER_MMHG - ATMOSPHERE_PSI;
}

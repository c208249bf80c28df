/** A pressure tank behind a reverse-osmosis unit: what is left of pressure and flow as it empties. */
import { ATMOSPHERE_PSI } from "../constants/index.ts";

export interface PressureTank {
  /** Water and air together, gallons. */
  readonly volumeGal: number;
  /** Air with no water in the tank, psi gauge. */
  readonly prechargePsi: number;
  /** Pressure at which the unit shuts off, psi gauge. */
  readonly fullPsi: number;
}

export interface TankMoment {
  readonly drawnGal: number;
  readonly psi: number;
  readonly gpm: number;
  /** Since the faucet was opened. */
  readonly seconds: number;
}

/** Returns the water a full tank gives until only its air is left, gallons. Source: pressure times volume of the air stays. */
export function usableGal({ volumeGal, prechargePsi, fullPsi }: PressureTank): number {
  return volumeGal * (1 - (prechargePsi + ATMOSPHERE_PSI) / (fullPsi + ATMOSPHERE_PSI));
}

/** Steps of Simpson's rule between two moments. */
const STEPS = 16;

/**
 * Returns how a full tank empties in equal portions, the full tank first. `flowAt` tells the flow at a pressure of the tank.
 * Units: gallons, psi gauge, gallons a minute, seconds. Shape: `portions` + 1 moments; less where the flow comes to nothing.
 * Errors: RangeError where the tank is not filled above its precharge. Source: the air keeps its temperature; time is the
 * integral of volume over flow.
 */
export function emptying(
  tank: PressureTank,
  flowAt: (psi: number) => number,
  portions: number,
): readonly TankMoment[] {
  const { volumeGal, prechargePsi, fullPsi } = tank;
  if (!(fullPsi > prechargePsi && prechargePsi >= 0))
    throw new RangeError(`a tank is filled above its precharge, got ${fullPsi} over ${prechargePsi}`);
  const usable = usableGal(tank);
  const airGal = volumeGal - usable;
  const psiAfter = (drawn: number) =>
    ((fullPsi + ATMOSPHERE_PSI) * airGal) / (airGal + drawn) - ATMOSPHERE_PSI;
  const slowness = (drawn: number) => 1 / flowAt(psiAfter(drawn));
  const moments: TankMoment[] = [{ drawnGal: 0, psi: fullPsi, gpm: flowAt(fullPsi), seconds: 0 }];
  const portion = usable / portions;
  for (let each = 1; each <= portions; each += 1) {
    const from = (each - 1) * portion;
    let sum = 0;
    for (let step = 0; step <= STEPS; step += 1) {
      const weight = step === 0 || step === STEPS ? 1 : step % 2 === 1 ? 4 : 2;
      sum += weight * slowness(from + (step * portion) / STEPS);
    }
    const minutes = (sum * portion) / (3 * STEPS);
    if (!Number.isFinite(minutes)) break;
    const psi = psiAfter(each * portion);
    moments.push({
      drawnGal: each * portion,
      psi,
      gpm: flowAt(psi),
      seconds: (moments.at(-1)?.seconds ?? 0) + minutes * 60,
    });
  }
  return moments;
}

/** A cushion of gas on a branch: an arrestor behind its piston, or an air chamber. SI inside. */
import { ATMOSPHERE_PSI, M3_PER_IN3, PA_PER_PSI } from "../constants/index.ts";

const ATMOSPHERE_PA = ATMOSPHERE_PSI * PA_PER_PSI;

/** Exponent of gas that is squeezed within a fraction of a second: between no heat lost (1.4) and all of it (1). Usual value. */
export const USUAL_POLYTROPIC = 1.2;

export interface GasCushion {
  /** Gas at the precharge, cubic inches. */
  readonly volumeIn3: number;
  /** Pressure of the gas with no water against it, psi gauge. */
  readonly prechargePsi: number;
  readonly polytropicN: number;
}

/**
 * Returns the cushion of an air chamber that holds a share of its air, the rest having gone into the water. A chamber is
 * filled with air at the pressure of the room. Units: cubic inches. Errors: RangeError for a share that is not above 0.
 */
export function airChamber(volumeIn3: number, airShare: number): GasCushion {
  if (!(airShare > 0 && airShare <= 1))
    throw new RangeError(`airShare must be above 0 and at most 1, got ${airShare}`);
  return { volumeIn3: volumeIn3 * airShare, prechargePsi: 0, polytropicN: USUAL_POLYTROPIC };
}

/** An air chamber of the trade: a foot of the branch's own pipe, standing up. */
export const CHAMBER_IN = 12;

/** Returns the usual air chamber of a pipe with a share of its air left. Units and errors as airChamber. */
export function chamberOf({ boreIn }: { readonly boreIn: number }, airShare: number): GasCushion {
  return airChamber((Math.PI / 4) * boreIn ** 2 * CHAMBER_IN, airShare);
}

/** Returns the share of its gas volume that is left while water stands against it at a pressure: slowly squeezed. psi gauge. */
export function shareAt({ prechargePsi }: Pick<GasCushion, "prechargePsi">, psi: number): number {
  return Math.min(1, (prechargePsi + ATMOSPHERE_PSI) / (psi + ATMOSPHERE_PSI));
}

const MOST_TURNS = 60;
/** Newton's steps end below this change of pressure, Pa: a millionth of a psi. */
const CLOSE_PA = PA_PER_PSI * 1e-6;

/** What flows towards a node at pressure p: source - admittance x p, less what a valve lets out: orifice x sqrt(p). m3/s, Pa. */
export interface Node {
  readonly source: number;
  readonly admittance: number;
  readonly orifice: number;
}

/** Returns the pressure at which as much flows to a node as leaves by its valve, Pa. Closed form. */
export function nodePressure({ source, admittance, orifice }: Node): number {
  if (source <= 0) return source / admittance;
  if (orifice === 0) return source / admittance;
  const root = (Math.sqrt(orifice ** 2 + 4 * admittance * source) - orifice) / (2 * admittance);
  return root ** 2;
}

/** Where a step of time brings the gas: the node's pressure, the gas's volume, the water flowing in. */
export interface GasStep {
  readonly pa: number;
  readonly volumeM3: number;
  readonly inflow: number;
}

/** The gas of a cushion while the pressure changes: p V^n stays, and below the precharge the piston rests on its stop. */
export class MovingGas {
  readonly #n: number;
  readonly #wholeM3: number;
  /** Absolute pressure and volume from which the gas is followed. */
  readonly #fromPa: number;
  readonly #fromM3: number;
  /** Gauge pressure below which the piston rests, Pa. */
  readonly #restsBelowPa: number;
  #volumeM3: number;
  /** Water flowing in, m3/s. */
  #inflow = 0;
  /** Gauge pressure after the last step, Pa: where the next search begins. */
  #lastPa: number;

  /** `startPa`: gauge pressure the gas has come to rest at. */
  constructor({ volumeIn3, prechargePsi, polytropicN }: GasCushion, startPa: number) {
    const prechargePa = prechargePsi * PA_PER_PSI;
    this.#n = polytropicN;
    this.#wholeM3 = volumeIn3 * M3_PER_IN3;
    const isSqueezed = startPa > prechargePa;
    this.#fromPa = (isSqueezed ? startPa : prechargePa) + ATMOSPHERE_PA;
    // At rest the gas has the warmth of the water: pressure times volume stays.
    this.#fromM3 = isSqueezed
      ? (this.#wholeM3 * (prechargePa + ATMOSPHERE_PA)) / this.#fromPa
      : this.#wholeM3;
    this.#restsBelowPa = this.#fromPa * (this.#fromM3 / this.#wholeM3) ** this.#n - ATMOSPHERE_PA;
    this.#volumeM3 = this.#fromM3;
    this.#lastPa = startPa;
  }

  /** The piston lies on its stop. */
  get isResting(): boolean {
    return this.#volumeM3 >= this.#wholeM3;
  }

  get inflow(): number {
    return this.#inflow;
  }

  #volumeAt(pa: number): number {
    return this.#fromM3 * (this.#fromPa / (pa + ATMOSPHERE_PA)) ** (1 / this.#n);
  }

  /** Returns where a step of time, s, would bring the gas at a node. Trapezoidal in time; Newton's method within a bracket. */
  after(node: Node, seconds: number): GasStep {
    const { source, admittance, orifice } = node;
    const had = (2 * this.#volumeM3) / seconds - this.#inflow;
    const resting = nodePressure({ ...node, source: source - had + (2 * this.#wholeM3) / seconds });
    if (resting <= this.#restsBelowPa) return { pa: resting, volumeM3: this.#wholeM3, inflow: 0 };
    let pa = Math.max(this.#restsBelowPa, this.#lastPa);
    let [low, high] = [this.#restsBelowPa, Number.POSITIVE_INFINITY];
    for (let turn = 0; turn < MOST_TURNS; turn += 1) {
      const volume = this.#volumeAt(pa);
      const root = Math.sqrt(Math.max(0, pa));
      const excess = source - admittance * pa - orifice * root - had + (2 * volume) / seconds;
      const slope =
        -admittance -
        (root > 0 ? orifice / (2 * root) : 0) -
        (2 * volume) / (seconds * this.#n * (pa + ATMOSPHERE_PA));
      if (excess > 0) low = pa;
      else high = pa;
      const newton = pa - excess / slope;
      // Where the valve stops leaking the slope has a jump: there the bracket is halved.
      const next =
        newton >= low && newton <= high ? newton : high < Number.POSITIVE_INFINITY ? (low + high) / 2 : low;
      const isClose = Math.abs(next - pa) < CLOSE_PA;
      pa = next;
      if (isClose) break;
    }
    const volumeM3 = this.#volumeAt(pa);
    return { pa, volumeM3, inflow: had - (2 * volumeM3) / seconds };
  }

  /** Takes a step, and returns the node's new pressure, Pa. */
  take({ pa, volumeM3, inflow }: GasStep): number {
    this.#lastPa = pa;
    this.#volumeM3 = volumeM3;
    this.#inflow = inflow;
    return pa;
  }
}

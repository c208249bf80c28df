/** Steady flow through a branch: a row of reaches from the supply, then the fixture's inlet as an emitter. */
import { rootBetween } from "../numerics/index.ts";
import {
  elevationPsi,
  flowInReach,
  lossPsi,
  type Reach,
  type ReachFlow,
  type Transition,
} from "./friction.ts";

/** A figure known to lie within a range. */
export interface Estimate {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

/** Returns a figure that somebody knows as an estimate. */
export const exactly = (value: number): Estimate => ({ low: value, likely: value, high: value });

/** Minor loss of a kind of element, on the velocity in its own bore: data/losses.csv. */
export interface KindLoss {
  readonly kind: string;
  readonly k: Estimate;
  readonly note: string | null;
}

/** How rough the inside of a material is, mm: data/roughness.csv. */
export interface MaterialRoughness {
  readonly material: string;
  readonly mm: Estimate;
  readonly note: string | null;
}

export interface BranchElement {
  readonly lengthFt: number;
  readonly boreIn: number;
  readonly roughnessMm: Estimate;
  /** Sum of minor-loss coefficients on the velocity in the element's own bore. */
  readonly k: Estimate;
}

export interface Branch {
  readonly waterTempF: number;
  /** Gauge pressure with nothing running where the branch begins: the whole head. */
  readonly supplyPsi: number;
  /** Height of the inlet above the supply; below 0 where the inlet is lower. */
  readonly elevationFt: number;
  /** From the supply to the inlet. */
  readonly elements: readonly BranchElement[];
  /** Flow of the fixture's inlet at one psi: flow = emitter x sqrt(residual). */
  readonly emitterGpmPerSqrtPsi: number;
}

export interface BranchFlow {
  readonly flowGpm: number;
  /** Pressure left at the inlet while the branch flows. */
  readonly residualPsi: number;
  /** In the order of the branch. */
  readonly elements: readonly ReachFlow[];
  /** Place of the element that takes the most pressure; null: none takes any. */
  readonly costliest: number | null;
  /** Flow when everything uncertain is as bad, and as good, as it may be. */
  readonly rangeGpm: { readonly low: number; readonly high: number };
  /** Why nothing flows; null: water flows. */
  readonly reason: "supply-below-inlet" | null;
}

const reachOf = (element: BranchElement, side: keyof Estimate): Reach => ({
  lengthFt: element.lengthFt,
  boreIn: element.boreIn,
  roughnessMm: element.roughnessMm[side],
  k: element.k[side],
});

/** Flow at which losses and the emitter use up the head, gpm. */
function flowUsingUp(
  headPsi: number,
  reaches: readonly Reach[],
  { waterTempF, emitterGpmPerSqrtPsi }: Branch,
  transition: Transition,
): number {
  // Without losses the emitter alone would let this much through.
  const mostGpm = emitterGpmPerSqrtPsi * Math.sqrt(headPsi);
  return rootBetween(
    (flowGpm) =>
      lossPsi(reaches, flowGpm, waterTempF, transition) + (flowGpm / emitterGpmPerSqrtPsi) ** 2 - headPsi,
    0,
    mostGpm,
  );
}

/**
 * Returns the steady flow of a branch, what is left at the inlet, and what each element takes. Where the supply does not
 * reach the height of the inlet the flow is zero, with the reason.
 * Units: psi gauge, feet, inches, millimetres, F, gallons a minute. Errors: RangeError for a bore, an emitter or a
 * temperature out of range. Source: energy along the branch, elevation charged once; Darcy and Weisbach.
 */
export function steadyFlow(branch: Branch): BranchFlow {
  const { waterTempF, supplyPsi, elevationFt, elements, emitterGpmPerSqrtPsi } = branch;
  if (!(emitterGpmPerSqrtPsi > 0))
    throw new RangeError(`emitterGpmPerSqrtPsi must be above 0, got ${emitterGpmPerSqrtPsi}`);
  const headPsi = supplyPsi - elevationPsi(elevationFt, waterTempF);
  const reachesOf = (side: keyof Estimate) => elements.map((element) => reachOf(element, side));
  const likely = reachesOf("likely");
  const hasHead = headPsi > 0;
  const flowWith = (side: keyof Estimate, transition: Transition) =>
    hasHead ? flowUsingUp(headPsi, reachesOf(side), branch, transition) : 0;
  const flowGpm = flowWith("likely", "between");
  const flows = likely.map((reach) => flowInReach(reach, flowGpm, waterTempF));
  const most = Math.max(0, ...flows.map(({ lossPsi }) => lossPsi));
  return {
    flowGpm,
    residualPsi: (flowGpm / emitterGpmPerSqrtPsi) ** 2,
    elements: flows,
    costliest: most > 0 ? flows.findIndex(({ lossPsi }) => lossPsi === most) : null,
    rangeGpm: { low: flowWith("high", "turbulent"), high: flowWith("low", "laminar") },
    reason: hasHead ? null : "supply-below-inlet",
  };
}

/** More than any branch of a house carries, gpm: above this a branch is said not to limit the flow. */
const UNLIMITED_GPM = 100;

/**
 * Returns the flow at which reaches in a row use up a head, gpm; null where they do not limit the flow of a house. Zero when
 * there is no head. Units and errors as flowInReach; head in psi.
 */
export function flowAtLoss(reaches: readonly Reach[], headPsi: number, temperatureF: number): number | null {
  if (headPsi <= 0) return 0;
  if (lossPsi(reaches, UNLIMITED_GPM, temperatureF) <= headPsi) return null;
  return rootBetween((flowGpm) => lossPsi(reaches, flowGpm, temperatureF) - headPsi, 0, UNLIMITED_GPM);
}

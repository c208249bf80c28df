/** Pressure along a branch while water flows, and what follows from its volume. */
import { IN_PER_FT, M3_PER_IN3, M3_PER_US_GAL } from "../constants/index.ts";
import { rootBetween } from "../numerics/index.ts";
import {
  type BranchElement,
  type Estimate,
  elevationPsi,
  flowAtLoss,
  flowInReach,
  lossPsi,
  type Reach,
} from "../water/index.ts";
import type { Branch, BranchStretch } from "./branch.ts";
import { likelyReach } from "./hammer-branch.ts";

const reachAt = ({ lengthFt, boreIn, roughnessMm, k }: BranchElement, side: keyof Estimate): Reach => ({
  lengthFt,
  boreIn,
  roughnessMm: roughnessMm[side],
  k: k[side],
});

export interface StretchLoss {
  readonly stretch: BranchStretch;
  /** What it takes, and the least and most that its K and roughness leave open. */
  readonly lossPsi: Estimate;
  readonly velocityFtS: number;
  /** Pressure behind it. */
  readonly leftPsi: number;
}

export interface Profile {
  readonly losses: readonly StretchLoss[];
  /** Left at the inlet. */
  readonly residualPsi: Estimate;
  /** Flow at which only the least pressure is left; null: nothing here limits it. */
  readonly mostGpm: number | null;
}

/** Returns the stretches that the flow is charged with: the pipe before only where somebody has described it. */
export function chargedStretches({ before, isBeforeAssumed, stretches }: Branch): readonly BranchStretch[] {
  return isBeforeAssumed ? stretches : [before, ...stretches];
}

/**
 * Returns the pressure along a branch at a steady flow. Units: gallons a minute, psi. Errors: as flowInReach.
 * Source: Darcy and Weisbach; the rise is charged once, before the first stretch.
 */
export function profileOf(branch: Branch, flowGpm: number, leastPsi: number): Profile {
  const { waterTempF } = branch;
  const charged = chargedStretches(branch);
  const headPsi = branch.staticPsi - elevationPsi(branch.elevationFt, waterTempF);
  let leftPsi = headPsi;
  const losses = charged.map((stretch): StretchLoss => {
    const at = (side: keyof Estimate) => flowInReach(reachAt(stretch, side), flowGpm, waterTempF);
    const likely = at("likely");
    leftPsi -= likely.lossPsi;
    return {
      stretch,
      lossPsi: { low: at("low").lossPsi, likely: likely.lossPsi, high: at("high").lossPsi },
      velocityFtS: likely.velocityFtS,
      leftPsi,
    };
  });
  const residual = (side: keyof Estimate) =>
    headPsi - losses.reduce((sum, each) => sum + each.lossPsi[side], 0);
  return {
    losses,
    residualPsi: { low: residual("high"), likely: residual("likely"), high: residual("low") },
    mostGpm: flowAtLoss(charged.map(likelyReach), headPsi - leastPsi, waterTempF),
  };
}

/** Returns the water in stretches, gallons. */
export function volumeGal(stretches: readonly Pick<BranchElement, "lengthFt" | "boreIn">[]): number {
  const cubicInches = stretches.reduce(
    (sum, { lengthFt, boreIn }) => sum + (Math.PI / 4) * boreIn ** 2 * lengthFt * IN_PER_FT,
    0,
  );
  return (cubicInches * M3_PER_IN3) / M3_PER_US_GAL;
}

/** Times the water of a line that are run through it before it counts as purged. */
export const PURGE_TIMES = { low: 3, high: 5 } as const;

/**
 * Returns the flow that a branch gives an inlet with so wide an opening: flow = emitter x sqrt(pressure). psi, gpm.
 * Errors: RangeError where the opening is not above 0.
 */
export function flowIntoEmitter(branch: Branch, staticPsi: number, emitterGpmPerSqrtPsi: number): number {
  if (!(emitterGpmPerSqrtPsi > 0)) throw new RangeError("an opening lets something through");
  if (staticPsi <= 0) return 0;
  const reaches = chargedStretches(branch).map(likelyReach);
  return rootBetween(
    (gpm) => lossPsi(reaches, gpm, branch.waterTempF) + (gpm / emitterGpmPerSqrtPsi) ** 2 - staticPsi,
    0,
    emitterGpmPerSqrtPsi * Math.sqrt(staticPsi),
  );
}

/** The bang of a branch when its valve closes: what is known only roughly is computed at its mildest, likely and harshest. */
import { type IncrementalTask, subRange } from "../numerics/index.ts";
import { type Estimate, lossPsi } from "../water/index.ts";
import type { GasCushion } from "./cushion.ts";
import { type Transient, transient } from "./transient.ts";
import type { CheckPlace, CushionPlace, TransientSetup } from "./transient-setup.ts";

/** One pipe of the branch as it is described. */
export interface HammerPipe {
  readonly lengthFt: number;
  readonly boreIn: number;
  readonly waveSpeedFtS: Estimate;
  readonly roughnessMm: number;
  /** Minor losses of its fittings, on the velocity in its bore. */
  readonly k: number;
}

export interface HammerBranch {
  /** With nothing running, at the height of the valve. */
  readonly staticPsi: number;
  readonly flowGpm: number;
  readonly waterTempF: number;
  /** One or two, from the supply to the valve. */
  readonly pipes: readonly HammerPipe[];
  readonly closureMs: Estimate;
  readonly cushion: (GasCushion & { readonly place: CushionPlace }) | null;
  readonly check: CheckPlace | null;
}

type Corner = "mild" | "likely" | "harsh";

/** A wave runs faster and the valve shuts sooner at the harsh corner. */
const CORNERS: Readonly<
  Record<Corner, { readonly speed: keyof Estimate; readonly closure: keyof Estimate }>
> = {
  mild: { speed: "low", closure: "high" },
  likely: { speed: "likely", closure: "likely" },
  harsh: { speed: "high", closure: "low" },
};

/** Returns the pressure left at the valve while water flows, psi; 0 and less: that flow cannot be had. Errors as lossPsi. */
export function flowingPsi({ staticPsi, flowGpm, waterTempF, pipes }: HammerBranch): number {
  return staticPsi - lossPsi(pipes, flowGpm, waterTempF);
}

/** Returns what the transient is computed for at one corner of what is known. Errors as lossPsi. */
export function setupAt(branch: HammerBranch, corner: Corner): TransientSetup {
  const { staticPsi, flowGpm, waterTempF, pipes, closureMs, cushion, check } = branch;
  const { speed, closure } = CORNERS[corner];
  return {
    supplyPsi: staticPsi,
    flowGpm,
    waterTempF,
    pipes: pipes.map((pipe) => ({
      lengthFt: pipe.lengthFt,
      boreIn: pipe.boreIn,
      waveSpeedFtS: pipe.waveSpeedFtS[speed],
      lossPsi: lossPsi([pipe], flowGpm, waterTempF),
    })),
    closureMs: closureMs[closure],
    cushion,
    check,
  };
}

/** Computes the bang at one corner of what is known. Errors: RangeError where nothing is left at the valve, and as transient. */
export function hammerAt(branch: HammerBranch, corner: Corner = "likely"): IncrementalTask<Transient> {
  return transient(setupAt(branch, corner));
}

export interface Hammer extends Transient {
  /** Highest pressure anywhere on the branch between the mildest and the harshest of what is not known. */
  readonly highestRangePsi: Estimate;
  /** Traces at the mildest and the harshest. */
  readonly mildTrace: Transient["trace"];
  readonly harshTrace: Transient["trace"];
  /** The column parts at the likely corner, only at the harsh one, or at none. */
  readonly parting: "likely" | "possible" | "none";
}

/** Computes the bang with its range. Yields the share done. Units and errors as hammerAt. */
export function* hammer(branch: HammerBranch): IncrementalTask<Hammer> {
  const likely = yield* subRange(hammerAt(branch, "likely"), 0, 1 / 3);
  const mild = yield* subRange(hammerAt(branch, "mild"), 1 / 3, 2 / 3);
  const harsh = yield* subRange(hammerAt(branch, "harsh"), 2 / 3, 1);
  const highest = [mild, likely, harsh].map(({ highestPsi }) => highestPsi);
  const parts = (one: Transient) => one.partsAtMs !== null;
  return {
    ...likely,
    highestRangePsi: {
      low: Math.min(...highest),
      likely: likely.highestPsi,
      high: Math.max(...highest),
    },
    mildTrace: mild.trace,
    harshTrace: harsh.trace,
    parting: parts(likely) ? "likely" : parts(harsh) || parts(mild) ? "possible" : "none",
  };
}

/** Highest surge that arrestors are made to hold a line below, psi: the usual figure of their standard. */
export const USUAL_SURGE_LIMIT_PSI = 150;

/** What the bang means against the weakest part: rated for a steady pressure, which a surge is measured by for want of better. */
export type HammerVerdict = "column-parts" | "above-rating" | "may-exceed" | "within-rating";

/**
 * Returns the verdict on a bang. `ratedPsi`: of the weakest part of the branch. On a cushion the first swing counts: what the
 * rebound does against the piston's stop is softened by its seal, which nobody states.
 */
export function hammerVerdict(
  { highestRangePsi, parting }: Pick<Hammer, "highestRangePsi" | "parting">,
  ratedPsi: number,
  hasCushion: boolean,
): HammerVerdict {
  if (highestRangePsi.likely > ratedPsi) return "above-rating";
  if (parting === "likely" && !hasCushion) return "column-parts";
  if (highestRangePsi.high > ratedPsi || (parting === "possible" && !hasCushion)) return "may-exceed";
  return "within-rating";
}

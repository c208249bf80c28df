/** A branch as its hammer is computed. */
import {
  type ArrestorSize,
  arrestorOf,
  type HammerBranch,
  type HammerPipe,
  type MaterialWave,
  waveSpeedRange,
} from "../hammer/index.ts";
import { type BranchElement, type Estimate, elevationPsi, lossPsi, type Reach } from "../water/index.ts";
import type { Branch, BranchStretch } from "./branch.ts";

/** Tables that tell how a wave runs and what an arrestor holds. */
export interface WaveTables {
  readonly waveSpeeds: readonly MaterialWave[];
  readonly arrestorSizes: readonly ArrestorSize[];
}

/** Returns an element of a branch as a reach, with its likeliest figures. */
export const likelyReach = ({ lengthFt, boreIn, roughnessMm, k }: BranchElement): Reach => ({
  lengthFt,
  boreIn,
  roughnessMm: roughnessMm.likely,
  k: k.likely,
});

/** Returns how fast a wave runs in a stretch, ft/s; a material nobody lists is taken as copper. Errors: RangeError without copper. */
export function waveOf(
  tables: WaveTables,
  { material, boreIn, wallIn }: BranchStretch,
  waterTempF: number,
): Estimate {
  const row =
    tables.waveSpeeds.find((each) => each.material === material) ??
    tables.waveSpeeds.find((each) => each.material === "copper");
  if (row === undefined) throw new RangeError("no wave speed of copper in the tables");
  return waveSpeedRange(row, { boreIn, wallIn }, waterTempF);
}

/** Length over the way below which a branch is one pipe with fittings, ft. */
const LEAST_LENGTH_FT = 0.25;

/**
 * The parts in a row as one pipe: as long as they are together, with the mass and the travel time of the row, and a K that
 * makes it lose what they lose at this flow.
 */
function mergedPipe(
  tables: WaveTables,
  { stretches, waterTempF }: Branch,
  flowGpm: number,
): HammerPipe | null {
  const lengthFt = stretches.reduce((sum, each) => sum + each.lengthFt, 0);
  const longest = [...stretches].sort((a, b) => b.lengthFt - a.lengthFt)[0];
  if (longest === undefined || lengthFt < LEAST_LENGTH_FT) return null;
  const boreIn = Math.sqrt(
    lengthFt / stretches.reduce((sum, each) => sum + each.lengthFt / each.boreIn ** 2, 0),
  );
  const waves = stretches.map((each) => ({
    lengthFt: each.lengthFt,
    wave: waveOf(tables, each, waterTempF),
  }));
  const speed = (side: keyof Estimate) =>
    lengthFt / waves.reduce((sum, each) => sum + each.lengthFt / each.wave[side], 0);
  const pipe = { lengthFt, boreIn, roughnessMm: longest.roughnessMm.likely };
  const loss = lossPsi(stretches.map(likelyReach), flowGpm, waterTempF);
  const friction = lossPsi([{ ...pipe, k: 0 }], flowGpm, waterTempF);
  const perK = lossPsi([{ ...pipe, lengthFt: 0, k: 1 }], flowGpm, waterTempF);
  return {
    ...pipe,
    k: perK > 0 ? Math.max(0, loss - friction) / perK : 0,
    waveSpeedFtS: { low: speed("low"), likely: speed("likely"), high: speed("high") },
  };
}

/**
 * Returns a planned branch as the hammer is computed on it: the pipe before, then the parts as one pipe. `withDevice` false
 * leaves the plan's arrestor out.
 */
export function hammerBranchOf(
  tables: WaveTables,
  branch: Branch,
  { flowGpm, closureMs }: { readonly flowGpm: number; readonly closureMs: Estimate },
  withDevice: boolean,
): HammerBranch {
  const { before, waterTempF, arrestorAt, hasCheck } = branch;
  const line = mergedPipe(tables, branch, flowGpm);
  const [smallest] = tables.arrestorSizes;
  return {
    staticPsi: branch.staticPsi - elevationPsi(branch.elevationFt, waterTempF),
    flowGpm,
    waterTempF,
    pipes: [
      { ...likelyReach(before), waveSpeedFtS: waveOf(tables, before, waterTempF) },
      ...(line === null ? [] : [line]),
    ],
    closureMs,
    cushion:
      withDevice && arrestorAt !== null && smallest !== undefined
        ? arrestorOf(smallest, line === null ? "valve" : arrestorAt)
        : null,
    check: hasCheck && line !== null ? "junction" : null,
  };
}

export {
  type ArrestorSize,
  arrestorOf,
  type Cure,
  type CureKind,
  type CureQuestion,
  type Cures,
  cures,
  sizeForUnits,
} from "./cures.ts";
export { airChamber, type GasCushion, shareAt, USUAL_POLYTROPIC } from "./cushion.ts";
export {
  flowingPsi,
  type Hammer,
  type HammerBranch,
  type HammerPipe,
  type HammerVerdict,
  hammer,
  hammerAt,
  hammerVerdict,
  setupAt,
  USUAL_SURGE_LIMIT_PSI,
} from "./hammer.ts";
export { type TracePoint, type Transient, transient } from "./transient.ts";
export type { CheckPlace, CushionPlace, TransientSetup } from "./transient-setup.ts";
export { boilingPsi, type MaterialWave, type PipeSize, waveSpeedRange } from "./wave-speed.ts";

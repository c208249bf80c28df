export {
  type ArrestorSize,
  arrestorOf,
  type CureKind,
  type CureQuestion,
  type Cures,
  cures,
} from "./cures.ts";
export { CHAMBER_IN, chamberOf, shareAt } from "./cushion.ts";
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
export { type Transient, transient } from "./transient.ts";
export type { TransientSetup } from "./transient-setup.ts";
export { boilingPsi, type MaterialWave, type PipeSize, waveSpeedRange } from "./wave-speed.ts";

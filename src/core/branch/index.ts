export {
  type Branch,
  type BranchStretch,
  estimateOf,
  type LossTables,
  pipeBefore,
  UPSTREAM_MATERIALS,
  type UpstreamMaterial,
  type UpstreamPipe,
  weakestRating,
} from "./branch.ts";
export { hammerBranchOf, likelyReach, type WaveTables, waveOf } from "./hammer-branch.ts";
export {
  flowIntoEmitter,
  type Profile,
  PURGE_TIMES,
  profileOf,
  type StretchLoss,
  volumeGal,
} from "./profile.ts";

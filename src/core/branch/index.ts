export {
  type Branch,
  type BranchStretch,
  estimateOf,
  type LossTables,
  pipeBefore,
  UPSTREAM_MATERIALS,
  type UpstreamPipe,
  weakestRating,
} from "./branch.ts";
export { hammerBranchOf, likelyReach, type WaveTables, waveOf } from "./hammer-branch.ts";
export {
  flowIntoEmitter,
  type Profile,
  PURGE_TIMES,
  profileOf,
  volumeGal,
} from "./profile.ts";

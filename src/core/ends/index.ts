export { type Bind, type BindClass, bindOf, type Corners } from "./bind.ts";
export { type End, type EndCode, type EndTable, endTable, isFactoryHose } from "./end.ts";
export { limitsOf, TAPER, type ThreadLimits } from "./limits.ts";
export {
  isTapered,
  RARITIES,
  type Range,
  type Rarity,
  THREAD_SYSTEMS,
  type Thread,
  type ThreadSystem,
  type ThreadTable,
  threadOf,
  threadsPerInch,
  threadTable,
} from "./thread.ts";

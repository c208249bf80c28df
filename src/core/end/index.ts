export { type Bind, bindOf } from "./bind.ts";
export {
  CONFIDENCES,
  type End,
  type EndCode,
  type EndTable,
  endTable,
  isFactoryHose,
  isPlasticNut,
  isTankNut,
  matingEnd,
} from "./end.ts";
export { limitsOf } from "./limits.ts";
export { type EndWords, isOfPattern, searchEnds, tradeWordsOf } from "./search.ts";
export {
  isTapered,
  RARITIES,
  type Range,
  THREAD_SYSTEMS,
  type Thread,
  type ThreadTable,
  threadOf,
  threadTable,
} from "./thread.ts";

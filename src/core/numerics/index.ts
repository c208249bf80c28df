export { cholesky, solveCholesky } from "./cholesky.ts";
export { factorSmall, factorSquare } from "./dense-solve.ts";
export { chiSquareQuantile } from "./gamma.ts";
export {
  type IncrementalTask,
  runCooperatively,
  runToEnd,
  subRange,
} from "./incremental-task.ts";
export { halton, normalCdf, normalQuantile } from "./normal.ts";
export { rootBetween } from "./root.ts";
export { BlockTridiagonal } from "./tridiagonal.ts";
export { at } from "./typed-array.ts";

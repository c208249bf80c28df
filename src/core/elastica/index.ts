export type { ChainState, Clamp, HalfSpace } from "./chain-state.ts";
export { type Method, type ScaledCurve, solveScaled } from "./solve.ts";

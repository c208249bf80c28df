/** How far a weeping joint may still be turned. */

import type { JointState } from "./connection-state.ts";

/** A weeping joint is turned further at most this often; then it is opened and re-made (docs/data-sources.md, "Trade practice": twice). */
export const MOST_SNUGS = 2;

/** One snug, turns: an eighth (docs/data-sources.md, "Trade practice"). */
export const SNUG_TURNS = 1 / 8;

/** Returns how far a joint may have been turned already, past hand-tight: as counted, else as far as its rule allows, and every snug since. */
export function turnedAtMost({ turns, joint, snugs }: JointState): number {
  return turns ?? (joint.turns?.max ?? 0) + snugs * SNUG_TURNS;
}

/** Returns how many snugs a weeping joint has left before it comes apart: none where its kind is never snugged. */
export function snugsLeft(state: JointState): number {
  const { joint, snugs } = state;
  if (!joint.maySnug || joint.hardMaxTurns === null) return 0;
  const room = joint.hardMaxTurns - turnedAtMost(state);
  return Math.max(0, Math.min(MOST_SNUGS - snugs, Math.floor(room / SNUG_TURNS + 1e-9)));
}

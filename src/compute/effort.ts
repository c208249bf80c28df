import { type Effort, effortOf, eitherEffort } from "../core/planner/index.ts";

/** Most ways one question may look at, however fast the machine. */
const MOST_WAYS = 400_000;

/** Returns a bound on time, and one on work that does not depend on the machine. */
export function timedEffort(mostMs: number): Effort {
  const start = performance.now();
  const time: Effort = {
    used: () => (performance.now() - start) / mostMs,
    count: () => undefined,
    bound: `${mostMs / 1000} s of work`,
  };
  return eitherEffort(time, effortOf(MOST_WAYS));
}

import { type Effort, effortOf, eitherEffort } from "../core/planner/index.ts";

/** Most ways one question may look at, however fast the machine. */
const MOST_WAYS = 400_000;
/** Ways that are looked at however slow the machine is just now: an everyday job with its other ways needs some hundreds, and is never cut short. */
const LEAST_WAYS = 2000;

/** Returns a bound on time, and one on work that does not depend on the machine. */
export function timedEffort(mostMs: number, now: () => number = () => performance.now()): Effort {
  const start = now();
  let looked = 0;
  const time: Effort = {
    used: () => (looked < LEAST_WAYS ? 0 : (now() - start) / mostMs),
    count: () => {
      looked += 1;
    },
    bound: `${mostMs / 1000} s of work`,
  };
  return eitherEffort(time, effortOf(MOST_WAYS));
}

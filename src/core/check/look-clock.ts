/** How long a target had collected water since it was last wiped dry, by the visit's own clock. */

import type { Check, Target } from "./check-subject.ts";

const MS_PER_MIN = 60_000;
/** Minutes are kept to this many parts: six seconds. */
const PARTS = 10;
/** A look speaks for at least this long, minutes: somebody stood before it. */
export const LEAST_LOOK_MIN = 0.1;

/** When water came and when things were wiped, UTC. */
export interface Watched {
  /** Null: water is not in yet. */
  readonly waterInAt: string | null;
  /** All joints at once; null: nobody said. */
  readonly wipedAt: string | null;
  /** Single targets. */
  readonly wiped: ReadonlyMap<Target, string>;
}

/**
 * Returns since when a target collects water: the later of water-in and its last wiping, UTC; null before water is in.
 * Source: docs/data-sources.md, "What a look can have seen": a wiped joint collects water whether or not anybody stares at it.
 */
export function collectsSince({ waterInAt, wipedAt, wiped }: Watched, target: Target): string | null {
  if (waterInAt === null) return null;
  return [waterInAt, wipedAt, wiped.get(target) ?? null].reduce<string>(
    (latest, at) => (at !== null && Date.parse(at) > Date.parse(latest) ? at : latest),
    waterInAt,
  );
}

/** Returns the minutes a target has collected water by a moment (UTC), to a tenth; null before water is in. */
export function collectedMin(watched: Watched, target: Target, at: string): number | null {
  const since = collectsSince(watched, target);
  if (since === null) return null;
  const minutes = (Date.parse(at) - Date.parse(since)) / MS_PER_MIN;
  return Math.max(LEAST_LOOK_MIN, Math.floor(minutes * PARTS) / PARTS);
}

/** From so many minutes on a window is told in hours. */
const TOLD_IN_HOURS_MIN = 180;

/** Returns what a look speaks for in words, and whose clock says so: "15 min", "15 min as told (2 min by the clock)", "24 h". */
export function watchedInWords({ watchedMin, clockMin, isTold, isEarly }: Check): string {
  const window =
    watchedMin >= TOLD_IN_HOURS_MIN
      ? `${Math.floor(watchedMin / 60)} h`
      : `${Math.round(watchedMin * PARTS) / PARTS} min`;
  const told = !isTold
    ? ""
    : clockMin === null || clockMin >= watchedMin
      ? " as told"
      : ` as told (${clockMin} min by the clock)`;
  return `${window}${told}${isEarly ? ", early" : ""}`;
}

/** What was seen at a connection's joints, as a rate. Pure. */
import { type Check, weepingStage } from "../../core/check/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { judgeWatch, type RateRange, USUAL_FIGURES } from "../../core/watch/index.ts";

/** Rate of one weeping check: its drips when they were timed, else at least what a wet joint takes. */
export function rateOfCheck({ method, watchedMin, intervalsSec }: Check): RateRange {
  const isTimed = intervalsSec !== undefined && intervalsSec.length > 0;
  const { low, high } = judgeWatch(
    { method: isTimed ? "drips" : method, process: null, figures: USUAL_FIGURES },
    isTimed ? { windowMin: null, intervalsSec } : { windowMin: watchedMin, wet: true },
  );
  return { low: low ?? 0, high };
}

/** Rates of the joints that are wet now, added up; null: none is. */
export function leakAtJoints(connection: ConnectionState): RateRange | null {
  const wet = connection.joints
    .map(({ joint }) => String(joint.number))
    .filter((target) => weepingStage(connection, target) !== null)
    .flatMap(
      (target) => connection.checks.filter((check) => check.target === target && check.stands).at(-1) ?? [],
    );
  if (wet.length === 0) return null;
  return wet.map(rateOfCheck).reduce((sum, { low, high }) => ({
    low: sum.low + low,
    high: sum.high === null || high === null ? null : sum.high + high,
  }));
}

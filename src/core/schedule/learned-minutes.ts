/** How long steps take this shop, learned from when they were ticked. */
import type { Minutes } from "./task.ts";

/** Of an event what times are told from. */
export interface LoggedEvent {
  readonly id: string;
  readonly actor: string;
  readonly typedAt: string;
  /** The step ticked; null: the event ticked none. */
  readonly step: string | null;
  /** The event taken back; null: none. */
  readonly undoes: string | null;
}

/** One step's time as it was: from the same person's last sign of work to its tick. */
export interface TimedStep {
  /** Template's id: a joint's own number is left off. */
  readonly step: string;
  readonly minutes: number;
}

/** A tick within this of the one before tells nothing: several were ticked at a stroke. Minutes. */
const AT_A_STROKE = 0.15;
/** Longer than this is a pause, not a step. Minutes. */
const PAUSE = 90;

/**
 * Returns the times of steps in one visit, minutes: from the same actor's act before to the tick. Ticks at a stroke and
 * gaps that are pauses are left out; `waits` (minutes by template) are taken off the step that follows one.
 */
export function timedSteps(
  acts: readonly LoggedEvent[],
  waits: ReadonlyMap<string, number>,
): readonly TimedStep[] {
  const undone = new Set(acts.flatMap(({ undoes }) => undoes ?? []));
  const last = new Map<string, { readonly at: number; readonly wait: number }>();
  const live = acts.filter(({ id, undoes }) => undoes === null && !undone.has(id));
  return live.flatMap((act) => {
    const before = last.get(act.actor);
    const at = Date.parse(act.typedAt);
    const step = act.step?.replace(/-\d+$/, "") ?? null;
    last.set(act.actor, { at, wait: step === null ? 0 : (waits.get(step) ?? 0) });
    if (step === null || before === undefined) return [];
    const gap = (at - before.at) / 60_000;
    // A wait that was stood through is no work; one that other work filled takes nothing off.
    const minutes = gap > before.wait ? gap - before.wait : gap;
    return minutes < AT_A_STROKE || minutes > PAUSE ? [] : [{ step, minutes }];
  });
}

/** What the library's own estimate weighs, in ticks: a handful of real ones outweighs it. */
const PRIOR_TICKS = 5;
/** A range from quick to slow is taken for one time in ten on either side: 2.563 standard deviations of the logarithm. */
const RANGE_SD = 2.563;
/** Least spread that is believed of the logarithm: people are not clocks. */
const LEAST_SD = 0.15;

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * Returns the estimate after some ticks: logarithms of times as normal, the prior's mean and spread weighing `PRIOR_TICKS` ticks
 * (normal-inverse-gamma with its mean), the likely figure the median, quick and slow the tenth and ninetieth percentile.
 * Units: minutes. With no tick the prior comes back as it is.
 */
export function learnMinutes(prior: Minutes, seen: readonly number[]): Minutes {
  if (seen.length === 0 || !(prior.low > 0)) return prior;
  const logs = seen.map(Math.log);
  const priorMean = Math.log(prior.likely);
  const priorSd = Math.max(LEAST_SD, Math.log(prior.high / prior.low) / RANGE_SD);
  const n = logs.length;
  const centre = mean(logs);
  const middle = (PRIOR_TICKS * priorMean + n * centre) / (PRIOR_TICKS + n);
  const within = logs.reduce((sum, value) => sum + (value - centre) ** 2, 0);
  const between = ((PRIOR_TICKS * n) / (PRIOR_TICKS + n)) * (centre - priorMean) ** 2;
  const variance = (PRIOR_TICKS * priorSd ** 2 + within + between) / (PRIOR_TICKS + n);
  const half = (Math.max(LEAST_SD, Math.sqrt(variance)) * RANGE_SD) / 2;
  return { low: Math.exp(middle - half), likely: Math.exp(middle), high: Math.exp(middle + half) };
}

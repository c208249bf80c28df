/** Durations of steps as this shop's own log shows them. */

import type { Minutes } from "../../core/schedule/index.ts";
import { type LoggedEvent, learnMinutes, timedSteps } from "../../core/schedule/index.ts";
import type { StepTemplate } from "../../core/step/index.ts";
import type { Pool } from "../../db/client.ts";
import { recentLoggedEvents } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { currentLibrary } from "../step/step-library.ts";

export interface Learned {
  readonly minutes: Minutes;
  /** Ticks it was learned from. */
  readonly count: number;
}

/** Visits looked at: the latest of a season or so. */
const MOST_VISITS = 60;
/** What was learned is good for this long: a timeline need not fold the whole log again. Milliseconds. */
const GOOD_FOR_MS = 60_000;

interface CachedMinutes {
  readonly at: number;
  readonly learned: Promise<ReadonlyMap<string, Learned>>;
}

const cache = new WeakMap<Pool, CachedMinutes>();
/** Databases whose log is being read again behind an answer that is a little old. */
const refreshing = new WeakSet<Pool>();

function learn(steps: readonly StepTemplate[], logs: readonly (readonly LoggedEvent[])[]) {
  const waits = new Map(steps.map(({ id, waitMin }) => [id, waitMin]));
  const timed = logs.flatMap((acts) => timedSteps(acts, waits));
  return new Map(
    steps.flatMap(({ id, handsOnMin }): [string, Learned][] => {
      const minutes = timed.flatMap((each) => (each.step === id ? [each.minutes] : []));
      return minutes.length === 0
        ? []
        : [[id, { minutes: learnMinutes(handsOnMin, minutes), count: minutes.length }]];
    }),
  );
}

async function learnNow({
  sql,
  tables,
}: Pick<Context, "sql" | "tables">): Promise<ReadonlyMap<string, Learned>> {
  const { steps } = await currentLibrary(sql, tables);
  const byVisit = new Map<string, LoggedEvent[]>();
  for (const { eventId: id, visitId, actor, typedAt, kind, step, undoes } of await recentLoggedEvents(
    sql,
    MOST_VISITS,
  )) {
    const acts = byVisit.get(visitId) ?? [];
    byVisit.set(visitId, acts);
    acts.push({
      id,
      actor,
      typedAt: typedAt.toISOString(),
      step: kind === "step-done" ? step : null,
      undoes,
    });
  }
  return learn(steps, [...byVisit.values()]);
}

/**
 * Returns what the shop's log says of the steps of the library in force; by template. Only the first who asks waits for the log:
 * once an answer is older than a minute it is given all the same, and the log is read again behind it.
 */
export async function learnedDurations(
  context: Pick<Context, "sql" | "tables" | "now">,
): Promise<ReadonlyMap<string, Learned>> {
  const { sql, now } = context;
  const at = now().getTime();
  const cached = cache.get(sql);
  if (cached) {
    if (Math.abs(at - cached.at) >= GOOD_FOR_MS && !refreshing.has(sql)) {
      refreshing.add(sql);
      const next = learnNow(context);
      next
        .then(() => cache.set(sql, { at, learned: next }))
        // The log cannot be read now: the older answer stands, the next one who asks tries again.
        .catch(() => undefined)
        .finally(() => refreshing.delete(sql));
    }
    return cached.learned;
  }
  const learned = learnNow(context);
  cache.set(sql, { at, learned });
  // A reading that failed is not held: the next one who asks tries again.
  learned.catch(() => cache.delete(sql));
  return learned;
}

/** Learned minutes are told to a quarter: closer than any step is timed, and the scheduler proves its orders on whole quarters. */
const toQuarter = (minutes: number) => Math.max(0.25, Math.round(4 * minutes) / 4);

/** Returns the steps with learned minutes in place of the estimates. */
export function withLearned(
  steps: readonly StepTemplate[],
  learned: ReadonlyMap<string, Learned>,
): readonly StepTemplate[] {
  return steps.map((step) => {
    const minutes = learned.get(step.id)?.minutes;
    if (minutes === undefined) return step;
    const { low, likely, high } = minutes;
    return {
      ...step,
      handsOnMin: { low: toQuarter(low), likely: toQuarter(likely), high: toQuarter(high) },
    };
  });
}

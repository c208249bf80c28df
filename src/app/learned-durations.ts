/** Durations of steps as this shop's own log shows them. */

import type { Minutes } from "../core/schedule/index.ts";
import { learnMinutes, type StepTemplate, timedSteps, type VisitEvent } from "../core/visit/index.ts";
import { eventsOf, recentVisits } from "../db/visits.ts";
import type { Context } from "./context.ts";
import { eventFromRow } from "./event-rows.ts";
import { currentLibrary } from "./step-library.ts";

export interface Learned {
  readonly minutes: Minutes;
  /** Ticks it was learned from. */
  readonly count: number;
}

/** Visits looked at: the latest of a season or so. */
const MOST_VISITS = 60;
/** What was learned is good for this long: a time line need not fold the whole log again. Milliseconds. */
const GOOD_FOR_MS = 60_000;

const held = new WeakMap<object, { readonly at: number; readonly learned: ReadonlyMap<string, Learned> }>();

function learn(steps: readonly StepTemplate[], logs: readonly (readonly VisitEvent[])[]) {
  const waits = new Map(steps.map(({ id, waitMin }) => [id, waitMin]));
  const seen = logs.flatMap((events) => timedSteps(events, waits));
  return new Map(
    steps.flatMap(({ id, handsOnMin }): [string, Learned][] => {
      const minutes = seen.flatMap((each) => (each.step === id ? [each.minutes] : []));
      return minutes.length === 0
        ? []
        : [[id, { minutes: learnMinutes(handsOnMin, minutes), count: minutes.length }]];
    }),
  );
}

/** What the shop's log says of the steps of the library in force; by template. */
export async function learnedDurations({
  sql,
  tables,
  now,
}: Pick<Context, "sql" | "tables" | "now">): Promise<ReadonlyMap<string, Learned>> {
  const found = held.get(sql);
  if (found && Math.abs(now().getTime() - found.at) < GOOD_FOR_MS) return found.learned;
  const { steps } = await currentLibrary(sql, tables);
  const ids = await recentVisits(sql, MOST_VISITS);
  const byVisit = new Map<string, VisitEvent[]>();
  for (const row of await eventsOf(sql, ids)) {
    const events = byVisit.get(row.visitId) ?? [];
    byVisit.set(row.visitId, events);
    events.push(eventFromRow(row).event);
  }
  const learned = learn(steps, [...byVisit.values()]);
  held.set(sql, { at: now().getTime(), learned });
  return learned;
}

/** The steps with learned minutes in place of the estimates. */
export function withLearned(
  steps: readonly StepTemplate[],
  learned: ReadonlyMap<string, Learned>,
): readonly StepTemplate[] {
  return steps.map((step) => ({ ...step, handsOnMin: learned.get(step.id)?.minutes ?? step.handsOnMin }));
}

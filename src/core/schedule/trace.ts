/** How a visit stands after each act of its schedule: which valves are shut, where pressure can stand, what is owed. */
import type { Pressure } from "../piping/index.ts";
import { type FixtureSheet, type LeftCode, owedOf, standingOf } from "../situation/index.ts";
import type { RunStep, StepTables } from "../step/index.ts";
import { isDoneOnce, type ScheduledConnection, sheetsOf, taskIdOf } from "./jobs.ts";
import type { Schedule } from "./schedule.ts";

export interface TracedMoment {
  /** Id of the act in the schedule. */
  readonly afterStep: string;
  /** Names of valves and stops that are shut. */
  readonly shut: readonly string[];
  /** Whether pressure can stand behind each connection's own stop. */
  readonly pressure: ReadonlyMap<string, Pressure>;
  readonly owed: readonly { readonly code: LeftCode; readonly about: string }[];
}

/** Returns sheets with acts done in the order they are given, each a minute after the one before; of acts that are not among them nothing is done. */
export function doneInOrder(
  sheets: readonly FixtureSheet[],
  order: readonly string[],
): readonly FixtureSheet[] {
  const at = new Map(order.map((id, place) => [id, place]));
  return sheets.map((sheet) => ({
    ...sheet,
    steps: sheet.steps.map((step): RunStep => {
      const place = at.get(taskIdOf(sheet.id, step));
      const doneAt = place === undefined ? null : new Date(place * MS_PER_MIN).toISOString();
      return { ...step, isDone: doneAt !== null, doneAt };
    }),
  }));
}

const MS_PER_MIN = 60_000;

/** An act of a schedule, with what it does for other fixtures too: the same role at the same valve. */
interface ScheduledAct {
  readonly task: string;
  readonly twins: readonly string[];
}

/** Returns a schedule's acts in the order they end. */
export function actsInOrder(
  sheets: readonly FixtureSheet[],
  { tasks, shared }: Schedule,
): readonly ScheduledAct[] {
  const steps = new Map(sheets.flatMap(({ id, steps }) => steps.map((step) => [taskIdOf(id, step), step])));
  const left = new Set(shared);
  return tasks
    .toSorted((one, other) => one.endMin - other.endMin)
    .map(({ task }) => {
      const own = steps.get(task);
      const twins = [...left].filter((id) => {
        const other = steps.get(id);
        const isSameValve = own?.ownWords[0] === other?.ownWords[0];
        return own?.role === other?.role && (isSameValve || isDoneOnce(own?.role ?? null));
      });
      for (const twin of twins) left.delete(twin);
      return { task, twins };
    });
}

/** Returns the ids of acts in order, twins with the act they come with. */
export const idsOf = (acts: readonly ScheduledAct[]): readonly string[] =>
  acts.flatMap(({ task, twins }) => [task, ...twins]);

/** Returns how a visit stands after each act of its schedule. Errors: none. */
export function traceOf(
  connections: readonly ScheduledConnection[],
  tables: StepTables,
  schedule: Schedule,
): readonly TracedMoment[] {
  const sheets = sheetsOf(connections, tables);
  const acts = actsInOrder(sheets, schedule);
  return acts.map(({ task: afterStep }, at): TracedMoment => {
    const done = doneInOrder(sheets, idsOf(acts.slice(0, at + 1)));
    const standing = standingOf(done, tables);
    return {
      afterStep,
      shut: standing.shut(),
      pressure: standing.pressure(),
      owed: done.flatMap(({ id, steps }) => owedOf(steps).map(({ code }) => ({ code, about: id }))),
    };
  });
}

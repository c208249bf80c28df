/** A visit's connections as jobs for the scheduler: which valve each needs shut and why, and which steps may come first. */

import type { StepSubject, StepTables } from "../step/index.ts";
import { type RunStep, runSheet } from "../step/index.ts";
import type { Survey } from "../survey/index.ts";
import type { Job, Task, Zone } from "./task.ts";

/** Which valve is shut for a connection, and the reason in words. */
export interface Isolation {
  readonly zone: Zone;
  readonly because: string;
}

const OPEN_PIPE: Readonly<Record<string, string>> = {
  pipe: "the pipe is to be cut and nothing stands before it",
  stub: "the pipe stands open behind its cap",
  "dead-stop": "the stop itself is to be replaced",
  tube: "the tube stands open and nothing stands before it",
};
const FAILED_STOP: Readonly<Record<string, string>> = {
  dead: "its stop does not hold",
  seized: "its stop is seized and must not be forced",
};

/** Returns the next valve up: the heater's cold inlet for hot water, else the branch. */
export const nextValveUp = (water: Survey["water"]): Zone =>
  water === "hot"
    ? { name: "hot side, at the heater's cold inlet", kind: "hot" }
    : { name: "cold branch, next valve up", kind: "branch" };

/** The last valve of all. */
const HOUSE_MAIN: Zone = { name: "house main", kind: "house" };

/**
 * Returns where the water is shut for a connection: at its own stop while that holds or only weeps, else at the next valve up.
 * Source: the decision table of isolation; a stop that weeps a little still lets work go on with a pan under it.
 */
export function isolationOf({ supply, stop, water, label }: Survey): Isolation {
  const openPipe = supply.behindValve === "holds" ? undefined : OPEN_PIPE[supply.kind];
  const why = openPipe ?? FAILED_STOP[stop.proof];
  if (why !== undefined)
    return stop.upstream === "fails"
      ? { zone: HOUSE_MAIN, because: `${why}, and the valve before it does not close either` }
      : { zone: nextValveUp(water), because: why };
  return {
    zone: { name: `stop of ${label}`, kind: "fixture" },
    because:
      stop.proof === "weeps"
        ? "its stop weeps a little: work goes on with a pan under it, nothing is soldered"
        : stop.proof === "not-proved"
          ? "its stop is not proved yet: if it does not hold, the visit is planned again"
          : "its stop holds",
  };
}

function taskOf(connection: string, { id, joint, stage, role, handsOnMin, waitMin, effect }: RunStep): Task {
  return {
    id: `${connection}/${id}`,
    job: connection,
    handsOnMin,
    waitMin,
    effect: effect === "water-off" ? "shuts" : effect === "water-on" ? "opens" : null,
    mayComeFirst: joint?.where === "bench" || role === "bench",
    followsOpening: stage === "first-fill",
  };
}

/** What a schedule reads of a connection. */
export interface ScheduledConnection extends StepSubject {
  readonly id: string;
  readonly signed: object | null;
  readonly removed: object | null;
}

export interface VisitJob extends Job {
  readonly connection: ScheduledConnection;
  readonly isolation: Isolation;
  readonly steps: readonly RunStep[];
}

/**
 * Returns the jobs of a visit: one for each connection with a chosen plan that is not signed or removed. Steps that are done are left
 * out, so that planning again starts from where the visit stands. `zoneOf` overrides where the water is shut.
 */
export function jobsOf(
  connections: readonly ScheduledConnection[],
  tables: StepTables,
  zoneOf: (connection: ScheduledConnection) => Isolation = ({ survey }) => isolationOf(survey),
): readonly VisitJob[] {
  return connections.flatMap((connection) => {
    if (connection.plan === null || connection.signed !== null || connection.removed !== null) return [];
    const sheet = runSheet(connection, tables);
    const steps = sheet.filter(({ isDone }) => !isDone);
    const isDone = (effect: RunStep["effect"]) =>
      sheet.some((step) => step.effect === effect) &&
      sheet.every((step) => step.effect !== effect || step.isDone);
    if (steps.length === 0) return [];
    const isolation = zoneOf(connection);
    return [
      {
        id: connection.id,
        zone: isolation.zone,
        isShut: isDone("water-off") && !isDone("water-on"),
        tasks: steps.map((step) => taskOf(connection.id, step)),
        connection,
        isolation,
        steps,
      },
    ];
  });
}

/** The visit's open steps in one list: in the order of the schedule where there is one. Pure. */

import { jobIdOf, taskIdOf, type VisitSchedule } from "../../core/schedule/index.ts";
import { type RunStep, runSheet, type StepTables } from "../../core/step/index.ts";
import { type ConnectionState, fixtureOf, type VisitState } from "../../core/visit/index.ts";
import { fixtureLabel } from "../../labels/fixture-label.ts";

/** The steps of one fixture. */
export interface Sheet {
  /** Its first connection: what is done once for the fixture is written down there. */
  readonly connection: ConnectionState;
  readonly connections: readonly ConnectionState[];
  readonly label: string;
  readonly steps: readonly RunStep[];
}

export interface RunLine {
  readonly sheet: Sheet;
  /** Connection the step is of; of what is done once for the fixture, the first it is done for. */
  readonly connection: ConnectionState;
  readonly label: string;
  readonly step: RunStep;
  /** Minutes from the schedule's start; null: not placed. */
  readonly startMin: number | null;
  readonly isOff: boolean;
}

/** Sheets of all fixtures that are worked on. */
export function sheetsOf(visit: VisitState, tables: StepTables): readonly Sheet[] {
  const open = visit.connections.filter(
    ({ plan, removed, signed }) => plan !== null && removed === null && signed === null,
  );
  return open.flatMap((connection): readonly Sheet[] => {
    const connections = fixtureOf({ connections: open }, connection);
    if (connections[0] !== connection) return [];
    return [
      { connection, connections, label: fixtureLabel(connections), steps: runSheet(connections, tables) },
    ];
  });
}

/** Returns a step of a sheet as a line, with the connection it is written down at. */
export function lineOf(sheet: Sheet, step: RunStep): Omit<RunLine, "startMin" | "isOff"> {
  const connection = sheet.connections.find(({ id }) => step.connections.includes(id)) ?? sheet.connection;
  return { sheet, connection, step, label: step.connection === null ? sheet.label : connection.survey.label };
}

/**
 * Open steps in the schedule's order. What the schedule does not know (it is being planned again, or shares the shutting
 * of a valve with another fixture) stands where its own sheet has it, before the next step of its fixture.
 */
export function runLines(sheets: readonly Sheet[], planned: VisitSchedule | null): readonly RunLine[] {
  const placed = new Map((planned?.schedule.tasks ?? []).map((each) => [each.task, each]));
  const jobs = new Map((planned?.jobs ?? []).map((job) => [job.id, job]));
  const rows = sheets.flatMap((sheet, sheetAt) => {
    const jobId = jobIdOf(sheet.connections);
    const zones = jobs.get(jobId)?.zones.map(({ name }) => name) ?? [];
    const open = sheet.steps.filter(({ isDone }) => !isDone);
    let after = Number.POSITIVE_INFINITY;
    return open.toReversed().map((step, back): RunLine & { readonly key: readonly number[] } => {
      const startMin = placed.get(taskIdOf(jobId, step))?.startMin ?? null;
      if (startMin !== null) after = startMin;
      const isOff =
        startMin !== null &&
        (planned?.waterOff ?? []).some(
          (off) => zones.includes(off.zone) && startMin >= off.fromMin && startMin < off.backMin.likely,
        );
      return {
        ...lineOf(sheet, step),
        startMin,
        isOff,
        key: [startMin ?? after, sheetAt, open.length - back],
      };
    });
  });
  return rows
    .toSorted((a, b) => {
      const at = a.key.findIndex((value, index) => value !== b.key[index]);
      return at < 0 ? 0 : (a.key[at] ?? 0) < (b.key[at] ?? 0) ? -1 : 1;
    })
    .map(({ key: _, ...line }) => line);
}

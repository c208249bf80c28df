/** The visit's open steps in one list: in the order of the schedule where there is one. Pure. */

import type { VisitSchedule } from "../../core/schedule/index.ts";
import { type RunStep, runSheet, type StepTables } from "../../core/step/index.ts";
import type { ConnectionState, VisitState } from "../../core/visit/index.ts";

export interface Sheet {
  readonly connection: ConnectionState;
  readonly steps: readonly RunStep[];
}

export interface RunLine {
  readonly connection: ConnectionState;
  readonly step: RunStep;
  /** Minutes from the schedule's start; null: not placed. */
  readonly startMin: number | null;
  readonly isOff: boolean;
}

/** Sheets of all connections that are worked on. */
export function sheetsOf(visit: VisitState, tables: StepTables): readonly Sheet[] {
  return visit.connections
    .filter(({ plan, removed, signed }) => plan !== null && removed === null && signed === null)
    .map((connection) => ({ connection, steps: runSheet(connection, tables) }));
}

/**
 * Open steps in the schedule's order. What the schedule does not know (it is being planned again, or shares the shutting
 * of a valve with another connection) stands where its own sheet has it, before the next step of its connection.
 */
export function runLines(sheets: readonly Sheet[], planned: VisitSchedule | null): readonly RunLine[] {
  const placed = new Map((planned?.schedule.tasks ?? []).map((each) => [each.task, each]));
  const zones = new Map((planned?.jobs ?? []).map((job) => [job.id, job.zone.name]));
  const rows = sheets.flatMap(({ connection, steps }, sheetAt) => {
    const open = steps.filter(({ isDone }) => !isDone);
    let after = Number.POSITIVE_INFINITY;
    return open.toReversed().map((step, back): RunLine & { readonly key: readonly number[] } => {
      const startMin = placed.get(`${connection.id}/${step.id}`)?.startMin ?? null;
      if (startMin !== null) after = startMin;
      const isOff =
        startMin !== null &&
        (planned?.waterOff ?? []).some(
          (off) =>
            off.zone === zones.get(connection.id) && startMin >= off.fromMin && startMin < off.backMin.likely,
        );
      return { connection, step, startMin, isOff, key: [startMin ?? after, sheetAt, open.length - back] };
    });
  });
  return rows
    .toSorted((a, b) => {
      const at = a.key.findIndex((value, index) => value !== b.key[index]);
      return at < 0 ? 0 : (a.key[at] ?? 0) < (b.key[at] ?? 0) ? -1 : 1;
    })
    .map(({ key: _, ...line }) => line);
}

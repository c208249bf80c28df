/** The visit's open steps in one list: in the order of the schedule where there is one. Pure. */

import {
  jobIdOf,
  sheetIn,
  taskIdOf,
  type VisitSchedule,
  sheetsOf as workedOn,
} from "../../core/schedule/index.ts";
import { type FixtureSheet, heldInWords, standingOf, type WaterMap } from "../../core/situation/index.ts";
import type { RunStep, StepTables } from "../../core/step/index.ts";
import { type ConnectionState, fixtureOf, type VisitState } from "../../core/visit/index.ts";
import { fixtureLabel } from "../../labels/fixture-label.ts";

/** The steps of one fixture. */
export interface Sheet extends FixtureSheet {
  /** Its first connection: what is done once for the fixture is written down there. */
  readonly connection: ConnectionState;
  readonly connections: readonly ConnectionState[];
  readonly label: string;
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

/** Returns the sheet of a fixture as the views show one. */
function sheetOf(sheet: FixtureSheet & Pick<Sheet, "connections">): readonly Sheet[] {
  const [connection] = sheet.connections;
  return connection === undefined ? [] : [{ ...sheet, connection, label: fixtureLabel(sheet.connections) }];
}

/** Sheets of all fixtures that are worked on. */
export function sheetsOf(visit: Pick<VisitState, "connections">, tables: StepTables): readonly Sheet[] {
  return workedOn(visit.connections, tables).flatMap(sheetOf);
}

/** The sheet of the fixture that a connection is part of, with what is signed as it is. */
export function ownSheet(visit: VisitState, connection: ConnectionState, tables: StepTables): Sheet {
  const connections = fixtureOf(visit, connection).filter(
    ({ signed }) => (signed === null) === (connection.signed === null),
  );
  const sheet = sheetIn(visit.connections, connections, tables);
  return { ...sheet, connection, label: fixtureLabel(connections) };
}

/** Why a line's step may not be done yet, in words, once some steps before it are told; null: nothing holds it up. */
export type HeldOf = (line: Pick<RunLine, "sheet" | "step">, told?: ReadonlySet<RunStep>) => string | null;

const NONE: ReadonlySet<RunStep> = new Set();

/** How a visit stands, as a view asks: what holds a step up, and the water as it is drawn. */
export interface VisitStanding {
  readonly heldOf: HeldOf;
  readonly map: WaterMap;
}

/** Returns how a visit stands by the sheets of its fixtures. */
export function standingIn(sheets: readonly Sheet[], tables: Pick<StepTables, "fixtures">): VisitStanding {
  const standing = standingOf(sheets, tables);
  const heldOf: HeldOf = ({ sheet, step }, told = NONE) => {
    if (told.size === 0) return heldInWords(standing.held(sheet, step));
    const marked = sheet.steps.map((each) => (told.has(each) ? { ...each, isDone: true } : each));
    const own = { ...sheet, steps: marked };
    const others = sheets.filter(({ id }) => id !== sheet.id);
    return heldInWords(standingOf([own, ...others], tables).held(own, step));
  };
  return { heldOf, map: standing.map() };
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

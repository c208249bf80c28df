/** What the hand-over sheet says of each connection, gathered from its state. */
import { type Check, type Stage, standingCheck, type Target, targetsOf } from "../../core/check/index.ts";
import type { Tables } from "../../core/tables.ts";
import {
  type ConnectionPhase,
  type ConnectionState,
  connectionPhase,
  type VisitState,
} from "../../core/visit/index.ts";
import { detectableMlPerMin } from "../../core/watch/index.ts";

export interface CheckedCell {
  readonly check: Check | null;
  /** Reason an exception was written, when the target was not found dry. */
  readonly exception: string | null;
}

export interface CheckedRow {
  readonly target: Target;
  readonly label: string;
  /** One cell a stage; null where the stage does not look at this target. */
  readonly cells: readonly (CheckedCell | null)[];
}

export interface RecordSheet {
  readonly connection: ConnectionState;
  readonly phase: ConnectionPhase;
  readonly stages: readonly Stage[];
  readonly rows: readonly CheckedRow[];
  /** Smallest leak the least of the standing looks could have seen, mL/min at 60 psi; null before one was dry. */
  readonly couldSeeMlPerMin: number | null;
}

function rowsOf(connection: ConnectionState, stages: readonly Stage[]): readonly CheckedRow[] {
  const labelled: readonly (readonly [Target, string])[] = [
    ...connection.joints.map(({ joint }) => [String(joint.number), joint.label] as const),
    ...connection.checkpoints.map(({ letter, label }) => [letter, label] as const),
    ["connection", "everything in place"],
  ];
  return labelled.map(([target, label]) => ({
    target,
    label,
    cells: stages.map((stage) => {
      if (!targetsOf(connection, stage).includes(target)) return null;
      const exception =
        connection.exceptions.find((each) => each.target === target && each.stage === stage.code)?.reason ??
        null;
      return { check: standingCheck(connection, target, stage.code), exception };
    }),
  }));
}

function couldSee(connection: ConnectionState): number | null {
  const rates = connection.checks
    .filter((check) => check.stands && check.result === "dry" && check.stage === "static")
    .map((check) => detectableMlPerMin(check.method, check.watchedMin));
  return rates.length === 0 ? null : Math.max(...rates);
}

/** Returns one sheet for every connection that has a plan and was not removed. */
export function recordOf(state: VisitState, tables: Tables, now: string): readonly RecordSheet[] {
  return state.connections
    .filter((connection) => connection.plan !== null && connection.removed === null)
    .map((connection) => ({
      connection,
      phase: connectionPhase(connection, tables.stages, now),
      stages: tables.stages,
      rows: rowsOf(connection, tables.stages),
      couldSeeMlPerMin: couldSee(connection),
    }));
}

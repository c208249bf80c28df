/** A visit's file, read and judged as a whole: what would be added to what is here, ready to be written. */
import { z } from "zod";
import { endTable } from "../core/end/index.ts";
import type { Part } from "../core/part/index.ts";
import { withTableFigures } from "../core/planner/index.ts";
import { type VisitProjection, visitProjection } from "../core/projection/index.ts";
import type { Upkeep } from "../core/site/index.ts";
import type { StepTemplate } from "../core/step/index.ts";
import type { Tables } from "../core/tables.ts";
import {
  broughtForward,
  EVENT_SHAPE,
  firstRefused,
  firstRepeated,
  foldVisit,
  isSameEvent,
  type VisitEvent,
  type VisitSummary,
  visitSummary,
  withStepRoles,
} from "../core/visit/index.ts";
import { type FieldFault, type RequestFault, readRequest, requestFault } from "../schema/read-request.ts";
import { isStoredEvent } from "../schema/stored-event.ts";
import { visitFile } from "../schema/visit.ts";

export interface ImportQuestion {
  /** The file as it came. */
  readonly text: string;
  /** Events of the visit that are here, as JSON, in their order; null: the visit is not here. */
  readonly here: string | null;
  /** Number of the visit's last event; 0: the visit is not here. */
  readonly version: number;
  /** Steps the visit is judged by: its own where it is here, else those in force. */
  readonly steps: readonly StepTemplate[];
  /** The shop's rules of upkeep. */
  readonly upkeep: readonly Upkeep[];
  readonly mark: { readonly at: string; readonly by: string };
}

export type ImportJudged =
  | { readonly outcome: "invalid"; readonly fault: RequestFault }
  | { readonly outcome: "differs" }
  | { readonly outcome: "refused"; readonly field: FieldFault }
  | {
      readonly outcome: "judged";
      readonly visit: string;
      readonly added: number;
      /** New rows of events, as JSON arrays, in their order. */
      readonly rows: readonly string[];
      /** The added events that name a valve of the site. */
      readonly valves: readonly VisitEvent[];
      readonly summary: VisitSummary;
      readonly projection: VisitProjection;
      readonly steps: readonly StepTemplate[] | null;
      readonly bytes: number;
    };

/** Rows of events written with one statement. */
const ROWS_AT_ONCE = 500;

const namesVisit = z.looseObject({ visit: visitFile.shape.visit });

/** Returns the id of the visit a file tells of, or why the file cannot be read. Its events are left to `judgeImport`. */
export function visitInFile(text: string): { readonly visit: string } | { readonly fault: RequestFault } {
  const named = readRequest(namesVisit, text);
  if (named.ok) return { visit: named.value.visit };
  // Everything that is wrong with the file is told at once.
  const read = readRequest(visitFile, text);
  return { fault: read.ok ? named.fault : read.fault };
}

function rowsOf(
  file: z.output<typeof visitFile>,
  added: readonly VisitEvent[],
  present: { readonly count: number; readonly version: number },
  mark: ImportQuestion["mark"],
): readonly string[] {
  const rows = file.events.slice(present.count).flatMap(({ receivedAt, imported = [] }, index) => {
    const event = added[index];
    if (event === undefined) return [];
    const { id, kind, actor, typedAt, ...body } = event;
    const row = {
      event_id: id,
      visit_id: file.visit,
      seq: present.version + index + 1,
      kind,
      actor,
      typed_at: typedAt,
      received_at: receivedAt,
      shape: EVENT_SHAPE,
      body,
      imported: [...imported, mark].slice(-20),
    };
    return [row];
  });
  return Array.from({ length: Math.ceil(rows.length / ROWS_AT_ONCE) }, (_, at) =>
    JSON.stringify(rows.slice(at * ROWS_AT_ONCE, (at + 1) * ROWS_AT_ONCE)),
  );
}

/** Reads events from this server's own database. Errors: RangeError for an event this version cannot read. */
function eventsHere(json: string): readonly VisitEvent[] {
  const stored: readonly unknown[] = JSON.parse(json);
  return stored.map((each) => {
    const event = broughtForward(each);
    if (!isStoredEvent(event)) throw new RangeError("an event of this visit cannot be read by this version");
    return event;
  });
}

/** The events of a file with what decides safety in their plans looked up here: no file brings its own turns or hard stops. */
function withOwnFigures(
  events: readonly VisitEvent[],
  { ends, matings, joints, parts }: Tables,
): { readonly events: readonly VisitEvent[] } | { readonly fault: FieldFault } {
  const lookUp = { ends: endTable(ends), matings, joints, partOf: partFinder(parts) };
  const figured: VisitEvent[] = [];
  for (const [index, event] of events.entries()) {
    if (event.kind !== "plan-chosen") {
      figured.push(event);
      continue;
    }
    const answer = withTableFigures(event.plan, event.request, lookUp);
    if ("impossible" in answer)
      return { fault: { path: `events.${index}.event.plan.joints`, message: answer.impossible.message } };
    figured.push({ ...event, plan: answer.plan });
  }
  return { events: figured };
}

function partFinder(parts: readonly Part[]): (sku: string) => Part | undefined {
  const bySku = new Map(parts.map((part) => [part.sku, part]));
  return (sku) => bySku.get(sku);
}

/** Reads and judges a file against what is here. */
export function judgeImport(
  { text, here, version, steps, upkeep, mark }: ImportQuestion,
  tables: Tables,
): ImportJudged {
  const read = readRequest(visitFile, text);
  if (!read.ok) return { outcome: "invalid", fault: read.fault };
  const { value: file } = read;
  const figured = withOwnFigures(
    file.events.map(({ event }) => event),
    tables,
  );
  if ("fault" in figured) return { outcome: "refused", field: figured.fault };
  const { events: fileEvents } = figured;
  const twice = firstRepeated(fileEvents);
  if (twice >= 0)
    return {
      outcome: "invalid",
      fault: requestFault([{ path: `events.${twice}.event.id`, message: "stands twice in the file" }]),
    };
  const present = here === null ? [] : eventsHere(here);
  const isOurs = present.every((event, index) => {
    const other = fileEvents[index];
    return other === undefined || isSameEvent(event, other);
  });
  if (!isOurs) return { outcome: "differs" };
  const ownSteps = here === null ? (file.steps ?? steps) : steps;
  const added = withStepRoles(fileEvents.slice(present.length), ownSteps);
  const refused = firstRefused(present, added, { ...tables, steps: ownSteps }, { isHistory: true });
  if (refused !== null) {
    const { message, field } = refused.refusal;
    return {
      outcome: "refused",
      field: { path: `events.${present.length + refused.index}.event.${field}`, message },
    };
  }
  const told = [...present, ...added];
  const state = foldVisit(told);
  const rows = rowsOf(file, added, { count: present.length, version }, mark);
  return {
    outcome: "judged",
    visit: file.visit,
    added: added.length,
    rows,
    valves: added.filter(({ kind }) => kind === "valve-noted"),
    summary: visitSummary(state, tables.stages, mark.at),
    projection: visitProjection(file.visit, told, state, { stages: tables.stages, upkeep }),
    steps: here === null ? (file.steps ?? null) : null,
    bytes: rows.reduce((sum, chunk) => sum + chunk.length, 0),
  };
}

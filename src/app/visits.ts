/** Opening, reading and adding to visits. */
import { planHookup, type Shop } from "../core/hookup/index.ts";
import { analyseHold } from "../core/leak/index.ts";
import {
  firstRefused,
  foldVisit,
  lookBackOf,
  type VisitEvent,
  type VisitState,
  visitPhase,
} from "../core/visit/index.ts";
import type { Db } from "../db/client.ts";
import {
  eventsOf,
  findEvents,
  findVisit,
  insertEvents,
  insertVisit,
  lockVisit,
  updateVisit,
  type VisitRow,
} from "../db/visits.ts";
import type { Context } from "./context.ts";
import { eventFromRow, isSameEvent, type KeptEvent, rowFromEvent } from "./event-rows.ts";
import { notFound, Problem } from "./problem.ts";
import { currentShop, truckStock } from "./shop.ts";
import { libraryToOpenWith, withLibrary } from "./step-library.ts";

export interface Visit {
  readonly id: string;
  readonly version: number;
  readonly phase: string;
  readonly lookBackDueAt: string | null;
  readonly libraryVersion: number | null;
  readonly events: readonly KeptEvent[];
  readonly state: VisitState;
}

export interface Added {
  readonly visit: string;
  readonly version: number;
  readonly added: number;
}

type Tools = Pick<Context, "tables" | "now">;

/** Clock difference that is let pass between a phone and the server, ms: five minutes. */
const CLOCK_SLACK_MS = 5 * 60 * 1000;

/** The visit with all its events. Errors: Problem not-found. */
export async function readVisit({ sql }: Pick<Context, "sql">, id: string): Promise<Visit> {
  return sql.begin("isolation level repeatable read read only", async (tx) => {
    const row = await findVisit(tx, id);
    if (!row) throw notFound("visit");
    const events = (await eventsOf(tx, [id])).map(eventFromRow);
    return {
      id,
      version: row.version,
      phase: row.phase,
      lookBackDueAt: row.lookBackDueAt?.toISOString() ?? null,
      libraryVersion: row.libraryVersion,
      events,
      state: foldVisit(events.map(({ event }) => event)),
    };
  });
}

/** The visit's row as its events have made it. Errors: RangeError when they do not begin with visit-opened (refused before). */
export function rowOf(id: string, events: readonly VisitEvent[], { tables, now }: Tools): VisitRow {
  const state = foldVisit(events);
  if (state.site === null) throw new RangeError(`visit ${id} has no visit-opened event`);
  const at = now().toISOString();
  const due = lookBackOf(state, tables.stages, at);
  return {
    visitId: id,
    siteName: state.site.name,
    siteAddress: state.site.address,
    siteZone: state.site.zone,
    title: state.title,
    startsAt: new Date(state.startsAt),
    phase: visitPhase(state, tables.stages, at),
    lookBackDueAt: due === null ? null : new Date(due),
    version: events.length,
    libraryVersion: null,
  };
}

/** Every event through the rules of the trade, one after the other. Errors: Problem refused, naming the event and field. */
export function accept(
  before: readonly VisitEvent[],
  added: readonly VisitEvent[],
  { tables }: Pick<Tools, "tables">,
): readonly VisitEvent[] {
  const refused = firstRefused(before, added, tables);
  if (refused === null) return [...before, ...added];
  const { message, field } = refused.refusal;
  throw new Problem("refused", message, [{ path: `events.${refused.index}.${field}`, message }]);
}

/** What a plan is checked against: the shop's parts and what is on the truck. */
interface Yard {
  readonly shop: Shop;
  readonly stock: ReadonlyMap<string, number> | null;
}

async function yardOf(context: Context): Promise<Yard> {
  const [shop, stock] = await Promise.all([currentShop(context), truckStock(context)]);
  return { shop, stock };
}

/** A chosen plan must be one the planner gives for that problem now, a hold's verdict that of its readings; a time must not lie ahead. */
function checkFresh(added: readonly VisitEvent[], { shop, stock }: Yard, { now }: Tools): void {
  const latest = now().getTime() + CLOCK_SLACK_MS;
  for (const [index, event] of added.entries()) {
    if (Date.parse(event.typedAt) > latest)
      throw new Problem("refused", "That time is still to come: set the clock of this device.", [
        { path: `events.${index}.typedAt`, message: "lies in the future" },
      ]);
    if (event.kind === "hold-recorded" && analyseHold(event.hold.test).verdict !== event.hold.verdict)
      throw new Problem(
        "refused",
        "These readings do not say so: have them judged again before keeping them.",
        [{ path: `events.${index}.hold.verdict`, message: "is another by these readings" }],
      );
    if (event.kind !== "plan-chosen") continue;
    // With stock in view the planner gives plans more that are on the truck.
    const found = [null, ...(stock === null ? [] : [stock])]
      .flatMap((held) => planHookup(shop, { ...event.problem, stock: held }).plans)
      .find((plan) => plan.id === event.plan.id);
    if (!found || found.priceCents !== event.plan.priceCents)
      throw new Problem("refused", "The planner does not give this hookup (any more): plan again.", [
        { path: `events.${index}.plan`, message: "plan again" },
      ]);
  }
}

/** Events that are not there yet. Errors: Problem conflict when an id stands for something else, in this visit or another. */
export async function unseen(
  sql: Db,
  id: string,
  events: readonly VisitEvent[],
): Promise<readonly VisitEvent[]> {
  const rows = await findEvents(
    sql,
    events.map((event) => event.id),
  );
  const known = new Map(rows.map((row) => [row.eventId, row]));
  return events.filter((event, index) => {
    const row = known.get(event.id);
    if (!row) return true;
    if (row.visitId === id && isSameEvent(eventFromRow(row).event, event)) return false;
    throw new Problem("conflict", "An event with this id is there already and says something else.", [
      { path: `events.${index}.id`, message: "taken" },
    ]);
  });
}

/**
 * Adds events to a visit, exactly once each: those that are there already are passed over.
 * `version`, when given, is the number of events the writer has seen.
 * Errors: Problem not-found, stale, conflict, refused.
 */
export async function addEvents(
  context: Context,
  id: string,
  events: readonly VisitEvent[],
  version?: number,
): Promise<Added> {
  const yard = await yardOf(context);
  return context.sql.begin(async (tx) => {
    const row = await lockVisit(tx, id);
    if (!row) throw notFound("visit");
    const fresh = await unseen(tx, id, events);
    if (fresh.length === 0) return { visit: id, version: row.version, added: 0 };
    if (version !== undefined && version !== row.version)
      throw new Problem(
        "stale",
        `Somebody else has written here since (${row.version - version} more): reload and look before writing.`,
        [{ path: "version", message: `is ${row.version} now` }],
      );
    checkFresh(fresh, yard, context);
    const before = (await eventsOf(tx, [id])).map((each) => eventFromRow(each).event);
    const after = accept(before, fresh, await withLibrary(context, row.libraryVersion, tx));
    await insertEvents(
      tx,
      fresh.map((event, index) => rowFromEvent(id, before.length + index + 1, event)),
    );
    await updateVisit(tx, rowOf(id, after, context));
    return { visit: id, version: after.length, added: fresh.length };
  });
}

/**
 * Opens a visit under an id its writer made, with its first events. Sent twice, it is opened once.
 * Errors: Problem conflict, refused.
 */
export async function openVisit(context: Context, id: string, events: readonly VisitEvent[]): Promise<Added> {
  const yard = await yardOf(context);
  return context.sql.begin(async (tx) => {
    const present = await lockVisit(tx, id);
    if (present) {
      if ((await unseen(tx, id, events)).length > 0)
        throw new Problem("conflict", "A visit with this id is there already.", [
          { path: "visit", message: "taken" },
        ]);
      return { visit: id, version: present.version, added: 0 };
    }
    if ((await unseen(tx, id, events)).length < events.length)
      throw new Problem("conflict", "An event of this visit belongs to another visit.");
    checkFresh(events, yard, context);
    const libraryVersion = await libraryToOpenWith(tx, context.tables);
    const kept = accept([], events, await withLibrary(context, libraryVersion, tx));
    if (!(await insertVisit(tx, { ...rowOf(id, kept, context), libraryVersion })))
      throw new Problem("conflict", "A visit with this id is being opened: try again.");
    await insertEvents(
      tx,
      kept.map((event, index) => rowFromEvent(id, index + 1, event)),
    );
    return { visit: id, version: kept.length, added: kept.length };
  });
}

/** Tickets of visits: what runs, what is late, what is done; the day's, and page by page every one there is. */
import { LRUCache } from "lru-cache";
import {
  type TicketConnection,
  ticketPhase,
  type VisitTicket,
  visitTicket,
} from "../../core/projection/index.ts";
import { type ConnectionPhase, nextAction } from "../../core/visit/index.ts";
import type { VisitRow } from "../../db/visit.ts";
import {
  countFollowUps,
  countOpen,
  countVisits,
  finishedSince,
  type ListedVisitRow,
  listVisits,
  nearestOpen,
  type PageCursor,
  type VisitFilter,
  type VisitList,
  visitsBetween,
} from "../../db/visit-list.ts";
import { ticketSchema } from "../../schema/ticket.ts";
import type { Context } from "../context.ts";
import { dayIn, dayStart } from "./site-clock.ts";
import { foldedVisits, isUnreadable } from "./visit-cache.ts";

/** A connection of a ticket, with where it is now. */
export interface ListedConnection extends Omit<TicketConnection, "phase"> {
  readonly phase: ConnectionPhase;
  readonly next: ReturnType<typeof nextAction>;
}

interface TicketBase {
  readonly id: string;
  readonly version: number;
  readonly title: string;
  readonly site: { readonly name: string; readonly address: string; readonly zone: string };
  readonly startsAt: Date;
  readonly lookBackDueAt: Date | null;
}

export interface Ticket extends TicketBase {
  readonly connections: readonly ListedConnection[];
  readonly isTraining: boolean;
  readonly isOverdue: boolean;
}

/** A visit that cannot be read: known by its row alone. */
export interface UnreadableTicket extends TicketBase {
  readonly unreadable: string;
}

export type AnyTicket = Ticket | UnreadableTicket;

/** Returns true for a ticket whose visit could be read. */
export function isReadable(ticket: AnyTicket): ticket is Ticket {
  return "connections" in ticket;
}

/** What wants somebody first: what cannot be read, late follow-up checks, then open work, then what waits, then what is done. */
function rankOf(ticket: AnyTicket): number {
  if (!isReadable(ticket) || ticket.isOverdue) return 0;
  const phases = new Set(ticket.connections.map(({ phase }) => phase));
  if (phases.size === 0) return 1;
  if ([...phases].every((phase) => phase === "done")) return 3;
  return [...phases].every((phase) => phase === "done" || phase === "look-back") ? 2 : 1;
}

function stubOf({ visitId, version, title, startsAt, lookBackDueAt, ...row }: VisitRow): TicketBase {
  const site = { name: row.siteName, address: row.siteAddress, zone: row.siteZone };
  return { id: visitId, version, title, site, startsAt, lookBackDueAt };
}

function ticketOf(row: VisitRow, ticket: VisitTicket, at: string): Ticket {
  const connections = ticket.connections.map((connection): ListedConnection => {
    const phase = ticketPhase(connection, at);
    return { ...connection, phase, next: nextAction(phase) };
  });
  return {
    ...stubOf(row),
    connections,
    isTraining: ticket.isTraining,
    isOverdue: connections.some(({ phase }) => phase === "overdue"),
  };
}

/** Tickets checked before, held in memory at most. */
const MOST_HELD = 4000;
/** By the ticket's own text: the same visit of another database is another one. */
const checked = new LRUCache<string, VisitTicket>({ max: MOST_HELD });

/** The ticket a row keeps; null: none was made of the latest event. */
function keptTicket({ visitId, version, ticket }: ListedVisitRow): VisitTicket | null {
  if (ticket === null) return null;
  const key = `${visitId} ${version} ${ticket}`;
  const known = checked.get(key);
  if (known !== undefined) return known;
  const parsed = ticketSchema.safeParse(JSON.parse(ticket));
  if (!parsed.success) return null;
  checked.set(key, parsed.data);
  return parsed.data;
}

/** Returns a ticket for every row, in the rows' order; of a visit without a ticket of its latest event the events are read, and one that cannot be read says so. */
export async function ticketsOf(
  context: Context,
  rows: readonly ListedVisitRow[],
): Promise<readonly AnyTicket[]> {
  const at = context.now().toISOString();
  const kept = new Map(
    rows.flatMap((row) => {
      const ticket = keptTicket(row);
      return ticket === null ? [] : [[row.visitId, ticket] as const];
    }),
  );
  const folded = await foldedVisits(
    context.sql,
    rows.filter(({ visitId }) => !kept.has(visitId)),
  );
  return rows.map((row) => {
    const own = kept.get(row.visitId);
    if (own !== undefined) return ticketOf(row, own, at);
    const visit = folded.get(row.visitId);
    if (visit === undefined || isUnreadable(visit))
      return { ...stubOf(row), unreadable: visit?.unreadable ?? "its events are not there" };
    try {
      return ticketOf(row, visitTicket(visit.state, context.tables.stages), at);
    } catch (error) {
      return { ...stubOf(row), unreadable: error instanceof Error ? error.message : String(error) };
    }
  });
}

/** Returns true while a visit has work that is not signed. */
export function isOpenWork({ connections }: Pick<Ticket, "connections">): boolean {
  return connections.length === 0 || connections.some(({ phase }) => !isAfterWork(phase));
}

const isAfterWork = (phase: ConnectionPhase) =>
  phase === "done" || phase === "look-back" || phase === "overdue";

/** A visit that began so long ago and is still open is no longer the one at hand, ms. */
const AT_HAND_MS = 14 * 60 * 60 * 1000;

export interface FirstVisit {
  readonly ticket: Ticket;
  /** It has begun. */
  readonly isNow: boolean;
  /** What comes next in it; null: nothing that can be pressed. */
  readonly next: { readonly text: string; readonly label: string; readonly href: string } | null;
}

/** What is done first in a visit: a leak before a signature, a signature before what is only begun. */
const URGENT: readonly ConnectionPhase[] = ["weeping", "ready"];

function nextIn({ id, connections }: Ticket): FirstVisit["next"] {
  const open = connections.filter(({ phase, next }) => next !== null && !isAfterWork(phase));
  const urgency = ({ phase }: ListedConnection) =>
    URGENT.includes(phase) ? URGENT.indexOf(phase) : URGENT.length;
  const first = open.toSorted((a, b) => urgency(a) - urgency(b))[0];
  if (first?.next == null) return null;
  return { text: first.next.text, label: first.label, href: `/visits/${id}/${first.id}/${first.next.view}` };
}

/** Returns the visit at hand: the open one that began last, today; before that the next one to come; null: there is none. */
export function nowOrNext(tickets: readonly AnyTicket[], now: Date): FirstVisit | null {
  const open = tickets
    .filter(isReadable)
    .filter((ticket) => isOpenWork(ticket) && !ticket.isTraining)
    .toSorted((a, b) => a.startsAt.getTime() - b.startsAt.getTime());
  const at = now.getTime();
  const begun = open.findLast(
    ({ startsAt }) => startsAt.getTime() <= at && at - startsAt.getTime() < AT_HAND_MS,
  );
  const ticket = begun ?? open.find(({ startsAt }) => startsAt.getTime() > at);
  return ticket === undefined ? null : { ticket, isNow: begun !== undefined, next: nextIn(ticket) };
}

/** Finished visits stay on the day's page this long, ms: one week. */
const KEPT_MS = 7 * 24 * 60 * 60 * 1000;
/** Visits beside those of today that are on the page: the nearest; the others are a page away, and are counted. */
const MOST_BESIDE = { late: 10, coming: 10, waiting: 10, finished: 10 } as const;

export interface Day {
  /** Every visit of today, whatever became of it, then what is near. */
  readonly tickets: readonly AnyTicket[];
  /** Visits of each sort there are, on the page or not. */
  readonly counts: {
    /** Open, and begun before today. */
    readonly late: number;
    /** Open, and still to come after today. */
    readonly coming: number;
    /** Connections whose follow-up check is overdue, and those whose check is still to come. */
    readonly followUps: { readonly late: number; readonly due: number };
  };
  /** Visits of each sort that are not on the page. */
  readonly more: { readonly atWork: number; readonly waiting: number };
}

/**
 * Returns what wants somebody now: all visits of today by the clocks of `zone`, the nearest open ones before and after, the
 * follow-up checks that fall due soonest, and what was finished this week.
 */
export async function readDay(context: Context, zone: string): Promise<Day> {
  const { sql, now } = context;
  const at = now();
  const today = dayIn(at, zone);
  const [from, until] = [dayStart(today, zone), dayStart(today, zone, 1)];
  // What began last evening may still be at hand.
  const sinceAtHand = new Date(Math.min(from.getTime(), at.getTime() - AT_HAND_MS));
  const [own, before, after, waiting, finished, openBefore, openAfter, followUps] = await Promise.all([
    visitsBetween(sql, sinceAtHand, until),
    nearestOpen(sql, "before", sinceAtHand, MOST_BESIDE.late),
    nearestOpen(sql, "from", until, MOST_BESIDE.coming),
    listVisits(sql, "due", MOST_BESIDE.waiting),
    finishedSince(sql, new Date(at.getTime() - KEPT_MS), MOST_BESIDE.finished),
    countOpen(sql, "before", sinceAtHand),
    countOpen(sql, "from", until),
    countFollowUps(sql, at),
  ]);
  const rows = [
    ...new Map(
      [...own, ...before, ...after, ...waiting, ...finished].map((row) => [row.visitId, row]),
    ).values(),
  ];
  const tickets = await ticketsOf(context, rows);
  const isOfToday = ({ startsAt }: AnyTicket) => startsAt >= from && startsAt < until;
  const distance = ({ startsAt }: AnyTicket) => Math.abs(startsAt.getTime() - at.getTime());
  return {
    tickets: tickets.toSorted(
      (a, b) =>
        Number(isOfToday(b)) - Number(isOfToday(a)) ||
        (isOfToday(a)
          ? a.startsAt.getTime() - b.startsAt.getTime()
          : rankOf(a) - rankOf(b) || distance(a) - distance(b)),
    ),
    counts: { late: openBefore, coming: openAfter, followUps },
    more: {
      atWork: openBefore - before.length + (openAfter - after.length),
      waiting: waiting.length < MOST_BESIDE.waiting ? 0 : (await countVisits(sql, "due")) - waiting.length,
    },
  };
}

export interface VisitPage {
  readonly tickets: readonly AnyTicket[];
  /** Where the next page begins; null: this is the last one. */
  readonly next: string | null;
}

/** Every list, and all visits one after the other: what is open first, within each sort the newest. */
export type PagedList = VisitList | "everything";

const EVERYTHING: readonly VisitList[] = ["at-work", "waiting", "finished"];

const MARK =
  /^([a-z-]+)(?:~(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z)~([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}))?$/;

interface Place {
  readonly list: VisitList;
  readonly after: PageCursor | null;
}

/** Where a page begins; a mark that is none of ours begins at the start. */
function placeFrom(lists: readonly VisitList[], text: string | null): Place {
  const [, name, at, visitId] = MARK.exec(text ?? "") ?? [];
  const list = lists.find((each) => each === name);
  if (list === undefined) return { list: lists[0] ?? "all", after: null };
  const isPlace = at !== undefined && visitId !== undefined && !Number.isNaN(Date.parse(at));
  return { list, after: isPlace ? { at: new Date(at), visitId } : null };
}

function markOf(list: VisitList, { visitId, startsAt, lookBackDueAt }: VisitRow): string {
  const at = list === "due" ? (lookBackDueAt ?? startsAt) : startsAt;
  return `${list}~${at.toISOString()}~${visitId}`;
}

/**
 * Returns one page of a list of visits, as one view of the database. `after` is the `next` of the page before; anything else
 * begins at the start.
 */
export async function readVisitPage(
  context: Context,
  name: PagedList,
  {
    after,
    limit,
    filter,
  }: { readonly after: string | null; readonly limit: number; readonly filter?: VisitFilter },
): Promise<VisitPage> {
  const lists = name === "everything" ? EVERYTHING : [name];
  let place: Place | null = placeFrom(lists, after);
  const rows: ListedVisitRow[] = [];
  let next: string | null = null;
  while (place !== null && next === null) {
    const { list }: Place = place;
    const wanted = limit - rows.length;
    const page: readonly ListedVisitRow[] = await listVisits(
      context.sql,
      list,
      wanted + 1,
      place.after,
      filter,
    );
    rows.push(...page.slice(0, wanted));
    const last = page[wanted - 1];
    if (page.length > wanted && last) next = markOf(list, last);
    const following: VisitList | undefined = lists[lists.indexOf(list) + 1];
    place = following === undefined ? null : { list: following, after: null };
    // A full page that ends with its list goes on where the following list begins.
    if (next === null && rows.length === limit && place !== null) next = place.list;
  }
  return { tickets: await ticketsOf(context, rows), next };
}

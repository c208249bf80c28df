/** Visits folded once for each number of their events, and kept for whoever asks next. */
import { LRUCache } from "lru-cache";
import { foldVisit, type VisitState } from "../../core/visit/index.ts";
import type { Db, Pool } from "../../db/client.ts";
import { type EventRow, eventsOf, type VisitRow } from "../../db/visit.ts";
import { eventFromRow, type KeptEvent } from "./event-rows.ts";

export interface FoldedVisit {
  readonly events: readonly KeptEvent[];
  readonly state: VisitState;
}

/** Why a visit cannot be shown; the list it stands in goes on. */
export interface UnreadableVisit {
  readonly unreadable: string;
}

/** Events held in memory at most, over all visits: some 60 MB. */
const MOST_EVENTS_HELD = 60_000;

type CachedVisit = FoldedVisit | UnreadableVisit;
const caches = new WeakMap<Pool, LRUCache<string, CachedVisit>>();

function cacheOf(pool: Pool): LRUCache<string, CachedVisit> {
  const cache = caches.get(pool);
  if (cache) return cache;
  const fresh = new LRUCache<string, CachedVisit>({
    maxSize: MOST_EVENTS_HELD,
    sizeCalculation: (held) => ("events" in held ? held.events.length : 0) + 1,
  });
  caches.set(pool, fresh);
  return fresh;
}

/** Events are only ever added, so a visit's id and number of events say what the visit is. */
const keyOf = ({ visitId, version, setAside }: VisitRow) => `${visitId} ${version} ${setAside}`;

/** Returns true for a visit of which an event cannot be read. */
export function isUnreadable(visit: CachedVisit): visit is UnreadableVisit {
  return "unreadable" in visit;
}

function fold(rows: readonly EventRow[]): CachedVisit {
  try {
    const events = rows.map(eventFromRow);
    const state = foldVisit(events.map(({ event }) => event));
    if (state.site === null) return { unreadable: "the visit has no readable opening" };
    return { events, state };
  } catch (error) {
    return { unreadable: error instanceof Error ? error.message : String(error) };
  }
}

/**
 * Returns each row's visit, from memory or from its events. `pool` names the database, `sql` may be a transaction of it.
 * A visit that cannot be read is told as such and takes nothing else down.
 */
export async function foldedVisits(
  pool: Pool,
  rows: readonly VisitRow[],
  sql: Db = pool,
): Promise<ReadonlyMap<string, CachedVisit>> {
  const cache = cacheOf(pool);
  const folded = new Map<string, CachedVisit>();
  const missing: VisitRow[] = [];
  for (const row of rows) {
    const cached = cache.get(keyOf(row));
    if (cached) folded.set(row.visitId, cached);
    else missing.push(row);
  }
  const events = await eventsOf(
    sql,
    missing.map(({ visitId }) => visitId),
  );
  const byVisit = new Map<string, EventRow[]>();
  for (const event of events) {
    const own = byVisit.get(event.visitId) ?? [];
    byVisit.set(event.visitId, own);
    own.push(event);
  }
  for (const row of missing) {
    // Events added since the row was read belong to a later number.
    const own = (byVisit.get(row.visitId) ?? []).filter(({ seq }) => seq <= row.version);
    const fresh = fold(own);
    cache.set(keyOf(row), fresh);
    folded.set(row.visitId, fresh);
  }
  return folded;
}

/** Remembers what a visit has come to with the events just written, in place of what it was before. */
export function keepFolded(pool: Pool, before: VisitRow, now: VisitRow, folded: FoldedVisit): void {
  const cache = cacheOf(pool);
  cache.delete(keyOf(before));
  cache.set(keyOf(now), folded);
}

/** Returns one visit, folded. Errors: RangeError when it was not among the rows (never). */
export async function foldedVisit(pool: Pool, row: VisitRow, sql: Db = pool): Promise<CachedVisit> {
  const folded = (await foldedVisits(pool, [row], sql)).get(row.visitId);
  if (!folded) throw new RangeError(`visit ${row.visitId} was not folded`);
  return folded;
}

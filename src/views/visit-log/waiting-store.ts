/**
 * Events kept by the browser: those that wait to be sent, those the server would not take (the tray), so that a reload, a
 * closed tab or an empty battery loses none, and those sent since the page was made, so that a page shown again without a
 * network still has them. A row each in IndexedDB, written with strict durability: what is told as kept is on the disk.
 * Tabs share the store; who adds or moves rows does so under a lock.
 */
import { type DBSchema, type IDBPDatabase, type IDBPTransaction, openDB } from "idb";
import { broughtForward, type VisitEvent } from "../../core/visit/index.ts";
import { takeOldQueues } from "./old-queues.ts";

/** An event the server would not take, with its own words why. */
export interface Refused {
  readonly refused: VisitEvent;
  readonly reason: string;
}

export interface Queue {
  /** In the order they were typed. */
  readonly waiting: readonly VisitEvent[];
  readonly tray: readonly Refused[];
}

/** The browser gives no more room: nothing was kept. */
export class StoreFull extends Error {
  constructor(cause: unknown) {
    super("the browser's store is full", { cause });
    this.name = "StoreFull";
  }
}

/** What stood in a queue and could not be read; never written over. */
export interface UnreadableQueue {
  readonly name: string;
  readonly text: string;
}

interface EventRow {
  /** Counted by the store: the order of typing over all tabs. Absent: not written yet. */
  readonly n?: number;
  readonly visit: string;
  readonly id: string;
  readonly event: VisitEvent;
}

interface RefusedRow extends EventRow {
  readonly reason: string;
}

interface QueueSchema extends DBSchema {
  waiting: { key: number; value: EventRow; indexes: { visit: string; id: string } };
  tray: { key: number; value: RefusedRow; indexes: { visit: string; id: string } };
  /** Copies of what the server has. */
  sent: { key: number; value: EventRow; indexes: { visit: string; id: string } };
  unreadable: { key: string; value: UnreadableQueue };
}

const STORES = ["waiting", "tray", "sent"] as const;
const NAME = "brass-nut queue";
const STRICT = { durability: "strict" } as const;

let opened: Promise<IDBPDatabase<QueueSchema>> | undefined;

/** Runs work as the only tab that does; where the browser has no locks, transactions alone keep order. */
async function alone(work: () => Promise<void>): Promise<void> {
  const locks = globalThis.navigator?.locks;
  await (locks === undefined ? work() : locks.request(NAME, work));
}

async function openStore(): Promise<IDBPDatabase<QueueSchema>> {
  const db = await openDB<QueueSchema>(NAME, 1, {
    upgrade: (fresh) => {
      for (const name of STORES) {
        const store = fresh.createObjectStore(name, { keyPath: "n", autoIncrement: true });
        store.createIndex("visit", "visit");
        store.createIndex("id", "id");
      }
      fresh.createObjectStore("unreadable", { keyPath: "name" });
    },
    // Another version of the page opens the store, or the browser has closed it: the next use opens it again.
    blocking: (_, __, event) => {
      if (event.target instanceof IDBDatabase) event.target.close();
      opened = undefined;
    },
    terminated: () => {
      opened = undefined;
    },
  });
  await alone(() =>
    takeOldQueues(({ waiting, tray, sent, unreadable }) =>
      write(db, ["waiting", "tray", "sent", "unreadable"], async (tx) => {
        for (const row of waiting) await addOnce(tx.objectStore("waiting"), row);
        for (const row of tray) await addOnce(tx.objectStore("tray"), row);
        for (const row of sent) await addOnce(tx.objectStore("sent"), row);
        for (const each of unreadable) await tx.objectStore("unreadable").put(each);
      }),
    ),
  );
  return db;
}

type Stores = (typeof STORES)[number] | "unreadable";
type Writing<S extends Stores> = IDBPTransaction<QueueSchema, S[], "readwrite">;

/** Writes in one transaction that is on the disk when this ends, or leaves everything as it was. */
async function write<S extends Stores>(
  db: IDBPDatabase<QueueSchema>,
  stores: S[],
  work: (tx: Writing<S>) => Promise<void>,
): Promise<void> {
  const tx = db.transaction(stores, "readwrite", STRICT);
  // Told by `work` already, where it is what went wrong.
  const done = tx.done.catch((error: unknown) => error ?? null);
  try {
    await work(tx);
  } catch (error) {
    if (tx.error === null) tx.abort();
    await done;
    throw error;
  }
  const fault = await done;
  if (fault !== undefined) throw tx.error ?? fault;
}

function store(): Promise<IDBPDatabase<QueueSchema>> {
  opened ??= openStore().catch((error: unknown) => {
    opened = undefined;
    throw error;
  });
  return opened;
}

interface Adds<R extends { readonly id: string }> {
  readonly index: (name: "id") => { readonly getKey: (id: string) => Promise<number | undefined> };
  readonly add: (row: R) => Promise<number>;
}

/** Adds a row unless its event is there. */
async function addOnce<R extends { readonly id: string }>(into: Adds<R>, row: R): Promise<void> {
  if ((await into.index("id").getKey(row.id)) === undefined) await into.add(row);
}

// What this module wrote itself, and nobody else writes under these names; an earlier version of the page may have.
const eventOf = ({ event }: EventRow): VisitEvent => broughtForward(event) as VisitEvent;
const rowOf = (visit: string, event: VisitEvent): EventRow => ({ visit, id: event.id, event });

const isFull = (error: unknown) => error instanceof DOMException && error.name === "QuotaExceededError";

/** Runs a write; when the browser has no more room, what is only a copy of the server's is let go first. Errors: StoreFull. */
async function withRoom(work: (db: IDBPDatabase<QueueSchema>) => Promise<void>): Promise<void> {
  const db = await store();
  try {
    await work(db);
  } catch (error) {
    if (!isFull(error)) throw error;
    await db.clear("sent");
    try {
      await work(db);
    } catch (cause) {
      throw isFull(cause) ? new StoreFull(cause) : cause;
    }
  }
}

/** Returns what waits of a visit, and what of it lies in the tray. */
export async function loadQueue(visitId: string): Promise<Queue> {
  const db = await store();
  const [waiting, tray] = await Promise.all([
    db.getAllFromIndex("waiting", "visit", visitId),
    db.getAllFromIndex("tray", "visit", visitId),
  ]);
  return {
    waiting: waiting.map(eventOf),
    tray: tray.map((row): Refused => ({ refused: eventOf(row), reason: row.reason })),
  };
}

/** Puts events at the end of the queue, all or none; they are on the disk when this ends. Errors: StoreFull. */
export function addWaiting(visitId: string, events: readonly VisitEvent[]): Promise<void> {
  return alone(() =>
    withRoom((db) =>
      write(db, ["waiting"], async (tx) => {
        for (const event of events) await addOnce(tx.objectStore("waiting"), rowOf(visitId, event));
      }),
    ),
  );
}

/** Takes rows out, by the ids of their events. */
async function takeOut(
  from: {
    readonly index: (name: "id") => { readonly getAllKeys: (id: string) => Promise<number[]> };
    readonly delete: (key: number) => Promise<void>;
  },
  ids: Iterable<string>,
): Promise<void> {
  for (const id of ids) for (const key of await from.index("id").getAllKeys(id)) await from.delete(key);
}

/** Takes what the server has off the queue, and moves what it would not take to the tray: one write, so nothing falls between. Errors: StoreFull. */
export async function settleWaiting(
  visitId: string,
  kept: readonly VisitEvent[],
  refused: readonly Refused[],
): Promise<void> {
  const gone = [...kept, ...refused.map((each) => each.refused)].map(({ id }) => id);
  await alone(() =>
    withRoom((db) =>
      write(db, ["waiting", "tray"], async (tx) => {
        await takeOut(tx.objectStore("waiting"), gone);
        await takeOut(tx.objectStore("tray"), gone);
        for (const { refused: event, reason } of refused)
          await tx.objectStore("tray").add({ ...rowOf(visitId, event), reason });
      }),
    ),
  );
  try {
    await write(await store(), ["sent"], async (tx) => {
      for (const event of kept) await addOnce(tx.objectStore("sent"), rowOf(visitId, event));
    });
  } catch {
    // Only a copy: the server has them.
  }
}

/** Returns what waits, without what a page made since already holds: the answer to those was lost on its way. */
export async function restoreQueue(visitId: string, held: readonly VisitEvent[]): Promise<Queue> {
  const { waiting, tray } = await loadQueue(visitId);
  const known = new Set(held.map(({ id }) => id));
  const gone = [...waiting, ...tray.map(({ refused }) => refused)].flatMap(({ id }) =>
    known.has(id) ? [id] : [],
  );
  if (gone.length > 0)
    await alone(async () =>
      write(await store(), ["waiting", "tray"], async (tx) => {
        await takeOut(tx.objectStore("waiting"), gone);
        await takeOut(tx.objectStore("tray"), gone);
      }),
    );
  return {
    waiting: waiting.filter(({ id }) => !known.has(id)),
    tray: tray.filter(({ refused }) => !known.has(refused.id)),
  };
}

/** Takes events out of the tray and puts them at the end of the queue again. Errors: StoreFull. */
export async function retryFromTray(visitId: string, ids: ReadonlySet<string>): Promise<void> {
  const again = (await loadQueue(visitId)).tray.filter(({ refused }) => ids.has(refused.id));
  await alone(() =>
    withRoom((db) =>
      write(db, ["waiting", "tray"], async (tx) => {
        await takeOut(tx.objectStore("tray"), ids);
        for (const { refused } of again) await addOnce(tx.objectStore("waiting"), rowOf(visitId, refused));
      }),
    ),
  );
}

/** Throws events in the tray away: only where a person has asked for exactly that. */
export async function removeFromTray(ids: ReadonlySet<string>): Promise<void> {
  await alone(async () => write(await store(), ["tray"], (tx) => takeOut(tx.objectStore("tray"), ids)));
}

/** Returns events sent earlier that the page does not hold; those it holds are forgotten. */
export async function loadSent(visitId: string, held: readonly VisitEvent[]): Promise<readonly VisitEvent[]> {
  const known = new Set(held.map(({ id }) => id));
  const sent = (await (await store()).getAllFromIndex("sent", "visit", visitId)).map(eventOf);
  const gone = sent.flatMap(({ id }) => (known.has(id) ? [id] : []));
  if (gone.length > 0) await write(await store(), ["sent"], (tx) => takeOut(tx.objectStore("sent"), gone));
  return sent.filter(({ id }) => !known.has(id));
}

/** Returns the visits something waits for, or lies in the tray of. */
export async function visitsQueued(): Promise<readonly string[]> {
  const db = await store();
  const rows = [...(await db.getAll("waiting")), ...(await db.getAll("tray"))];
  return [...new Set(rows.map(({ visit }) => visit))];
}

/** Returns queues of an earlier version that could not be read, as they stood. */
export async function unreadableQueues(): Promise<readonly UnreadableQueue[]> {
  return (await store()).getAll("unreadable");
}

/** Closes the store, so that a test may begin with an empty one. */
export async function closeStore(): Promise<void> {
  const db = await opened;
  opened = undefined;
  db?.close();
}

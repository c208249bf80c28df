/** The browser's store of what is not sent yet: whole acts or none, in order, by several tabs, and what an earlier version left. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { IDBObjectStore } from "fake-indexeddb";
import { emptyBrowsers } from "../../../tests/support/empty-browsers.ts";
import { CONNECTION, event, idOf } from "../../../tests/support/story.ts";
import type { VisitEvent } from "../../core/visit/index.ts";
import {
  addWaiting,
  closeStore,
  loadQueue,
  loadSent,
  retryFromTray,
  StoreFull,
  settleWaiting,
  unreadableQueues,
} from "./waiting-store.ts";

emptyBrowsers();

const VISIT = "visit";
const NOTES = Array.from({ length: 8 }, (_, n) =>
  event({ kind: "connection-noted", connection: CONNECTION, text: `note ${n}` }),
);
const ids = (events: readonly VisitEvent[]) => events.map(({ id }) => id);

describe("the browser's store", () => {
  /** The browser takes so many rows more, then none. */
  function roomFor(rows: number): () => void {
    const { add } = IDBObjectStore.prototype;
    let left = rows;
    IDBObjectStore.prototype.add = function (...row: Parameters<typeof add>) {
      if (left <= 0) throw new DOMException("full", "QuotaExceededError");
      left -= 1;
      return add.apply(this, row);
    };
    return () => {
      IDBObjectStore.prototype.add = add;
    };
  }

  it("keeps all events of one act or none, and says when there is no room", async () => {
    await addWaiting(VISIT, NOTES.slice(0, 2));
    const enlarge = roomFor(3);
    try {
      await assert.rejects(addWaiting(VISIT, NOTES.slice(2)), StoreFull);
    } finally {
      enlarge();
    }
    assert.deepEqual((await loadQueue(VISIT)).waiting, NOTES.slice(0, 2));
  });

  it("lets copies of what the server has go before it says so", async () => {
    await settleWaiting("other", NOTES.slice(0, 6), []);
    assert.equal((await loadSent("other", [])).length, 6);
    const enlarge = roomFor(0);
    await assert.rejects(addWaiting(VISIT, NOTES.slice(6)), StoreFull);
    enlarge();
    assert.equal((await loadSent("other", [])).length, 0);
    await addWaiting(VISIT, NOTES.slice(6));
    assert.deepEqual((await loadQueue(VISIT)).waiting, NOTES.slice(6));
  });

  it("puts what lies in the tray at the end of the queue again", async () => {
    await addWaiting(VISIT, NOTES.slice(0, 3));
    const [bad] = NOTES;
    assert.ok(bad);
    await settleWaiting(VISIT, [], [{ refused: bad, reason: "no" }]);
    assert.deepEqual(await loadQueue(VISIT), {
      waiting: NOTES.slice(1, 3),
      tray: [{ refused: bad, reason: "no" }],
    });
    await retryFromTray(VISIT, new Set([bad.id]));
    assert.deepEqual(await loadQueue(VISIT), { waiting: [...NOTES.slice(1, 3), bad], tray: [] });
  });

  it("writes with strict durability", async () => {
    const { transaction } = IDBDatabase.prototype;
    const asked: unknown[] = [];
    IDBDatabase.prototype.transaction = function (...options: Parameters<typeof transaction>) {
      if (options[1] === "readwrite") asked.push(options[2]);
      return transaction.apply(this, options);
    };
    try {
      await addWaiting(VISIT, NOTES.slice(0, 1));
    } finally {
      IDBDatabase.prototype.transaction = transaction;
    }
    assert.deepEqual(asked, [{ durability: "strict" }]);
  });

  it("holds every event of two tabs that write together, in the order of each", async () => {
    const APPENDS = 400;
    const tab = async (name: string): Promise<typeof import("./waiting-store.ts")> =>
      import(`./waiting-store.ts?tab=${name}`);
    const tabs = await Promise.all([tab("one"), tab("two")]);
    const notes = tabs.map((_, at) =>
      Array.from({ length: APPENDS }, (__, n) =>
        event(
          { kind: "connection-noted", connection: CONNECTION, text: `tab ${at}, ${n}` },
          idOf(0x7ab0000 + at * 0x10000 + n),
        ),
      ),
    );
    await Promise.all(
      tabs.map(async (each, at) => {
        for (const note of notes[at] ?? []) await each.addWaiting(VISIT, [note]);
      }),
    );
    const { waiting } = await loadQueue(VISIT);
    assert.equal(waiting.length, 2 * APPENDS);
    for (const own of notes) {
      const mine = new Set(ids(own));
      assert.deepEqual(
        ids(waiting).filter((id) => mine.has(id)),
        ids(own),
      );
    }
    await Promise.all(tabs.map((each) => each.closeStore()));
  });

  it("takes over the queue of an earlier version once, none lost, and keeps what it cannot read as it stood", async () => {
    const [bad, ...others] = NOTES;
    assert.ok(bad);
    localStorage.setItem(
      `brass-nut waiting ${VISIT}`,
      JSON.stringify([...others, { refused: bad, reason: "no" }]),
    );
    localStorage.setItem("brass-nut waiting other", '[{"half":');
    localStorage.setItem(`brass-nut sent ${VISIT}`, JSON.stringify([bad]));
    localStorage.setItem("theme", "dark");
    assert.deepEqual(await loadQueue(VISIT), { waiting: others, tray: [{ refused: bad, reason: "no" }] });
    assert.deepEqual(await unreadableQueues(), [{ name: "other", text: '[{"half":' }]);
    assert.deepEqual(Object.keys(localStorage), ["theme"]);
    await closeStore();
    assert.equal((await loadQueue(VISIT)).waiting.length, others.length, "nor is any there twice");
  });

  it("keeps the old queue where the new store takes nothing", async () => {
    localStorage.setItem(`brass-nut waiting ${VISIT}`, JSON.stringify(NOTES));
    const enlarge = roomFor(2);
    await assert.rejects(loadQueue(VISIT));
    enlarge();
    assert.deepEqual((await loadQueue(VISIT)).waiting, NOTES);
  });
});

/** The queue against a network that loses, doubles, delays and reorders, and a server that refuses and fails: nothing is ever lost. */
import assert from "node:assert/strict";
import { afterEach, beforeEach, describe, it } from "node:test";
import "fake-indexeddb/auto";
import { IDBFactory, IDBObjectStore } from "fake-indexeddb";
import fc from "fast-check";
import { type FakeStore, fakeLocalStorage } from "../../../tests/support/local-storage.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { CONNECTION, event, idOf, startedVisit } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { firstRefused, type VisitEvent } from "../../core/visit/index.ts";
import { changeLog, emptyLog, type LogState } from "./log-state.ts";
import { FULL_PACE, type Pace, type Post, type Sent, sendRound, sentFrom } from "./send.ts";
import {
  addWaiting,
  closeStore,
  loadQueue,
  loadSent,
  restoreQueue,
  retryFromTray,
  StoreFull,
  settleWaiting,
  unreadableQueues,
} from "./waiting-store.ts";

const BEFORE = startedVisit();
const VISIT = "visit";
const NOTES = Array.from({ length: 8 }, (_, n) =>
  event({ kind: "connection-noted", connection: CONNECTION, text: `note ${n}` }),
);
const ids = (events: readonly VisitEvent[]) => events.map(({ id }) => id);

let old: FakeStore;

/** A browser without anything in it. */
async function freshBrowser(): Promise<void> {
  await closeStore();
  globalThis.indexedDB = new IDBFactory();
}

beforeEach(async () => {
  old = fakeLocalStorage();
  await freshBrowser();
});
afterEach(() => old.restore());

interface Far {
  readonly log: () => readonly VisitEvent[];
  readonly receive: (events: readonly VisitEvent[]) => Sent;
}

/** The server's side: what it knows is passed over, the rest goes through the rules, all or nothing. */
function server(
  start: readonly VisitEvent[],
  chokesOn: ReadonlySet<string> = new Set(),
  mostAtOnce = 200,
): Far {
  let log = [...start];
  return {
    log: () => log,
    receive: (events) => {
      if (events.length > mostAtOnce) return { outcome: "too-large", message: "too much at once" };
      if (events.some(({ id }) => chokesOn.has(id))) return { outcome: "failed", message: "went wrong" };
      const known = new Set(log.map(({ id }) => id));
      const fresh = events.filter(({ id }) => !known.has(id));
      const refused = firstRefused(log, fresh, tables);
      if (refused) {
        const bad = fresh[refused.index];
        const at = events.findIndex(({ id }) => id === bad?.id);
        return { outcome: "rejected", kind: "refused", message: refused.refusal.message, at };
      }
      log = [...log, ...fresh];
      return { outcome: "kept" };
    },
  };
}

type Fate = "arrives" | "request lost" | "answer lost" | "arrives twice" | "arrives late";
const fate = fc.constantFrom<Fate>("arrives", "request lost", "answer lost", "arrives twice", "arrives late");
type Move = { readonly do: "type" | "send" | "reload"; readonly fate: Fate };
const move: fc.Arbitrary<Move> = fc.record({ do: fc.constantFrom("type", "type", "send", "reload"), fate });

/** Plays moves on a browser and a server over such a network, then lets the network heal. */
async function play(far: Far, moves: readonly Move[], typed: readonly VisitEvent[]) {
  await freshBrowser();
  const late: (readonly VisitEvent[])[] = [];
  let fateNow: Fate = "arrives";
  const post: Post = async (_, events) => {
    switch (fateNow) {
      case "request lost":
        return { outcome: "unreachable" };
      case "answer lost":
        far.receive(events);
        return { outcome: "unreachable" };
      case "arrives late":
        late.push(events);
        return { outcome: "unreachable" };
      case "arrives twice":
        far.receive(events);
        return far.receive(events);
      case "arrives": {
        const answer = far.receive(events);
        // What was held up comes in now, after what was sent later.
        for (const held of late.splice(0)) far.receive(held);
        return answer;
      }
    }
  };
  let log: LogState = emptyLog(BEFORE);
  const round = async () => {
    if (log.waiting.length === 0) return;
    const went = await sendRound(VISIT, log.waiting, post, log.pace);
    await settleWaiting(VISIT, went.kept, went.refused);
    log = changeLog(log, { type: "sent", round: went });
  };
  const left = [...typed];
  for (const each of moves) {
    fateNow = each.fate;
    if (each.do === "type") {
      const next = left.shift();
      if (next === undefined) continue;
      log = changeLog(log, { type: "typed", events: [next] });
      await addWaiting(VISIT, [next]);
      log = changeLog(log, { type: "stored", events: [next] });
    } else if (each.do === "send") await round();
    else {
      // A page served afresh holds what the server has, and finds the rest in the browser's store.
      log = changeLog(emptyLog(far.log()), {
        type: "restored",
        sent: [],
        queue: await restoreQueue(VISIT, far.log()),
      });
    }
  }
  fateNow = "arrives";
  for (let k = 0; k <= 12 * typed.length && log.waiting.length > 0; k += 1) await round();
  for (const held of late.splice(0)) far.receive(held);
  assert.deepEqual(await loadQueue(VISIT), { waiting: [...log.waiting], tray: [...log.tray] });
  const tray = log.tray.map(({ refused }) => refused);
  return { log, tray, typed: typed.slice(0, typed.length - left.length) };
}

const arrived = (far: Far) => ids(far.log().slice(BEFORE.length));

describe("the outbox", () => {
  it("brings every event once and in order, whatever the network does", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(move, { maxLength: 30 }), async (moves) => {
        const far = server(BEFORE);
        const { log, tray, typed } = await play(far, moves, NOTES);
        assert.deepEqual([log.waiting, tray], [[], []]);
        assert.deepEqual(arrived(far), ids(typed));
      }),
      { numRuns: setSize(60, 600) },
    );
  });

  it("sets aside only the event that is refused, with the reason", async () => {
    const bad = event({
      kind: "step-done",
      connection: CONNECTION,
      step: "no-such",
      role: null,
      joint: null,
      turns: null,
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(move, { maxLength: 25 }),
        fc.integer({ min: 0, max: 5 }),
        async (moves, at) => {
          const far = server(BEFORE);
          const { log, tray, typed } = await play(far, moves, NOTES.toSpliced(at, 0, bad));
          assert.equal(log.waiting.length, 0);
          assert.deepEqual(arrived(far), ids(typed.filter(({ id }) => id !== bad.id)));
          assert.deepEqual(ids(tray), ids(typed.filter(({ id }) => id === bad.id)));
        },
      ),
      { numRuns: setSize(40, 400) },
    );
  });

  it("sets aside an event the server fails over, and brings all others", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(move, { maxLength: 25 }),
        fc.integer({ min: 0, max: NOTES.length - 1 }),
        async (moves, at) => {
          const bad = NOTES[at]?.id ?? "";
          const far = server(BEFORE, new Set([bad]));
          const { log, tray, typed } = await play(far, moves, NOTES);
          assert.equal(log.waiting.length, 0);
          assert.deepEqual(new Set([...arrived(far), ...ids(tray)]), new Set(ids(typed)));
          assert.ok(tray.every(({ id }) => id === bad));
        },
      ),
      { numRuns: setSize(40, 400) },
    );
  });

  it("halves what is too much at once until it goes", async () => {
    for (const most of [1, 2, 3, 5]) {
      const far = server(BEFORE, new Set(), most);
      const moves: readonly Move[] = NOTES.map(() => ({ do: "type", fate: "arrives" }));
      const { log, tray } = await play(far, moves, NOTES);
      assert.deepEqual([log.waiting, tray], [[], []]);
      assert.deepEqual(arrived(far), ids(NOTES));
    }
  });

  it("cuts a batch by its bytes, and sends an event larger than a batch alone", async () => {
    const long = Array.from({ length: 6 }, (_, n) =>
      event({
        kind: "connection-noted",
        connection: CONNECTION,
        text: "ü".repeat(n === 3 ? 250_000 : 60_000),
      }),
    );
    const sizes: number[] = [];
    let waiting: readonly VisitEvent[] = long;
    while (waiting.length > 0) {
      const { kept } = await sendRound(VISIT, waiting, async (_, events) => {
        sizes.push(events.length);
        return { outcome: "kept" };
      });
      waiting = waiting.filter((each) => !kept.includes(each));
    }
    assert.deepEqual(sizes, [3, 1, 2]);
  });

  it("tells an event the server refused as a whole from one it names", async () => {
    const answers = async (pace: Pace) =>
      sendRound(
        VISIT,
        NOTES,
        async () => ({ outcome: "rejected", kind: "failed", message: "no such visit", at: null }),
        pace,
      );
    const first = await answers(FULL_PACE);
    assert.deepEqual([first.refused, first.kept, first.pace.mostAtOnce], [[], [], 1]);
    const second = await answers(first.pace);
    assert.deepEqual(second.refused, [{ refused: NOTES[0], reason: "no such visit" }]);
  });
});

describe("an answer to what was sent", () => {
  const error = (code: string, path = "") => ({
    error: { code, message: "words", fields: path === "" ? [] : [{ path, message: "x" }] },
  });
  for (const [status, body, outcome] of [
    [200, null, "kept"],
    [201, null, "kept"],
    [503, error("unavailable"), "unreachable"],
    [507, error("no-room"), "unreachable"],
    [429, null, "unreachable"],
    [403, error("wrong-origin"), "unreachable"],
    [500, error("internal"), "failed"],
    [500, "<html>", "failed"],
    [413, null, "too-large"],
    [422, error("too-heavy", "events.3.plan"), "too-large"],
    [422, error("refused", "events.3.step"), "rejected"],
    [409, error("stale", "events.0.survey"), "rejected"],
    [404, error("not-found"), "rejected"],
  ] as const)
    it(`${status} ${body === null || typeof body === "string" ? "" : body.error.code} is ${outcome}`, () =>
      assert.equal(sentFrom(status, body).outcome, outcome));

  it("names the event at fault", () => {
    const sent = sentFrom(422, error("refused", "events.7.step"));
    assert.ok(sent.outcome === "rejected" && sent.at === 7);
  });
});

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

/** The queue against a network that loses, doubles, delays and reorders, and a server that refuses and fails: nothing is ever lost. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { emptyBrowsers } from "../../../tests/support/empty-browsers.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { CONNECTION, event, startedVisit } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { firstRefused, type VisitEvent } from "../../core/visit/index.ts";
import { changeLog, emptyLog, type LogState } from "./log-state.ts";
import { FULL_PACE, type Pace, type Post, type Sent, sendRound, sentFrom } from "./send.ts";
import { addWaiting, loadQueue, restoreQueue, settleWaiting } from "./waiting-store.ts";

const BEFORE = startedVisit();
const VISIT = "visit";
const NOTES = Array.from({ length: 8 }, (_, n) =>
  event({ kind: "connection-noted", connection: CONNECTION, text: `note ${n}` }),
);
const ids = (events: readonly VisitEvent[]) => events.map(({ id }) => id);

const { freshBrowser } = emptyBrowsers();

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

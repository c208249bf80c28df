/** The queue against a network that loses, doubles, delays and reorders: every tick arrives once, in order. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { begun, CONNECTION, event } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { firstRefused, type VisitEvent } from "../../core/visit/index.ts";
import { changeLog, emptyLog, type LogState } from "./log-state.ts";
import { type Post, type Sent, sendRound } from "./send.ts";

const BEFORE = begun();
const NOTES = Array.from({ length: 8 }, (_, n) =>
  event({ kind: "connection-noted", connection: CONNECTION, text: `note ${n}` }),
);

/** The server's side: what it knows is passed over, the rest goes through the rules, all or nothing. */
function server(start: readonly VisitEvent[]) {
  let log = [...start];
  return {
    log: () => log,
    receive: (events: readonly VisitEvent[]): Sent => {
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
async function play(moves: readonly Move[], typed: readonly VisitEvent[]) {
  const far = server(BEFORE);
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
  let stored: readonly VisitEvent[] = [];
  let log: LogState = emptyLog(BEFORE);
  const round = async () => {
    if (log.waiting.length === 0) return;
    const went = await sendRound("visit", log.waiting, post);
    const gone = new Set([...went.kept, ...went.dropped].map(({ id }) => id));
    stored = stored.filter(({ id }) => !gone.has(id));
    log = changeLog(log, { type: "sent", round: went });
  };
  const left = [...typed];
  for (const each of moves) {
    fateNow = each.fate;
    if (each.do === "type") {
      const next = left.shift();
      if (next === undefined) continue;
      stored = [...stored, next];
      log = changeLog(log, { type: "typed", event: next });
    } else if (each.do === "send") await round();
    else {
      // A page served afresh holds what the server has, and finds the rest in the browser's store.
      log = changeLog(emptyLog(far.log()), { type: "restored", sent: [], waiting: stored });
    }
  }
  fateNow = "arrives";
  for (let k = 0; k <= typed.length && log.waiting.length > 0; k += 1) await round();
  for (const held of late.splice(0)) far.receive(held);
  return { far, log, typed: typed.slice(0, typed.length - left.length) };
}

describe("the outbox", () => {
  it("brings every event once and in order, whatever the network does", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(move, { maxLength: 30 }), async (moves) => {
        const { far, log, typed } = await play(moves, NOTES);
        assert.equal(log.waiting.length, 0);
        assert.deepEqual(
          far
            .log()
            .slice(BEFORE.length)
            .map(({ id }) => id),
          typed.map(({ id }) => id),
        );
      }),
      { numRuns: 300 },
    );
  });

  it("loses only the event that is refused", async () => {
    const bad = event({
      kind: "step-done",
      connection: CONNECTION,
      step: "no-such",
      joint: null,
      turns: null,
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(move, { maxLength: 25 }),
        fc.integer({ min: 0, max: 5 }),
        async (moves, at) => {
          const { far, log, typed } = await play(moves, NOTES.toSpliced(at, 0, bad));
          assert.equal(log.waiting.length, 0);
          assert.deepEqual(
            far
              .log()
              .slice(BEFORE.length)
              .map(({ id }) => id),
            typed.filter(({ id }) => id !== bad.id).map(({ id }) => id),
          );
        },
      ),
      { numRuns: 200 },
    );
  });
});

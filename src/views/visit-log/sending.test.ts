/** Who sends a visit's events, to which address, and what is said of those that wait. */
import assert from "node:assert/strict";
import { afterEach, describe, it } from "node:test";
import { CONNECTION, event, startedVisit } from "../../../tests/support/story.ts";
import { isSameEvent, type VisitEvent } from "../../core/visit/index.ts";
import { openVisitIn, unsentInWords } from "./other-visits.ts";
import { FULL_PACE, type Post, type Sent, sendEvents, sendRound, sentFrom } from "./send.ts";

const VISIT = "visit";
const NOTES = ["first", "second"].map((text) =>
  event({ kind: "connection-noted", connection: CONNECTION, text }),
);

describe("the visit a page sends for itself", () => {
  const id = "00000000-0000-4000-8000-00000000c0c0";
  for (const [path, open] of [
    [`/visits/${id}/run`, id],
    [`/visits/${id}/${id}/run-sheet`, id],
    [`/visits/${id}`, null],
    [`/visits/${id}/record`, null],
    ["/visits/unsent", null],
    ["/", null],
    ["/visits/begin", null],
    [`/visits/begin#begun=${id}&connection=${id}`, id],
  ] as const)
    it(`is ${open === null ? "none" : "its own"} at ${path}`, () =>
      assert.equal(openVisitIn(new URL(path, "http://127.0.0.1")), open));
});

describe("what is not sent, in words", () => {
  for (const [entries, pictures, words] of [
    [0, 0, ""],
    [1, 0, "1 entry"],
    [5, 1, "5 entries and 1 picture"],
    [0, 2, "2 pictures"],
  ] as const)
    it(`${entries} and ${pictures}: ${words}`, () => assert.equal(unsentInWords(entries, pictures), words));
});

describe("a visit that was begun on this device", () => {
  const realFetch = globalThis.fetch;
  afterEach(() => {
    globalThis.fetch = realFetch;
  });
  /** A server that answers each address with a status; returns the addresses asked, in order. */
  function answering(statuses: Readonly<Record<string, number>>): readonly string[] {
    const asked: string[] = [];
    globalThis.fetch = async (path) => {
      asked.push(String(path));
      return new Response("{}", { status: statuses[String(path)] ?? 500 });
    };
    return asked;
  }
  const begun = startedVisit();

  it("is opened by its first events", async () => {
    const asked = answering({ "/api/v1/visits": 201 });
    assert.deepEqual(await sendEvents(VISIT, begun), { outcome: "kept" });
    assert.deepEqual(asked, ["/api/v1/visits"]);
  });

  it("that the server has already gets the rest as any visit does", async () => {
    const asked = answering({ "/api/v1/visits": 409, [`/api/v1/visits/${VISIT}/events`]: 200 });
    assert.deepEqual(await sendEvents(VISIT, [...begun, ...NOTES]), { outcome: "kept" });
    assert.deepEqual(asked, ["/api/v1/visits", `/api/v1/visits/${VISIT}/events`]);
  });

  it("is opened once: later events go to the visit", async () => {
    const asked = answering({ [`/api/v1/visits/${VISIT}/events`]: 200 });
    assert.deepEqual(await sendEvents(VISIT, NOTES), { outcome: "kept" });
    assert.deepEqual(asked, [`/api/v1/visits/${VISIT}/events`]);
  });
});

describe("a tick that was told without a network, before what comes first", () => {
  const tick = event({
    kind: "step-done",
    connection: CONNECTION,
    step: "take-off",
    role: "take-off",
    joint: null,
    turns: null,
  });
  const refusal: Sent = {
    outcome: "rejected",
    kind: "refused",
    message: "First (prove): prove the stop shut.",
    at: 1,
    isOrder: true,
  };
  /** Takes what has a reason; what it was sent each time. */
  function server(): { readonly post: Post; readonly sent: (readonly VisitEvent[])[] } {
    const sent: (readonly VisitEvent[])[] = [];
    return {
      sent,
      post: async (_, events) => {
        sent.push(events);
        const at = events.findIndex((each) => each.kind === "step-done" && each.override === undefined);
        return at < 0 ? { outcome: "kept" } : { ...refusal, at };
      },
    };
  }
  const [note] = NOTES;
  const laterMs = Date.parse(tick.typedAt) + 3_600_000;

  it("is kept, and says so", async () => {
    const { post, sent } = server();
    const round = await sendRound(VISIT, note === undefined ? [] : [note, tick], post, FULL_PACE, laterMs);
    assert.deepEqual(round.refused, []);
    assert.equal(sent.length, 2);
    const kept = round.kept.find(({ id }) => id === tick.id);
    assert.ok(kept?.kind === "step-done");
    assert.match(kept.override ?? "", /^Told without a network\. First \(prove\)/);
    assert.ok(isSameEvent(kept, tick), "sent again, it is the same act");
  });

  it("is refused where it was told just now: the person reads why", async () => {
    const { post } = server();
    const round = await sendRound(VISIT, [tick], post, FULL_PACE, Date.parse(tick.typedAt) + 5_000);
    assert.deepEqual(
      round.refused.map(({ refused }) => refused.id),
      [tick.id],
    );
  });

  it("is set aside where more is wrong with it than its order", async () => {
    const post: Post = async () => ({ ...refusal, at: 0, isOrder: false });
    const round = await sendRound(VISIT, [tick], post, FULL_PACE, laterMs);
    assert.equal(round.refused.length, 1);
  });

  it("is told apart by the field the server names", () => {
    const body = (path: string) => ({
      error: { code: "refused", message: "First (prove).", fields: [{ path, message: "First (prove)." }] },
    });
    const orders = ["events.1.override", "events.1.step"].map((path) => sentFrom(422, body(path)));
    assert.deepEqual(
      orders.map((sent) => sent.outcome === "rejected" && sent.isOrder),
      [true, false],
    );
  });
});

/** Who sends a visit's events, to which address, and what is said of those that wait. */
import assert from "node:assert/strict";
import { afterEach, describe, it } from "node:test";
import { CONNECTION, event, startedVisit } from "../../../tests/support/story.ts";
import { openVisitIn, unsentInWords } from "./other-visits.ts";
import { sendEvents } from "./send.ts";

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

import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, it } from "node:test";
import { z } from "zod";
import { SHAPE_CHANGES } from "../core/visit/event-shape.ts";
import { broughtForward, EVENT_SHAPE } from "../core/visit/index.ts";
import { isStoredEvent } from "./stored-event.ts";
import { eventSchema, incomingEvent } from "./visit.ts";

const FOLDER = join(import.meta.dirname, "kept-events");
const KINDS: readonly string[] = eventSchema.options.map(({ shape }) => shape.kind.value);
/** Shape in which a kind of event first came; the others were there from the first. */
const SINCE: Readonly<Record<string, number>> = {
  "valve-noted": 4,
  "visit-renamed": 5,
  "visit-binned": 5,
  "visit-restored": 5,
  "connection-restored": 5,
  "joints-wiped": 5,
  "hammer-heard": 6,
  "bill-kept": 6,
  "visit-cancelled": 7,
  "alert-answered": 7,
  "remake-begun": 8,
};
const stored = z.array(z.looseObject({ id: z.string(), kind: z.string() }));
const files = readdirSync(FOLDER).map((name) => ({
  shape: Number(/^shape-(\d+)\.json$/.exec(name)?.[1]),
  events: stored.parse(JSON.parse(readFileSync(join(FOLDER, name), "utf8"))),
}));

describe("events of every shape there was", () => {
  it("stand in one file for each shape", () =>
    assert.deepEqual(
      files.map(({ shape }) => shape).sort((a, b) => a - b),
      Array.from({ length: EVENT_SHAPE }, (_, index) => index + 1),
    ));

  for (const { shape, events } of files) {
    it(`shape ${shape}: each is read from the database, whole and of a known kind`, () => {
      for (const event of events) {
        const now = broughtForward(event, shape);
        assert.ok(isStoredEvent(now), event.kind);
        assert.deepEqual(eventSchema.parse(now), now);
      }
    });
    it(`shape ${shape}: each is read from a file that does not say the shape`, () => {
      for (const event of events) assert.deepEqual(incomingEvent.parse(event), broughtForward(event, shape));
    });
    it(`shape ${shape}: there is an event of every kind`, () => {
      const kinds = new Set(
        events.map((event) => z.object({ kind: z.string() }).parse(broughtForward(event, shape)).kind),
      );
      for (const kind of KINDS.filter((each) => (SINCE[each] ?? 1) <= shape))
        assert.ok(kinds.has(kind), kind);
    });
  }
});

describe("a change of shape", () => {
  it("leaves an event alone that has the newer shape already", () => {
    for (const { events } of files)
      for (const event of events) {
        const now = broughtForward(event);
        assert.deepEqual(broughtForward(now), now);
      }
  });
  it("says why, and leads to no shape that is not there yet", () => {
    for (const { to, why } of SHAPE_CHANGES) {
      assert.ok(why.length > 20, why);
      assert.ok(to > 1 && to <= EVENT_SHAPE);
    }
  });
  it("is not made to an event of today's shape, nor to what is no event", () => {
    const chosen = { kind: "plan-chosen", problem: 1 };
    assert.equal(broughtForward(chosen, EVENT_SHAPE), chosen);
    assert.deepEqual(broughtForward(chosen, 1), { kind: "plan-chosen", request: 1 });
    for (const value of [null, "x", 3, [chosen]]) assert.equal(broughtForward(value), value);
  });
});

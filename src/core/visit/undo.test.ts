import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { accepted, NOW, on, refused, sign } from "../../../tests/support/connection-life.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { allDry, event, look, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import type { VisitEvent } from "./event.ts";
import { firstRefused } from "./judge.ts";
import { foldVisit } from "./state.ts";
import { visitPhase } from "./status.ts";

describe("undo", () => {
  const undo = (undone: VisitEvent | undefined) => event({ kind: "event-undone", undoes: undone?.id ?? "" });

  it("takes back the last thing and leaves no trace in the state", () => {
    const before = tickedTo(startedVisit(), "towel");
    const tick = on({ kind: "step-done", step: "take-off", joint: null, turns: null });
    const after = [...before, tick, undo(tick)];
    accepted(after);
    assert.deepEqual(foldVisit(after), foldVisit(before));
  });

  it("is refused for what something later stands on", () => {
    const events = [...tickedTo(startedVisit(), "water-in"), look("2", "first-fill")];
    const water = events.find((each) => each.kind === "step-done" && each.step === "water-in");
    assert.match(refused(events, undo(water))?.message ?? "", /Something later stands on it/);
  });

  it("is refused twice, for what is not there, and for the visit itself", () => {
    const tick = on({ kind: "step-done", step: "look-ends", joint: null, turns: null });
    const once = [...startedVisit(), tick, undo(tick)];
    assert.match(refused(once, undo(tick))?.message ?? "", /not there/);
    assert.match(refused(once, undo(startedVisit()[0]))?.message ?? "", /not there/);
    assert.match(refused(once, undo(once[0]))?.message ?? "", /un-opened/);
  });

  it("of any later event leaves a list that is accepted from the start, or is refused", () => {
    const events = [...allDry(startedVisit()), sign()];
    fc.assert(
      fc.property(fc.integer({ min: 1, max: events.length - 1 }), (at) => {
        const more = undo(events[at]);
        return refused(events, more) !== null || firstRefused([], [...events, more], tables) === null;
      }),
    );
  });
});

describe("foldVisit", () => {
  it("is the same whether a list is folded at once or grows event by event", () => {
    const events = [...allDry(startedVisit()), sign()];
    fc.assert(
      fc.property(fc.integer({ min: 0, max: events.length }), (cut) => {
        const known = events.slice(0, cut);
        assert.deepEqual(foldVisit([...known, ...events.slice(cut)]), foldVisit(events));
      }),
      { numRuns: setSize(10, 60) },
    );
  });

  it("keeps notes, drops and re-openings", () => {
    const events = [
      ...allDry(startedVisit()),
      sign(),
      on({ kind: "connection-reopened", reason: "customer saw a drop" }),
      event({ kind: "visit-noted", text: "key at the desk" }),
      on({ kind: "connection-removed", reason: "moved to next week" }),
    ];
    accepted(events);
    const visit = foldVisit(events);
    assert.equal(visit.notes[0]?.text, "key at the desk");
    assert.match(visit.connections[0]?.notes[0]?.text ?? "", /customer saw a drop/);
    assert.equal(visitPhase(visit, tables.stages, NOW), "removed");
    assert.match(refused(events, sign())?.message ?? "", /removed/);
  });
});

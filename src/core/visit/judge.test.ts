/** Judging a log as it grows, against telling it anew. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { setSize } from "../../../tests/support/set-size.ts";
import {
  CONNECTION,
  event,
  idOf,
  look,
  startedVisit,
  surveyOf,
  tickedTo,
} from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import type { VisitAct, VisitEvent } from "./event.ts";
import { firstRefused, refuseNext } from "./judge.ts";
import { isSameEvent } from "./same-event.ts";
import { foldVisit } from "./state.ts";

const refused = (events: readonly VisitEvent[], added: VisitEvent) => refuseNext(events, added, tables);
const accepted = (events: readonly VisitEvent[]) => assert.equal(firstRefused([], events, tables), null);
const on = <A extends Omit<Extract<VisitAct, { connection: string }>, "connection">>(act: A) =>
  event({ connection: CONNECTION, ...act } as unknown as VisitAct);

describe("undo against telling the list anew without the event", () => {
  const undo = (undone: VisitEvent) => event({ kind: "event-undone", undoes: undone.id });
  const notes = [
    on({ kind: "connection-noted", text: "a" }),
    event({ kind: "visit-noted", text: "b" }),
    on({ kind: "photo-added", photo: idOf(0xf0), caption: "" }),
  ];
  const events = [
    ...tickedTo(startedVisit(), "water-in"),
    ...notes,
    look("2", "first-fill"),
    look("1", "first-fill"),
  ];

  it("comes to the same for every one of them", () => {
    for (const [at, undone] of events.entries()) {
      if (at === 0) continue;
      const anew = firstRefused([], events.toSpliced(at, 1), tables, { isHistory: true });
      assert.equal(refused(events, undo(undone)) === null, anew === null, `${at} ${undone.kind}`);
    }
  });

  it("comes to the same for several in a row", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: events.length - 1 }), { minLength: 1, maxLength: 6 }),
        (order) => {
          let list: readonly VisitEvent[] = events;
          let left: readonly VisitEvent[] = events;
          for (const at of order) {
            const undone = events[at];
            if (undone === undefined || !left.includes(undone)) continue;
            const without = left.filter((each) => each !== undone);
            const isRefused = refused(list, undo(undone)) !== null;
            assert.equal(isRefused, firstRefused([], without, tables, { isHistory: true }) !== null);
            if (isRefused) continue;
            list = [...list, undo(undone)];
            left = without;
          }
          assert.deepEqual(foldVisit(list), foldVisit(left));
        },
      ),
      { numRuns: setSize(15, 100) },
    );
  });

  it("takes time that grows with what stands on the event, not with the whole list", () => {
    const many = Array.from({ length: 1500 }, (_, n) => on({ kind: "connection-noted", text: `n${n}` }));
    const undos = many.map(undo);
    assert.equal(firstRefused([], [...startedVisit(), ...many, ...undos], tables), null);
  });
});

describe("a picture removed", () => {
  const added = on({ kind: "photo-added", photo: idOf(0xf1), caption: "stop" });
  const removed = on({ kind: "photo-removed", photo: idOf(0xf1), reason: "a face in it" });

  it("is gone from the connection, and the reason stays", () => {
    const events = [...startedVisit(), added, removed];
    accepted(events);
    const [connection] = foldVisit(events).connections;
    assert.deepEqual(connection?.photos, []);
    assert.equal(connection?.notes.at(-1)?.text, "Picture removed: a face in it");
  });

  it("cannot be brought back: nobody has it any more", () =>
    assert.match(
      refused([...startedVisit(), added, removed], event({ kind: "event-undone", undoes: removed.id }))
        ?.message ?? "",
      /cannot come back/,
    ));
});

describe("a survey saved over another", () => {
  const saved = (label: string, basedOn?: string) =>
    on({
      kind: "survey-saved",
      survey: { ...surveyOf("toilet"), label },
      ...(basedOn === undefined ? {} : { basedOn }),
    });
  const [opened, added] = startedVisit("toilet", { planned: false });
  assert.ok(opened && added);

  it("is refused when its writer looked at an older one, and taken when not or when nobody says", () => {
    const first = saved("first", added.id);
    const events = [opened, added, first];
    accepted(events);
    const late = refused(events, saved("late", added.id));
    assert.equal(late?.isStale, true);
    assert.equal(refused(events, saved("next", first.id)), null);
    assert.equal(refused(events, saved("nobody says")), null);
  });

  it("is told from a stop proved meanwhile", () => {
    const proof = on({ kind: "stop-proved", result: "weeps", method: "fixture-opened", dropsPerMin: null });
    assert.equal(refused([opened, added, proof], saved("late", added.id))?.isStale, true);
  });

  it("stands when the one before it is undone", () => {
    const first = saved("first", added.id);
    const second = saved("second", first.id);
    const events = [opened, added, first, second];
    const undo = event({ kind: "event-undone", undoes: first.id });
    assert.equal(refused(events, undo), null);
    assert.equal(foldVisit([...events, undo]).connections[0]?.survey.label, "second");
  });
});

describe("whether two events say the same", () => {
  const [, , chosen] = startedVisit();
  assert.ok(chosen?.kind === "plan-chosen");

  it("asks for what the writer said: which plan, not what the planner says of it", () => {
    const forged = { ...chosen, plan: { ...chosen.plan, warnings: [], priceCents: 1 } };
    assert.ok(isSameEvent(chosen, forged));
    assert.ok(!isSameEvent(chosen, { ...chosen, plan: { ...chosen.plan, id: "another" } }));
  });

  it("compares a corrected time as the device typed the time", () => {
    const note = event({ kind: "visit-noted", text: "a" });
    const kept = { ...note, typedAt: "2026-03-08T09:00:00.000Z", deviceTypedAt: note.typedAt };
    assert.ok(isSameEvent(kept, note));
    assert.ok(!isSameEvent({ ...kept, deviceTypedAt: "2026-03-08T01:00:00.000Z" }, note));
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { type DayVisit, overlapping, startWhenMoved, TRAVEL_MIN, UNPLANNED_MIN } from "./day-order.ts";

const visit = (id: string, startMin: number, minutes: number | null = 60): DayVisit => ({
  id,
  startMin,
  minutes,
});
const arbitraryDay = fc
  .array(
    fc.record({
      startMin: fc.integer({ min: 0, max: 1439 }),
      minutes: fc.option(fc.integer({ min: 5, max: 400 })),
    }),
    {
      maxLength: 8,
    },
  )
  .map((all) => all.map(({ startMin, minutes }, at) => visit(`v${at}`, startMin, minutes)));

describe("a visit that is moved", () => {
  it("keeps its time on an empty day", () => assert.equal(startWhenMoved(visit("m", 555), [], null), 555));

  it("begins once the one before is done and driven from, on the quarter of an hour", () => {
    const before = visit("a", 8 * 60, 50);
    assert.equal(startWhenMoved(visit("m", 0), [before], "a"), 9 * 60 + 30);
    assert.equal(
      startWhenMoved(visit("m", 0), [visit("a", 480, null)], "a"),
      480 + UNPLANNED_MIN + TRAVEL_MIN,
    );
  });

  it("goes between two that leave no room, and then overlaps", () => {
    const day = [visit("a", 540), visit("b", 600)];
    assert.equal(startWhenMoved(visit("m", 0), day, "a"), 585);
    assert.ok(overlapping([...day, visit("m", 585)]).has("m"));
  });

  it("placed first is done before the next one begins", () => {
    assert.equal(startWhenMoved(visit("m", 900, 90), [visit("a", 10 * 60)], null), 8 * 60);
  });

  it("stays within the day, behind the one it was put behind and before the one after", () => {
    fc.assert(
      fc.property(arbitraryDay, fc.nat(7), (day, at) => {
        const after = day[at]?.id ?? null;
        const start = startWhenMoved(visit("m", 600), day, after);
        assert.ok(start >= 0 && start < 24 * 60);
        const inOrder = day.toSorted((a, b) => a.startMin - b.startMin);
        const before = inOrder.findIndex(({ id }) => id === after);
        if (before < 0 || start === 1425) return;
        assert.ok(start > (inOrder[before]?.startMin ?? 0));
        const next = inOrder[before + 1];
        if (next && next.startMin > (inOrder[before]?.startMin ?? 0) + 1) assert.ok(start <= next.startMin);
      }),
    );
  });
});

describe("visits that overlap", () => {
  it("are those that begin before an earlier one is done", () => {
    const day = [visit("a", 480, 120), visit("b", 540, 30), visit("c", 600, 30)];
    assert.deepEqual([...overlapping(day)], ["b"]);
    assert.equal(overlapping([visit("a", 480, 60), visit("b", 540, 60)]).size, 0);
  });

  it("are the same as looking at every pair", () => {
    fc.assert(
      fc.property(arbitraryDay, (day) => {
        const late = overlapping(day);
        const inOrder = day.toSorted((a, b) => a.startMin - b.startMin);
        inOrder.forEach((each, at) => {
          const isLate = inOrder
            .slice(0, at)
            .some(({ startMin, minutes }) => startMin + (minutes ?? UNPLANNED_MIN) > each.startMin);
          assert.equal(late.has(each.id), isLate);
        });
      }),
    );
  });
});

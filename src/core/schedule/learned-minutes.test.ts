import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { type LoggedEvent, learnMinutes, timedSteps } from "./learned-minutes.ts";

const tick = (n: number, step: string, minute: number, actor = "A"): LoggedEvent => ({
  id: `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`,
  actor,
  typedAt: new Date(Date.UTC(2026, 5, 1, 8, 0) + minute * 60_000).toISOString(),
  step,
  undoes: null,
});

describe("timedSteps", () => {
  it("takes each person's own gaps, leaves strokes and pauses out, and takes a stood-through wait off", () => {
    const events = [
      tick(1, "towel", 0),
      tick(2, "make-1", 4),
      tick(3, "dry-all", 4.05),
      tick(4, "towel", 5, "B"),
      tick(5, "exercise", 10),
      tick(6, "place-back", 23),
      tick(7, "hand-over", 400),
    ];
    assert.deepEqual(timedSteps(events, new Map([["exercise", 10]])), [
      { step: "make", minutes: 4 },
      { step: "exercise", minutes: 5.95 },
      { step: "place-back", minutes: 3 },
    ]);
  });

  it("forgets what was undone", () => {
    const undone: LoggedEvent = { ...tick(9, "x", 5), step: null, undoes: tick(2, "make-1", 4).id };
    assert.deepEqual(timedSteps([tick(1, "towel", 0), tick(2, "make-1", 4), undone], new Map()), []);
  });
});

describe("learnMinutes", () => {
  const prior = { low: 2, likely: 4, high: 8 };

  it("is the library's own while nothing was seen", () => assert.deepEqual(learnMinutes(prior, []), prior));

  it("comes to what is seen as ticks gather", () => {
    const few = learnMinutes(prior, [10, 10]);
    const many = learnMinutes(prior, Array(200).fill(10));
    assert.ok(few.likely > 4 && few.likely < 7, `${few.likely}`);
    assert.ok(Math.abs(many.likely - 10) < 0.3, `${many.likely}`);
    assert.ok(many.high - many.low < few.high - few.low);
  });

  it("keeps quick <= likely <= slow and lies between the library and the ticks", () => {
    const minutes = fc.double({ min: 0.2, max: 90, noNaN: true });
    fc.assert(
      fc.property(fc.array(minutes, { minLength: 1, maxLength: 40 }), (seen) => {
        const { low, likely, high } = learnMinutes(prior, seen);
        const all = [prior.likely, ...seen];
        return (
          low <= likely &&
          likely <= high &&
          likely >= Math.min(...all) - 1e-9 &&
          likely <= Math.max(...all) + 1e-9
        );
      }),
    );
  });
});

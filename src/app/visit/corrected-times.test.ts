import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { event } from "../../../tests/support/story.ts";
import { AppError } from "../http/app-error.ts";
import { withTypedTimes } from "./corrected-times.ts";

const NOW = new Date("2026-03-08T12:00:00.000Z");
const MIN_MS = 60_000;
const at = (minutes: number) => new Date(NOW.getTime() + minutes * MIN_MS).toISOString();
const typed = (minutes: number) => ({ ...event({ kind: "visit-noted", text: "n" }), typedAt: at(minutes) });
const timesOf = (minutes: readonly number[], sentAt: string | null) =>
  withTypedTimes(minutes.map(typed), NOW, sentAt).map(({ typedAt, deviceTypedAt }) => [
    typedAt,
    deviceTypedAt,
  ]);

describe("times typed on a device", () => {
  it("stay when its clock is right, or nearly", () => {
    for (const [minutes, sentAt] of [
      [0, at(0)],
      [4, at(4)],
      [-4, at(-4)],
      [0, null],
    ] as const)
      assert.deepEqual(timesOf([-30, -5, minutes], sentAt), [
        [at(-30), undefined],
        [at(-5), undefined],
        [at(minutes), undefined],
      ]);
  });
  it("are never later than their sending: minutes of a look cannot be had in advance", () => {
    assert.deepEqual(timesOf([-1, 4], null), [
      [at(-1), undefined],
      [at(0), at(4)],
    ]);
    assert.deepEqual(timesOf([2, 4], at(3)), [
      [at(2), undefined],
      [at(3), at(4)],
    ]);
  });

  it("are put right by what its clock is ahead, the typed ones kept beside", () =>
    assert.deepEqual(timesOf([0, 8], at(10)), [
      [at(-10), at(0)],
      [at(-2), at(8)],
    ]));

  it("are put right by what its clock is behind, and never end up ahead", () =>
    assert.deepEqual(timesOf([-70, -58], at(-60)), [
      [at(-10), at(-70)],
      [at(0), at(-58)],
    ]));

  it("that still lie ahead are those of receiving: the clock was put right in between", () =>
    assert.deepEqual(timesOf([600], at(0)), [[at(0), at(600)]]));

  it("of a program that says nothing of its clock are refused when they lie ahead", () =>
    assert.throws(
      () => timesOf([-1, 30], null),
      (error) => error instanceof AppError && error.fields[0]?.path === "events.1.typedAt",
    ));
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { type RunStep, runSheet } from "../step/index.ts";
import { neededBeforeLook, nowOf, owedOf } from "./index.ts";

const sheet = (preset: string, change: Parameters<typeof plannedConnection>[2] = {}) =>
  runSheet([plannedConnection("c", preset, { ...stop("holds"), ...change })], tables);
const done = (steps: readonly RunStep[], ...roles: readonly RunStep["role"][]): readonly RunStep[] =>
  steps.map((step) =>
    roles.includes(step.role) ? { ...step, isDone: true, doneAt: "2026-03-08T10:00:00.000Z" } : step,
  );
const codes = (steps: readonly RunStep[]) => owedOf(steps).map(({ code }) => code);

describe("what the work owes", () => {
  it("is the run and the putting back from the start, and nothing once everything is done", () => {
    const washer = sheet("washer-cold");
    assert.deepEqual(codes(washer), ["not-flushed", "not-run", "not-put-back"]);
    assert.deepEqual(codes(washer.map((step) => ({ ...step, isDone: true }))), []);
  });
  it("is what was shut, opened, unplugged or rolled out, until that is undone", () => {
    const washer = sheet("washer-cold");
    const begun = done(washer, "close-stop", "pull-plug", "roll-out", "release-pressure");
    assert.deepEqual(
      nowOf(begun).map(({ code }) => code),
      ["stop-shut", "outlet-open", "unplugged", "rolled-out"],
    );
    const later = done(begun, "water-in", "close-outlet", "plug-in");
    assert.deepEqual(
      nowOf(later).map(({ code }) => code),
      ["rolled-out"],
    );
    assert.ok(!codes(begun).includes("not-put-back"), "rolled out and not put back are one thing");
  });
  it("is the heater, where its water was shut for a dead stop", () => {
    const hot = done(sheet("washer-hot", stop("dead")), "heater-safe", "close-upstream");
    assert.deepEqual(
      nowOf(hot).map(({ code }) => code),
      ["valve-shut", "heater-off"],
    );
  });
  it("is two closures behind a cap, where a fixture is taken out", () => {
    const gone = codes(sheet("toilet", { replaces: "take-out" }));
    assert.ok(gone.includes("stop-open-behind-cap") && gone.includes("cap-not-held"));
    assert.ok(!gone.includes("not-run"), "nothing runs behind a cap");
  });

  it("is what a look needs: the run before its look, the putting back before the look in place", () => {
    const washer = sheet("washer-cold");
    const needs = (steps: readonly RunStep[], stage: "static" | "after-run" | "in-place") =>
      neededBeforeLook(steps, "c", stage)?.role ?? null;
    assert.deepEqual(
      [needs(washer, "static"), needs(washer, "after-run"), needs(washer, "in-place")],
      [null, "exercise", "place-back"],
    );
    const ran = done(washer, "exercise", "place-back");
    assert.deepEqual([needs(ran, "after-run"), needs(ran, "in-place")], [null, null]);
  });
});

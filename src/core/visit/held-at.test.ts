/** A step in a visit of two fixtures: what the other one has shut, opened or not yet proved. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { idOf, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { type RunStep, runSheet } from "../step/index.ts";
import type { VisitAct, VisitEvent } from "./event.ts";
import { firstRefused, foldVisit } from "./index.ts";

const DEAD = idOf(0xde);
const GOOD = idOf(0x60);
const stop = (proof: "dead" | "holds") => ({ stop: { kind: "quarter-turn", proof, method: null } as const });
const visit: readonly VisitEvent[] = [
  ...startedVisit("toilet", { connection: DEAD, change: stop("dead") }),
  ...startedVisit("lavatory-cold", { connection: GOOD, change: stop("holds") }).slice(1),
];

let minute = 0;
const at = () => {
  minute += 1;
  return new Date(Date.UTC(2026, 2, 9, 8, minute)).toISOString();
};
const act = (what: VisitAct): VisitEvent => ({
  id: crypto.randomUUID(),
  actor: "Tester",
  typedAt: at(),
  ...what,
});

function sheetOf(events: readonly VisitEvent[], connection: string): readonly RunStep[] {
  const own = foldVisit(events).connections.filter(({ id }) => id === connection);
  return runSheet(own, tables);
}
const tick = (connection: string, step: RunStep | undefined): VisitEvent => {
  assert.ok(step);
  const { id, role, joint } = step;
  return act({ kind: "step-done", connection, step: id, role, joint: joint?.number ?? null, turns: null });
};
/** The visit with the open steps of a connection ticked up to a role; with it, or without. */
function until(
  events: readonly VisitEvent[],
  connection: string,
  role: string,
  isWith = true,
): readonly VisitEvent[] {
  const open = sheetOf(events, connection).filter(({ stage, isDone }) => stage === null && !isDone);
  const end = open.findIndex((step) => step.role === role);
  assert.ok(end >= 0, role);
  return [...events, ...open.slice(0, end + (isWith ? 1 : 0)).map((step) => tick(connection, step))];
}
const stepOf = (events: readonly VisitEvent[], connection: string, role: string) =>
  sheetOf(events, connection).find((step) => step.role === role);
const refusalOf = (events: readonly VisitEvent[], connection: string, role: string) =>
  firstRefused(events, [tick(connection, stepOf(events, connection, role))], tables)?.refusal.message ?? null;

describe("a step beside another fixture", () => {
  it("that shuts a valve waits for the proof of the stops below it", () => {
    const ready = until(visit, DEAD, "close-upstream", false);
    assert.match(
      refusalOf(ready, DEAD, "close-upstream") ?? "",
      /First \(prove\).*while water still stands on it/,
    );
    assert.equal(refusalOf(until(ready, GOOD, "prove"), DEAD, "close-upstream"), null);
  });

  it("that lets water in waits until the other's valve is open again, and looks count anew", () => {
    const proved = until(visit, GOOD, "prove");
    const shut = until(proved, DEAD, "close-upstream");
    const made = until(shut, GOOD, "water-in", false);
    assert.match(refusalOf(made, GOOD, "water-in") ?? "", /First \(open-upstream\).*proves nothing/);
    const open = until(made, DEAD, "open-upstream");
    assert.equal(refusalOf(open, GOOD, "water-in"), null);
  });

  it("breaks the pressure of what stands below its valve: no look until the valve is open, and the clock starts there", () => {
    const proved = until(visit, GOOD, "water-in");
    const look = act({
      kind: "target-checked",
      connection: GOOD,
      target: "2",
      stage: "first-fill",
      result: "dry",
      method: "look",
      watchedMin: null,
      note: "",
    });
    assert.equal(firstRefused(proved, [look], tables), null);
    const shut = until(proved, DEAD, "close-upstream");
    assert.match(
      firstRefused(shut, [look], tables)?.refusal.message ?? "",
      /is shut: a line without water proves nothing/,
    );
    const open = until(shut, DEAD, "open-upstream");
    const good = foldVisit(open).connections.find(({ id }) => id === GOOD);
    assert.deepEqual(good?.cutOffBy, []);
    assert.equal(good?.waterInAt, open.at(-1)?.typedAt);
  });

  it("that was done for it at another fixture is done, and may be told here too", () => {
    const both = [
      ...startedVisit("toilet", { connection: DEAD, change: stop("dead") }),
      ...startedVisit("toilet", { connection: GOOD, change: stop("dead") }).slice(1),
    ];
    const shut = until(both, DEAD, "prove");
    // Shut and proved there: the other fixture's nuts wait for neither.
    assert.doesNotMatch(refusalOf(shut, GOOD, "take-off") ?? "", /close-upstream|\(prove\)/);
    assert.equal(refusalOf(shut, GOOD, "close-upstream"), null);
    assert.match(refusalOf(shut, DEAD, "close-upstream") ?? "", /ticked this step already/);
  });

  it("takes nothing off while another has opened the valve above", () => {
    const both = [
      ...startedVisit("toilet", { connection: DEAD, change: stop("dead") }),
      ...startedVisit("toilet", { connection: GOOD, change: stop("dead") }).slice(1),
    ];
    const shut = until(until(both, DEAD, "prove"), GOOD, "take-off", false);
    assert.equal(refusalOf(shut, GOOD, "take-off"), null);
    const opened = [...shut, tick(DEAD, stepOf(shut, DEAD, "open-upstream"))];
    // What was shut for it was opened before it was begun: it is shut again first.
    assert.match(refusalOf(opened, GOOD, "take-off") ?? "", /^First \(close-upstream\)/);
  });

  it("of a visit without a shared valve is held by its own fixture alone", () => {
    const alone = tickedTo(startedVisit("toilet", { change: stop("holds") }), "look-ends");
    assert.equal(firstRefused([], alone, tables), null);
  });
});

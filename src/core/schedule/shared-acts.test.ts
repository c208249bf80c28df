/** A valve above that two fixtures share is shut, proved and opened once for both. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { standingOf, withSharedActs } from "../situation/index.ts";
import type { ConnectionState } from "../visit/index.ts";
import { sheetIn, sheetsOf, taskIdOf } from "./jobs.ts";
import { doneInOrder } from "./trace.ts";

const connections = [
  plannedConnection("a", "toilet", stop("dead")),
  plannedConnection("b", "toilet", stop("dead")),
];
const sheets = sheetsOf(connections, tables);
const after = (...done: readonly string[]) => withSharedActs(doneInOrder(sheets, done));
const stepOf = (all: ReturnType<typeof after>, id: string) =>
  all
    .flatMap((sheet) => sheet.steps.map((step) => ({ id: taskIdOf(sheet.id, step), step, sheet })))
    .find((each) => each.id === id) ?? assert.fail(`there is no ${id}`);
const isDone = (all: ReturnType<typeof after>, id: string) => stepOf(all, id).step.isDone;

/** Everything of a sheet up to its opening of the valve above. */
const untilOpening = (id: string) => {
  const sheet = sheets.find((each) => each.id === id) ?? assert.fail(`there is no sheet ${id}`);
  const at = sheet.steps.findIndex(({ role }) => role === "open-upstream");
  return sheet.steps.slice(0, at).map((step) => taskIdOf(id, step));
};
const SIGNED: ConnectionState["signed"] = {
  name: "Ines Falk",
  at: "1970-01-01T12:00:00.000Z",
  lookBackBy: "plumber",
  lookBackDueAt: "1970-01-02T12:00:00.000Z",
  resolved: null,
  left: [],
};
const SHUT = ["a/close-upstream", "a/prove"];

describe("a valve that two fixtures share", () => {
  it("is shut and proved for the other too, and says where", () => {
    const all = after(...SHUT);
    assert.ok(isDone(all, "b/close-upstream") && isDone(all, "b/prove"));
    assert.equal(stepOf(all, "b/close-upstream").step.doneWith, connections[0]?.survey.label);
    assert.equal(stepOf(all, "a/close-upstream").step.doneWith, undefined);
  });

  it("opened once for both leaves nothing to open, once both are made", () => {
    const all = after(...untilOpening("a"), ...untilOpening("b"), "a/open-upstream");
    assert.ok(isDone(all, "b/open-upstream"));
    assert.deepEqual(
      standingOf(all, tables)
        .shut()
        .filter((name) => name.startsWith("cold branch")),
      [],
    );
  });

  it("may be opened while the other is as it was found, which then shuts it again", () => {
    const made = after(...untilOpening("a"), "b/close-upstream");
    const opening = stepOf(made, "a/open-upstream");
    assert.equal(standingOf(made, tables).held(opening.sheet, opening.step), null);
    const all = after(...untilOpening("a"), "b/close-upstream", "a/open-upstream");
    assert.ok(!isDone(all, "b/close-upstream") && !isDone(all, "b/open-upstream"));
    assert.notEqual(stepOf(all, "b/close-upstream").step.outdatedAt, null);
  });

  it("stays shut while the other is apart", () => {
    const [begun] = untilOpening("b").filter((id) => id.endsWith("take-off"));
    const all = after(...untilOpening("a"), begun ?? assert.fail("b has something to take off"));
    const opening = stepOf(all, "a/open-upstream");
    const held = standingOf(all, tables).held(opening.sheet, opening.step);
    assert.equal(held?.first?.fixture, "b");
  });

  it("counts as shut and opened although the fixture it was ticked at is signed since", () => {
    const done = after(...untilOpening("a"), ...untilOpening("b"), "a/open-upstream");
    const ticked = done.map(({ connections: [own], steps }): ConnectionState => {
      const state = connections.find(({ id }) => id === own?.id) ?? assert.fail("it is one of the two");
      const isSigned = own?.id === "a";
      const ticks = steps.flatMap(({ id, doneAt, doneWith }) =>
        doneAt === null || doneWith !== undefined ? [] : [[id, doneAt] as const],
      );
      return {
        ...state,
        steps: new Map(ticks),
        signed: isSigned ? SIGNED : null,
      };
    });
    const [, b] = ticked;
    const sheet = sheetIn(ticked, [b ?? assert.fail("there are two")], tables);
    assert.equal(sheet.steps.find(({ role }) => role === "open-upstream")?.isDone, true);
  });
});

describe("a heater that two fixtures need safe", () => {
  it("stays off while a valve that feeds it is shut at either", () => {
    const both = [
      plannedConnection("m", "toilet", { stop: { ...stop("dead").stop, upstream: "fails" } }),
      plannedConnection("h", "lavatory-hot", stop("dead")),
    ];
    const own = sheetsOf(both, tables);
    const ids = (id: string, until: string) => {
      const sheet = own.find((each) => each.id === id) ?? assert.fail(`there is no sheet ${id}`);
      return sheet.steps
        .slice(
          0,
          sheet.steps.findIndex(({ role }) => role === until),
        )
        .map((step) => taskIdOf(id, step));
    };
    const done = (...order: readonly string[]) => withSharedActs(doneInOrder(own, order));
    const heaterBack = (all: ReturnType<typeof done>) => {
      const { sheet, step } = stepOf(all, "m/heater-back");
      return standingOf(all, tables).held(sheet, step)?.first;
    };
    const made = [...ids("m", "heater-back"), ...ids("h", "open-upstream")];
    assert.equal(heaterBack(done(...made))?.fixture, "h");
    assert.equal(heaterBack(done(...made))?.step.role, "open-upstream");
    assert.equal(heaterBack(done(...made, "h/open-upstream")), undefined);
  });
});

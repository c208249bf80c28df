/** Schedules replayed against the situation: what the scheduler does next is never held up, and nothing is owed at the end. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { VISITS } from "../../../tests/support/work-visits.ts";
import { situationOf } from "../situation/index.ts";
import type { ConnectionState } from "../visit/index.ts";
import { jobsOf, sheetsOf, taskIdOf } from "./jobs.ts";
import { scheduleVisit } from "./schedule.ts";
import { actsInOrder, doneInOrder, idsOf, traceOf } from "./trace.ts";

function replayed(connections: readonly ConnectionState[], hands: 1 | 2) {
  const sheets = sheetsOf(connections, tables);
  const schedule = scheduleVisit(jobsOf(connections, tables), hands);
  const acts = actsInOrder(sheets, schedule);
  const held = acts.flatMap(({ task }, at) => {
    const { blocked } = situationOf(doneInOrder(sheets, idsOf(acts.slice(0, at))), tables);
    return blocked
      .filter(({ fixture, step, need }) => taskIdOf(fixture, step) === task && need !== "order")
      .map(({ need }) => `${task}: ${need}`);
  });
  const trace = traceOf(connections, tables, schedule);
  return { held, trace, end: situationOf(doneInOrder(sheets, idsOf(acts)), tables) };
}

describe("a schedule replayed act by act", () => {
  for (const [name, told] of Object.entries(VISITS).filter(([, own]) => own.length > 1))
    it(name, () => {
      const connections = told.map(([preset, change], at) => plannedConnection(`c${at}`, preset, change));
      for (const hands of [1, 2] as const) {
        const { held, end, trace } = replayed(connections, hands);
        assert.deepEqual(held, []);
        // The trace ends as the visit does, and every valve that is ever shut is open again by then.
        assert.deepEqual(trace.at(-1)?.pressure, end.pressure);
        assert.deepEqual([trace.at(-1)?.shut, trace.at(-1)?.owed], [[], []]);
        assert.deepEqual(
          end.owed.map(({ code }) => code),
          [],
        );
        assert.deepEqual([end.next, end.blocked], [[], []]);
        assert.ok(
          [...end.pressure.values()].every((each) => each === "yes"),
          "water is back everywhere",
        );
      }
    });
});

describe("the situation of a visit", () => {
  const connections = [
    plannedConnection("a", "toilet", stop("dead")),
    plannedConnection("b", "lavatory-cold", stop("holds")),
  ];
  const sheets = sheetsOf(connections, tables);
  const after = (...done: readonly string[]) => situationOf(doneInOrder(sheets, done), tables);
  const needOf = (situation: ReturnType<typeof after>, id: string) => {
    const found = situation.blocked.find(({ fixture, step }) => taskIdOf(fixture, step) === id);
    return found === undefined
      ? null
      : [found.need, found.first && taskIdOf(found.first.fixture, found.first.step)];
  };

  it("lets no valve above be shut before the stops below are proved", () => {
    assert.deepEqual(needOf(after(), "a/close-upstream"), ["not-proved-below", "b/prove"]);
    assert.equal(needOf(after("b/close-stop", "b/prove"), "a/close-upstream"), null);
  });
  it("fills and looks at nothing below a valve that is shut, and says which step opens it", () => {
    const sheet = sheets.find(({ id }) => id === "b") ?? assert.fail("b has a sheet");
    const until = sheet.steps.findIndex(({ role }) => role === "water-in");
    const ready = sheet.steps.slice(0, until).map((step) => taskIdOf("b", step));
    assert.equal(needOf(after(...ready), "b/water-in"), null);
    const shut = after(...ready, "a/close-upstream");
    assert.deepEqual(needOf(shut, "b/water-in"), ["valve-above-shut", "a/open-upstream"]);
    assert.ok(shut.shut.includes("cold branch, next valve up"));
    assert.equal(shut.pressure.get("b"), "no");
    assert.ok(shut.owed.some(({ code, fixture }) => code === "valve-shut" && fixture === "a"));
  });
  it("opens no valve onto a joint that is not made", () => {
    const sheet = sheets.find(({ id }) => id === "a") ?? assert.fail("a has a sheet");
    const make = sheet.steps.find(({ role }) => role === "make") ?? assert.fail("a joint is made");
    const until = sheet.steps.findIndex(({ role }) => role === "open-upstream");
    const others = sheet.steps
      .slice(0, until)
      .filter(({ role }) => role !== "make")
      .map((step) => taskIdOf("a", step));
    const need = needOf(after(...others), "a/open-upstream");
    assert.deepEqual(need?.[1], taskIdOf("a", make));
  });
});

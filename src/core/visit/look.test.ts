import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  allDry,
  CONNECTION,
  event,
  LEAKING_HOLD,
  look,
  signature,
  startedVisit,
  tickedTo,
} from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { LEAST_WATCH_MIN, openBeforeSigning, standingOf } from "../check/index.ts";
import type { ConnectionState } from "./connection-state.ts";
import type { VisitAct, VisitEvent } from "./event.ts";
import { firstRefused } from "./judge.ts";
import { foldVisit } from "./state.ts";
import { unresolvedOf } from "./unresolved.ts";

const connectionOf = (events: readonly VisitEvent[]): ConnectionState => {
  const [connection] = foldVisit(events).connections;
  assert.ok(connection);
  return connection;
};
const START = Date.parse("2026-03-08T09:00:00.000Z");
/** The same event, typed so many minutes after nine. */
const at = (minutes: number, made: VisitEvent): VisitEvent => ({
  ...made,
  typedAt: new Date(START + minutes * 60_000).toISOString(),
});
const on = (act: VisitAct): VisitEvent => event(act);
const wipe = (target?: string) =>
  on({ kind: "joints-wiped", connection: CONNECTION, ...(target === undefined ? {} : { target }) });
const clocked = (target: string, stage: Parameters<typeof look>[1], result: "dry" | "weeping" = "dry") =>
  look(target, stage, result, { watchedMin: null });
/** Everything up to water in, which comes at nine. */
const water = tickedTo(startedVisit(), "water-in").map((each) => at(0, each));
const lastCheck = (events: readonly VisitEvent[]) => {
  const check = connectionOf(events).checks.at(-1);
  assert.ok(check);
  return check;
};

describe("how long a look speaks for", () => {
  it("is the time since water came in, by the clock, whether or not anybody stared", () => {
    const { watchedMin, clockMin, isTold } = lastCheck([...water, at(12, clocked("2", "first-fill"))]);
    assert.deepEqual([watchedMin, clockMin, isTold], [12, 12, false]);
  });
  it("is told, and kept, where water is said to have come before what the log says was done before it", () => {
    const backdated = [...water.slice(0, -1), ...water.slice(-1).map((each) => at(-15, each))];
    const look15 = at(1, clocked("2", "static"));
    const { watchedMin, isTold } = lastCheck([...backdated, look15]);
    assert.deepEqual([watchedMin, isTold], [16, true]);
    assert.equal(
      lastCheck([...backdated, at(2, wipe()), at(20, look15)]).isTold,
      false,
      "a window by the clock",
    );
    const slack = [...water.slice(0, -1), ...water.slice(-1).map((each) => at(-0.9, each))];
    assert.equal(lastCheck([...slack, look15]).isTold, false, "a minute is let pass");
  });
  it("begins again when all joints, or this one, are wiped", () => {
    const wiped = [...water, at(10, wipe()), at(14, clocked("2", "first-fill"))];
    assert.equal(lastCheck(wiped).watchedMin, 4);
    assert.equal(lastCheck([...wiped, at(20, wipe("1")), at(21, clocked("1", "first-fill"))]).watchedMin, 1);
    assert.equal(lastCheck([...wiped, at(20, wipe("1")), at(21, clocked("2", "static"))]).watchedMin, 11);
  });
  it("begins again after a tissue, which takes up what it finds, and not after a look", () => {
    const looked = [...water, at(3, clocked("2", "first-fill")), at(20, clocked("2", "static"))];
    assert.equal(lastCheck(looked).watchedMin, 20, "a look wipes nothing");
    assert.equal(lastCheck([...looked, at(26, clocked("2", "after-run"))]).watchedMin, 6);
  });
  it("begins again when a joint is turned or re-made", () => {
    const remade = [
      ...water,
      at(5, clocked("2", "first-fill", "weeping")),
      at(9, on({ kind: "joint-remade", connection: CONNECTION, joint: 2, turns: null, renewed: "washer" })),
      at(11, clocked("2", "first-fill")),
    ];
    assert.equal(lastCheck(remade).watchedMin, 2);
    assert.deepEqual(connectionOf(remade).joints[1]?.renewed, ["washer"]);
  });
  it("is as told where the plumber tells it, and the clock stands beside", () => {
    const { watchedMin, clockMin, isTold } = lastCheck([...water, at(2, look("2", "first-fill", "dry"))]);
    assert.deepEqual([watchedMin, clockMin, isTold], [1, 2, true]);
  });
});

describe("a look that is too short", () => {
  const short = [...water, at(1, clocked("2", "first-fill")), at(4, clocked("2", "static"))];
  it("is taken, and does not close its stage", () => {
    assert.equal(firstRefused(water, short.slice(water.length), tables), null);
    assert.equal(standingOf(connectionOf(short), "2", "static"), "short");
    assert.ok(
      openBeforeSigning(connectionOf(short), tables.stages).some(
        ({ target, standing }) => target === "2" && standing === "short",
      ),
    );
  });
  it("is made good by a longer one, whatever is the least of the stage", () => {
    const longer = [...short, at(4 + LEAST_WATCH_MIN.static, clocked("2", "static"))];
    assert.equal(standingOf(connectionOf(longer), "2", "static"), "dry");
  });
});

describe("a follow-up check", () => {
  const signed = [...allDry(startedVisit()).map((each) => at(0, each)), at(30, signature())];
  it("days early is marked early; on its day it is not", () => {
    assert.equal(lastCheck([...signed, at(40, clocked("connection", "look-back"))]).isEarly, true);
    assert.equal(lastCheck([...signed, at(30 + 23 * 60, clocked("connection", "look-back"))]).isEarly, false);
  });
});

describe("signing beside a leak", () => {
  const dry = allDry(startedVisit()).map((each) => at(0, each));
  const hold = on({ kind: "hold-recorded", connection: CONNECTION, hold: LEAKING_HOLD });
  const sign = (resolved?: string) => signature(resolved === undefined ? {} : { resolved });
  const refused = (events: readonly VisitEvent[], next: VisitEvent) =>
    firstRefused(events, [next], tables)?.refusal ?? null;

  it("asks what became of it, and prints the answer", () => {
    const leaking = [...dry, at(10, hold)];
    assert.match(refused(leaking, at(20, sign()))?.message ?? "", /called a leak.*what became of it/);
    assert.equal(refused(leaking, at(20, sign("a valve upstream was open"))), null);
    assert.equal(
      connectionOf([...leaking, at(20, sign("a valve was open"))]).signed?.resolved,
      "a valve was open",
    );
  });
  it("asks nothing once a later test comes out tight, and asks on after an inconclusive one", () => {
    const again = (verdict: "tight" | "inconclusive") =>
      at(20, on({ kind: "hold-recorded", connection: CONNECTION, hold: { ...LEAKING_HOLD, verdict } }));
    assert.equal(unresolvedOf(connectionOf([...dry, at(10, hold), again("tight")])), null);
    assert.ok(unresolvedOf(connectionOf([...dry, at(10, hold), again("inconclusive")])));
  });
  it("says when the test was taken before a joint was re-made", () => {
    const remake = on({
      kind: "joint-remade",
      connection: CONNECTION,
      joint: 2,
      turns: null,
      renewed: "ferrule",
    });
    assert.equal(unresolvedOf(connectionOf([...dry, at(10, hold), at(12, remake)]))?.isBeforeTouch, true);
    assert.equal(unresolvedOf(connectionOf([...dry, at(8, remake), at(10, hold)]))?.isBeforeTouch, false);
  });
  it("asks about a weep that stands behind an exception", () => {
    const wet = [
      ...water,
      at(2, clocked("2", "first-fill", "weeping")),
      at(
        3,
        on({
          kind: "exception-written",
          connection: CONNECTION,
          target: "2",
          stage: "first-fill",
          reason: "customer wants it so",
        }),
      ),
    ];
    assert.deepEqual(unresolvedOf(connectionOf(wet))?.weeps, ["2"]);
  });
  it("lets a signature of before this was asked stand when it is read from a file", () =>
    assert.equal(firstRefused([...dry, at(10, hold)], [at(20, sign())], tables, { isHistory: true }), null));
});

describe("a count of turns nobody made", () => {
  it("stays not counted when a weeping joint is turned further", () => {
    const made = tickedTo(startedVisit(), "water-in").map((each) =>
      each.kind === "step-done" && each.joint !== null ? { ...each, turns: null } : each,
    );
    const snugged = [
      ...made,
      look("1", "first-fill", "weeping"),
      on({ kind: "joint-snugged", connection: CONNECTION, joint: 1, turns: 1 / 8 }),
    ];
    const joint = connectionOf(snugged).joints[0];
    assert.deepEqual([joint?.turns, joint?.snugs], [null, 1]);
  });
});

describe("simulated readings", () => {
  const dry = allDry(startedVisit());
  const hold = on({
    kind: "hold-recorded",
    connection: CONNECTION,
    hold: { ...LEAKING_HOLD, source: "simulated" },
  });
  const training = dry.map((each) =>
    each.kind === "visit-opened" ? { ...each, training: true as const } : each,
  );
  it("are refused on a customer's visit and taken on a training one", () => {
    assert.match(firstRefused(dry, [hold], tables)?.refusal.message ?? "", /training visits only/);
    assert.equal(firstRefused(training, [hold], tables), null);
  });
  it("make a training visit of one whose file brings them", () => {
    assert.equal(firstRefused(dry, [hold], tables, { isHistory: true }), null);
    assert.equal(foldVisit([...dry, hold]).isTraining, true);
    assert.equal(foldVisit(dry).isTraining, false);
  });
});

describe("the bin", () => {
  const opened = startedVisit();
  const binned = [...opened, on({ kind: "visit-binned", reason: "opened twice" })];
  it("takes a visit off, refuses work on it, and gives it back whole", () => {
    assert.equal(foldVisit(binned).binned?.reason, "opened twice");
    const note = on({ kind: "visit-noted", text: "x" });
    assert.match(firstRefused(binned, [note], tables)?.refusal.message ?? "", /in the bin/);
    const restored = [...binned, on({ kind: "visit-restored" })];
    assert.equal(firstRefused(binned, restored.slice(-1), tables), null);
    assert.deepEqual(foldVisit(restored).connections, foldVisit(opened).connections);
    assert.equal(firstRefused(restored, [note], tables), null);
  });
  it("is not asked twice, either way", () =>
    assert.match(
      firstRefused(opened, [on({ kind: "visit-restored" })], tables)?.refusal.message ?? "",
      /neither in the bin nor cancelled/,
    ));
  it("gives a removed connection back", () => {
    const removed = [
      ...opened,
      on({ kind: "connection-removed", connection: CONNECTION, reason: "wrong room" }),
    ];
    const restore = on({ kind: "connection-restored", connection: CONNECTION });
    assert.equal(firstRefused(removed, [restore], tables), null);
    assert.equal(connectionOf([...removed, restore]).removed, null);
    assert.match(firstRefused(opened, [restore], tables)?.refusal.message ?? "", /not removed/);
  });
  it("lets a visit be renamed", () => {
    const site = { name: "Gullwing Hall", address: "2 Slip Way", zone: "America/New_York" };
    const state = foldVisit([...opened, on({ kind: "visit-renamed", title: "Washroom", site })]);
    assert.deepEqual([state.title, state.site], ["Washroom", site]);
  });
});

describe("a note", () => {
  it("stays in the shop unless it is marked for the customer", () => {
    const { notes } = connectionOf([
      ...startedVisit(),
      on({ kind: "connection-noted", connection: CONNECTION, text: "key at the desk" }),
      on({ kind: "connection-noted", connection: CONNECTION, text: "renew in 5 years", forCustomer: true }),
    ]);
    assert.deepEqual(
      notes.map(({ isForCustomer }) => isForCustomer),
      [false, true],
    );
  });
});

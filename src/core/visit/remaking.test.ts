import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { stop } from "../../../tests/support/connection.ts";
import {
  accepted,
  connection,
  jointWeeping,
  on,
  opened,
  provedAgain,
  refused,
  remake,
  remakeTick,
  sign,
} from "../../../tests/support/connection-life.ts";
import { CONNECTION, look, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { scheduleOf } from "../schedule/index.ts";
import { owedOf, situationOf } from "../situation/index.ts";
import { isRemakeRole, runSheet } from "../step/index.ts";
import type { VisitEvent } from "./event.ts";
import { refuseNext } from "./judge.ts";
import { foldVisit } from "./state.ts";

const sheetOf = (events: readonly VisitEvent[]) => runSheet([connection(events)], tables);
const again = (events: readonly VisitEvent[]) =>
  sheetOf(events).filter(({ ofRemake }) => ofRemake !== undefined);
const situation = (events: readonly VisitEvent[]) =>
  situationOf([{ id: "t", connections: [connection(events)], steps: sheetOf(events) }], tables);

describe("a joint that is made anew", () => {
  const weeping = jointWeeping();
  const begun = [...weeping, on({ kind: "remake-begun", joint: 1 })];

  it("brings its own acts: shut, proved, let off, made, water in", () => {
    assert.deepEqual(again(weeping), []);
    assert.deepEqual(
      again(begun).map(({ role }) => role),
      ["shut-again", "prove-again", "let-off-again", "remake", "water-again"],
    );
    assert.match(again(begun)[0]?.text ?? "", /Shut stop of .* again before joint 1/);
  });

  it("is opened in their order only: never under pressure", () => {
    const steps: readonly VisitEvent[] = [
      remakeTick("shut-again"),
      provedAgain(),
      remakeTick("let-off-again"),
      remake(1),
      remakeTick("water-again"),
    ];
    accepted([...begun, ...steps]);
    for (const [at, step] of steps.entries())
      for (const later of steps.slice(at + 1).filter(({ kind }) => kind !== "stop-proved"))
        assert.ok(refused([...begun, ...steps.slice(0, at)], later), `${later.kind} before ${step.kind}`);
    assert.match(refused(weeping, remake(1))?.message ?? "", /under pressure/);
    const without = on({ kind: "joint-remade", joint: 1, turns: 0.25, renewed: "", override: "it was dry" });
    assert.equal(refused(weeping, without), null, "with a reason that is written down");
  });

  it("made anew with a reason says so in the house, and leaves no acts behind", () => {
    const without = on({
      kind: "joint-remade",
      joint: 1,
      turns: 0.25,
      renewed: "washer",
      override: "it was dry",
    });
    const made = [...begun, without];
    accepted(made);
    assert.deepEqual(again(made), []);
    assert.deepEqual(
      connection(made).notes.map(({ text, isForCustomer }) => [text, isForCustomer]),
      [["Done out of order (joint 1 made anew): it was dry", false]],
    );
    const next = [...made, on({ kind: "remake-begun", joint: 1 })];
    assert.equal(again(next).length, 5, "the next time has its acts");
  });

  it("is told by its word alone where the visit's library is from before its acts", () => {
    const steps = tables.steps.filter(({ role }) => !isRemakeRole(role));
    const older = { ...tables, steps };
    assert.equal(refuseNext(begun, remake(1), older), null);
    assert.deepEqual(connection([...begun, remake(1)]).remakes, []);
  });

  it("takes no bare tick for an answer", () => {
    const shut = [...begun, remakeTick("shut-again")];
    const bare = (step: string, role: "prove-again" | "remake") =>
      on({ kind: "step-done", step, role, joint: null, turns: null });
    assert.match(refused(shut, bare("prove-again-1", "prove-again"))?.message ?? "", /question/);
    assert.match(refused(opened(weeping, 1), bare("remake-1", "remake"))?.message ?? "", /Say at the joint/);
  });

  it("breaks the pressure of every joint until its water is in again, and the clock starts there", () => {
    const made = [...opened(weeping, 1), remake(1)];
    assert.match(refused(made, look("1", "first-fill"))?.message ?? "", /is shut: a line without water/);
    assert.deepEqual(situation(made).shut, ["stop of Toilet tank"]);
    const open = [...made, remakeTick("water-again")];
    assert.equal(connection(open).waterInAt, open.at(-1)?.typedAt);
    assert.deepEqual(situation(open).shut, []);
    assert.equal(refused(open, look("1", "first-fill")), null);
  });

  it("leaves another fixture of the same name its water: a stop shuts its own line alone", () => {
    const other = "00000000-0000-4000-8000-00000000c0c1";
    const beside = startedVisit("toilet", { connection: other }).slice(1);
    const made = foldVisit([...weeping, ...beside, ...opened([], 1)]);
    const cut = (id: string) => made.connections.find((each) => each.id === id)?.cutOffBy;
    assert.deepEqual(cut(CONNECTION), ["stop of Toilet tank"]);
    assert.deepEqual(cut(other), []);
  });

  it("is owed its water, and nobody signs over that", () => {
    const made = [...opened(weeping, 1), remake(1)];
    assert.ok(owedOf(sheetOf(made)).some(({ code }) => code === "shut-for-remake"));
    assert.ok(refused(made, sign()));
    assert.ok(
      !owedOf(sheetOf([...made, remakeTick("water-again")])).some(({ code }) => code === "shut-for-remake"),
    );
  });

  it("goes to the valve above where the stop does not hold after all", () => {
    const dead = [...begun, remakeTick("shut-again"), provedAgain("dead")];
    const [shut] = again(dead);
    assert.equal(shut?.isDone, false);
    assert.match(shut?.text ?? "", /cold branch, next valve up/);
    const above = [...dead, remakeTick("shut-again"), provedAgain()];
    assert.deepEqual(situation(above).shut, ["cold branch, next valve up"]);
    assert.equal(again(above)[1]?.isDone, true);
  });

  it("needs a dry pipe where the joint is soldered: a weeping valve will not do", () => {
    const supply = { kind: "dead-stop", end: "pipe-1/2-copper", looks: "wall" } as const;
    const change = { ...stop("dead"), supply, houseRules: { pipeJoint: "solder" } } as const;
    const soldered = tickedTo(startedVisit("toilet", { change }), "water-in");
    const at = connection(soldered).joints.find(({ joint }) => joint.type === "solder")?.joint.number;
    assert.ok(at !== undefined);
    const apart = [
      ...soldered,
      on({ kind: "remake-begun", joint: at }),
      remakeTick("shut-again"),
      provedAgain("weeps"),
      remakeTick("let-off-again"),
    ];
    assert.match(refused(apart, remake(at, null))?.message ?? "", /needs a dry pipe/);
  });

  it("takes a second joint along while its water is shut, and has acts of their own the next time", () => {
    const both = [...opened(weeping, 1), on({ kind: "remake-begun", joint: 2 })];
    assert.match(again(both)[3]?.text ?? "", /joint 1 and 2/);
    const one = [...both, remake(1)];
    assert.equal(again(one)[3]?.isDone, false);
    const done = [...one, remake(2, null), remakeTick("water-again")];
    accepted(done);
    const next = [...done, on({ kind: "remake-begun", joint: 1 })];
    assert.deepEqual(
      again(next).map(({ isDone }) => isDone),
      [...Array(5).fill(true), ...Array(5).fill(false)],
    );
    assert.ok(!owedOf(sheetOf(next)).some(({ code }) => code === "shut-for-remake"), "not shut yet");
  });

  it("is scheduled with what is left of the visit, opened after the joint is made", () => {
    const order = (events: readonly VisitEvent[]) =>
      scheduleOf([connection(events)], tables, 1).schedule.tasks.map(({ task }) => task);
    for (const events of [begun, [...begun, remakeTick("shut-again")], opened(weeping, 1)]) {
      const tasks = order(events);
      const placeOf = (role: string) => tasks.indexOf(`${CONNECTION}/${role}-1`);
      assert.ok(placeOf("remake") >= 0 && placeOf("remake") < placeOf("water-again"));
      assert.ok(placeOf("water-again") < tasks.indexOf(`${CONNECTION}/purge`));
    }
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  accepted,
  connection,
  jointWeeping,
  NOW,
  on,
  phase,
  refused,
  remake,
  sign,
  snug,
} from "../../../tests/support/connection-life.ts";
import { allDry, event, look, startedVisit, surveyOf, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import type { VisitEvent } from "./event.ts";
import { followUpDueAt } from "./follow-up-due.ts";
import { foldVisit } from "./state.ts";
import { followUpOf, jointProgress, jointStatus, nextAction } from "./status.ts";

const lives = (events: readonly VisitEvent[]) =>
  connection(events).joints.map((joint) => jointStatus(connection(events), joint));

describe("a connection's life", () => {
  it("goes from surveyed to done, every event accepted", () => {
    assert.equal(phase(startedVisit("toilet", { planned: false })), "surveyed");
    assert.equal(phase(startedVisit()), "planned");
    assert.equal(phase(tickedTo(startedVisit(), "make-1")), "part-made");
    assert.equal(phase(tickedTo(startedVisit(), "make-2")), "made");
    assert.equal(phase(tickedTo(startedVisit(), "water-in")), "checking");
    const dry = allDry(startedVisit());
    assert.equal(phase(dry), "ready");
    const signature = sign();
    const signed = [...dry, signature];
    const dueAt = followUpDueAt(signature.typedAt);
    assert.equal(phase(signed, signature.typedAt), "look-back");
    assert.equal(phase(signed, dueAt), "overdue");
    const done = [...signed, look("connection", "look-back")];
    assert.equal(phase(done), "done");
    assert.equal(nextAction("done"), null);
    accepted(done);
  });

  it("shows each joint planned, made, under pressure, dry, signed", () => {
    assert.deepEqual(lives(startedVisit()), ["planned", "planned"]);
    assert.deepEqual(lives(tickedTo(startedVisit(), "make-1")), ["made", "planned"]);
    const wet = tickedTo(startedVisit(), "water-in");
    assert.deepEqual(lives(wet), ["pressure", "pressure"]);
    const looked = [...wet, look("2", "first-fill"), look("2", "static")];
    const top = connection(looked).joints[1];
    assert.equal(top && jointProgress(connection(looked), top).dryStages, 2);
    assert.deepEqual(lives([...looked, look("2", "after-run")]), ["pressure", "dry"]);
    assert.deepEqual(lives([...allDry(startedVisit()), sign()]), ["signed", "signed"]);
  });

  it("falls due for a look-back a day after it was signed, by the clock and not by the calendar", () => {
    // 8 March 2026 has 23 hours in the site's zone; the follow-up check is after 24.
    assert.equal(followUpDueAt("2026-03-08T05:30:00.000Z"), "2026-03-09T05:30:00.000Z");
    const signature = sign();
    const visit = foldVisit([...allDry(startedVisit()), signature]);
    assert.equal(followUpOf(visit, tables.stages, NOW), followUpDueAt(signature.typedAt));
    assert.equal(followUpOf(foldVisit(startedVisit()), tables.stages, NOW), null);
  });

  it("weeps at the look-back as loudly as before signing", () => {
    assert.equal(
      phase([...allDry(startedVisit()), sign(), look("connection", "look-back", "weeping")]),
      "weeping",
    );
  });
});

describe("what may not happen", () => {
  const made = tickedTo(startedVisit(), "make-2");
  const wet = tickedTo(startedVisit(), "water-in");
  const weeping = jointWeeping();
  const cases: readonly (readonly [
    name: string,
    before: readonly VisitEvent[],
    added: VisitEvent,
    says: RegExp,
  ])[] = [
    ["opening a visit twice", startedVisit(), startedVisit()[0] as VisitEvent, /open already/],
    ["anything before the visit is open", [], sign(), /begins with visit-opened/],
    [
      "an act on a connection that is not there",
      startedVisit(),
      event({ kind: "connection-noted", connection: "00000000-0000-4000-8000-0000000000ff", text: "x" }),
      /no such connection/,
    ],
    [
      "ticking a step twice",
      tickedTo(startedVisit(), "look-ends"),
      on({ kind: "step-done", step: "look-ends", joint: null, turns: null }),
      /ticked this step already/,
    ],
    [
      "ticking a step the sheet does not have",
      startedVisit(),
      on({ kind: "step-done", step: "power-off", joint: null, turns: null }),
      /no step power-off/,
    ],
    [
      "ticking without a plan",
      startedVisit("toilet", { planned: false }),
      on({ kind: "step-done", step: "look-ends", joint: null, turns: null }),
      /Choose a hookup/,
    ],
    [
      "ticking a stage of the check by hand",
      wet,
      on({ kind: "step-done", step: "check-static", joint: null, turns: null }),
      /Leak check tab/,
    ],
    [
      "water before every joint is made",
      tickedTo(startedVisit(), "make-1"),
      on({ kind: "step-done", step: "water-in", role: "water-in", joint: null, turns: null }),
      /every joint/,
    ],
    [
      "turning a joint past its hard maximum",
      tickedTo(startedVisit(), "clean-faces"),
      on({ kind: "step-done", step: "make-1", joint: 1, turns: 1.25 }),
      /not be turned past 3\/4/,
    ],
    [
      "a step with another step's joint",
      tickedTo(startedVisit(), "clean-faces"),
      on({ kind: "step-done", step: "make-1", joint: 2, turns: 0.25 }),
      /do not belong together/,
    ],
    ["another plan once a joint is made", made, startedVisit()[2] as VisitEvent, /are made/],
    ["a look before there is water", made, look("2", "first-fill"), /Let water in/],
    ["standing before first fill", wet, look("2", "static"), /First fill/],
    ["a target the stage does not look at", wet, look("A", "static"), /does not look at A/],
    ["a joint that is not there", wet, look("3", "first-fill"), /does not look at 3/],
    ["dry on a joint that weeps and was not touched", weeping, look("1", "static"), /snug or re-make/],
    ["snugging what does not weep", weeping, snug(2), /does not weep/],
    ["snugging by nothing", weeping, snug(1, 0), /how far/],
    ["snugging past the hard maximum", weeping, snug(1, 0.8), /not be turned past/],
    ["re-making what was never made", startedVisit(), remake(1), /not made yet/],
    ["signing with looks open", wet, sign(), /First fill.*not checked.*more/],
    ["signing while a joint weeps", weeping, sign(), /wet/],
    ["signing before anything is made", startedVisit(), sign(), /every joint/],
    ["re-opening what is not signed", wet, on({ kind: "connection-reopened", reason: "x" }), /not signed/],
    ["looking back before signing", wet, look("connection", "look-back"), /after signing/],
    [
      "a survey after signing",
      [...allDry(startedVisit()), sign()],
      on({ kind: "survey-saved", survey: surveyOf("toilet") }),
      /re-open/,
    ],
    ["a check after signing", [...allDry(startedVisit()), sign()], look("1", "static"), /re-open/],
    [
      "other ends once joints are made",
      made,
      on({ kind: "survey-saved", survey: surveyOf("lavatory-cold") }),
      /Joints are made/,
    ],
    [
      "an exception for what is dry",
      [...wet, look("2", "first-fill")],
      on({ kind: "exception-written", target: "2", stage: "first-fill", reason: "x" }),
      /no exception/,
    ],
  ];
  for (const [name, before, added, says] of cases)
    it(name, () => {
      const answer = refused(before, added);
      assert.match(answer?.message ?? "accepted", says);
      assert.ok(answer && answer.field.length > 0);
    });
});

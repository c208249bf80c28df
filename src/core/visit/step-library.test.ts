import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { CONNECTION, event, startedVisit, surveyOf, tickedTo } from "../../../tests/support/story.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { planHookup } from "../planner/index.ts";
import {
  libraryFaults,
  missingRoles,
  runSheet,
  type StepTemplate,
  stepBroughtForward,
} from "../step/index.ts";
import { conditionFault } from "../step/step-conditions.ts";
import { planRequestOf } from "../survey/index.ts";
import type { VisitEvent } from "./event.ts";
import { firstRefused } from "./judge.ts";
import { withStepRoles } from "./stamped-roles.ts";
import { foldVisit } from "./state.ts";

const { steps } = tables;
const changed = (id: string, change: Partial<StepTemplate>) =>
  steps.map((step) => (step.id === id ? { ...step, ...change } : step));
const without = (id: string) => steps.filter((step) => step.id !== id);

describe("a step library", () => {
  it("has no faults as it ships", () => assert.deepEqual(libraryFaults(steps), []));

  for (const [name, library, field] of [
    ["without the step that makes joints", without("make"), "role"],
    ["that never lets the water in", without("water-in"), "role"],
    ["without one stage of the check", without("check-static"), "stage"],
    ["with one id twice", [...steps, ...steps.filter(({ id }) => id === "towel")], "id"],
    ["with an id that looks like a joint's", changed("towel", { id: "towel-2" }), "id"],
    [
      "where quick is slower than likely",
      changed("towel", { handsOnMin: { low: 5, likely: 1, high: 9 } }),
      "likely",
    ],
    ["that asks for a joint's words once a connection", changed("towel", { text: "Joint {n}" }), "text"],
    [
      "where the step that closes the stop leaves the water on",
      changed("close-stop", { effect: null }),
      "effect",
    ],
    ["with two steps of one role", changed("towel", { role: "close-stop", effect: "water-off" }), "role"],
    ["without the step that closes the stop: an older visit's may be so", without("close-stop"), null],
  ] as const)
    it(`${name} is ${field === null ? "taken" : "told apart"}`, () => {
      const faults = libraryFaults(library);
      if (field === null) assert.deepEqual(faults, []);
      else
        assert.ok(
          faults.some((fault) => fault.field === field),
          JSON.stringify(faults),
        );
    });

  it("is refused where no valve is shut before the joints", () => {
    const dry = steps.map((step) => (step.effect === "water-off" ? { ...step, effect: null } : step));
    assert.ok(libraryFaults(dry).some(({ field }) => field === "order"));
  });

  it("in force has a step for every role", () => {
    assert.deepEqual(missingRoles(steps), []);
    for (const id of ["close-stop", "close-upstream"])
      assert.ok(
        missingRoles(without(id)).some(({ field }) => field === "role"),
        id,
      );
  });

  it("may name its steps as it likes: roles stay with them", () => {
    const renamed = steps.map((step) => ({ ...step, id: `own-${step.id}` }));
    assert.deepEqual(libraryFaults(renamed), []);
    const tick = event({
      kind: "step-done",
      connection: CONNECTION,
      step: "own-make-2",
      role: null,
      joint: 2,
      turns: null,
    });
    const [stamped] = withStepRoles([tick], renamed);
    assert.equal(stamped?.kind === "step-done" && stamped.role, "make");
    const [strange] = withStepRoles(
      [
        event({
          kind: "step-done",
          connection: CONNECTION,
          step: "own-make-2",
          role: "bench",
          joint: 2,
          turns: null,
        }),
      ],
      [],
    );
    assert.equal(strange?.kind === "step-done" && strange.role, null);
  });

  it("from before steps had roles has them by its steps' ids", () => {
    const { role: _, ...old } = steps.find(({ id }) => id === "close-stop") ?? {};
    assert.deepEqual(
      stepBroughtForward(old),
      steps.find(({ id }) => id === "close-stop"),
    );
    assert.deepEqual(stepBroughtForward({ id: "towel" }), { id: "towel", role: null });
    assert.equal(stepBroughtForward(3), 3);
  });

  it("knows its conditions and no others", () => {
    assert.equal(conditionFault("stop-fails water=hot"), null);
    assert.equal(conditionFault("fixture=toilet|bidet"), null);
    assert.match(conditionFault("fixture=fountain") ?? "", /"fountain" is no fixture/);
    assert.match(conditionFault("thirsty") ?? "", /no condition "thirsty"/);
    assert.match(conditionFault("colour=red") ?? "", /no condition "colour="/);
  });
});

function sheetAfter(events: readonly VisitEvent[]) {
  assert.equal(firstRefused([], events, tables), null);
  const [connection] = foldVisit(events).connections;
  assert.ok(connection);
  return { connection, steps: runSheet([connection], tables) };
}
const proved = (
  result: "holds" | "weeps" | "dead" | "seized" | "unreachable",
  dropsPerMin: number | null = null,
) => event({ kind: "stop-proved", connection: CONNECTION, result, method: "flushed-and-held", dropsPerMin });
const ids = (sheet: ReturnType<typeof sheetAfter>) => sheet.steps.map(({ id }) => id);
const doneIn = (sheet: ReturnType<typeof sheetAfter>) =>
  sheet.steps.filter(({ doneAt }) => doneAt !== null).map(({ id }) => id);

describe("a stop proved on the way", () => {
  const before = tickedTo(startedVisit(), "lay-out");

  it("that holds leaves the sheet as it is and is kept with its method", () => {
    const sheet = sheetAfter([...before, proved("holds")]);
    assert.deepEqual(ids(sheet), ids(sheetAfter(before)));
    assert.equal(sheet.connection.survey.stop.proof, "holds");
    assert.equal(sheet.connection.survey.stop.method, "flushed-and-held");
  });

  it("above passes to the next one up when it does not close either, and voids what was ticked for it", () => {
    const above = tickedTo([...before, proved("dead")], "close-upstream");
    const valve = "cold branch, next valve up";
    const answer = (result: "holds" | "dead") =>
      event({
        kind: "stop-proved",
        connection: CONNECTION,
        result,
        method: "outlet-opened",
        dropsPerMin: null,
        valve,
      });
    const held = sheetAfter([...above, answer("holds")]);
    assert.ok(doneIn(held).includes("close-upstream"));
    assert.deepEqual(
      held.connection.proofs.map((each) => [each.valve, each.result]),
      [
        [null, "dead"],
        [valve, "holds"],
      ],
    );
    const failed = sheetAfter([...above, answer("dead")]);
    assert.ok(!doneIn(failed).includes("close-upstream"), "another valve is to be shut");
    assert.match(failed.steps.find(({ role }) => role === "close-upstream")?.text ?? "", /house main/);
  });

  it("that is new says nothing of the one that was found", () => {
    const sheet = sheetAfter([
      ...before,
      event({
        kind: "stop-proved",
        connection: CONNECTION,
        result: "dead",
        method: "outlet-opened",
        dropsPerMin: null,
        isNew: true,
      }),
    ]);
    assert.deepEqual(ids(sheet), ids(sheetAfter(before)));
    assert.deepEqual(
      sheet.connection.proofs.map(({ isNew, result }) => [isNew, result]),
      [[true, "dead"]],
    );
  });

  for (const result of ["dead", "seized", "unreachable"] as const)
    it(`found ${result} brings the next valve up, and keeps the ticks`, () => {
      const sheet = sheetAfter([...before, proved(result)]);
      assert.ok(ids(sheet).includes("close-upstream"));
      assert.ok(!ids(sheet).includes("close-stop"));
      assert.deepEqual(doneIn(sheet), doneIn(sheetAfter(before)));
    });

  it("after it was closed once keeps what was done, and the other valve is still to be shut", () => {
    const closed = tickedTo(startedVisit(), "take-off");
    const sheet = sheetAfter([...closed, proved("dead")]);
    const upstream = sheet.steps.find(({ id }) => id === "close-upstream");
    assert.equal(upstream?.isDone, false);
    assert.ok(doneIn(sheet).includes("take-off"));
  });

  it("counts drops only where it weeps", () => {
    const refused = firstRefused(before, [proved("holds", 12)], tables);
    assert.equal(refused?.refusal.field, "dropsPerMin");
    const { connection } = sheetAfter([...before, proved("weeps", 12)]);
    assert.equal(connection.proofs.at(-1)?.dropsPerMin, 12);
    assert.equal(connection.survey.stop.proof, "weeps");
  });

  it("is taken back by undoing it", () => {
    const proof = proved("dead");
    const sheet = sheetAfter([...before, proof, event({ kind: "event-undone", undoes: proof.id })]);
    assert.deepEqual(ids(sheet), ids(sheetAfter(before)));
    assert.deepEqual(sheet.connection.proofs, []);
  });
});

describe("another plan chosen while ticks stand", () => {
  it("keeps the ticks that do not speak of parts or joints", () => {
    const before = tickedTo(startedVisit(), "take-off");
    const survey = surveyOf("toilet", {
      length: { min: { typed: "16", value: 16 }, max: { typed: "19", value: 19 } },
    });
    const request = planRequestOf(survey, null);
    const plan = planHookup(plannerIndex, request).plans[0];
    assert.ok(plan);
    const sheet = sheetAfter([
      ...before,
      event({ kind: "survey-saved", connection: CONNECTION, survey }),
      event({ kind: "plan-chosen", connection: CONNECTION, plan, request }),
    ]);
    assert.deepEqual(
      doneIn(sheet),
      doneIn(sheetAfter(before)).filter((id) => id !== "lay-out"),
    );
  });
});

describe("pictures", () => {
  it("stand with the connection, signed or not", () => {
    const photo = event({
      kind: "photo-added",
      connection: CONNECTION,
      photo: "00000000-0000-4000-8000-00000000f0f0",
      caption: "old line",
    });
    const { connection } = sheetAfter([...startedVisit(), photo]);
    assert.deepEqual(
      connection.photos.map(({ caption }) => caption),
      ["old line"],
    );
  });
});

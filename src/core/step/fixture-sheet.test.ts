import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import type { Survey } from "../survey/index.ts";
import { runSheet } from "./run-sheet.ts";
import { codeOf, type RunStep, ticksLeftBehind } from "./run-step.ts";

const textOf = (steps: readonly RunStep[], id: string) => steps.find((step) => step.id === id)?.text ?? "";

describe("a fixture with hot and cold", () => {
  const sides = (change: Partial<Survey> = {}) =>
    (["hot", "cold"] as const).map((side) =>
      plannedConnection(side, `washer-${side}`, { ...stop("holds"), fixtureId: "washer", ...change }),
    );
  const codes = (steps: readonly RunStep[], connection: string | null) =>
    steps.filter((step) => step.connection === connection).map(codeOf);

  it("is looked at, moved, unplugged, taken apart and handed over once", () => {
    const once = codes(runSheet(sides(), tables), null);
    for (const code of [
      "look-ends",
      "mark-sides",
      "pull-plug",
      "roll-out",
      "take-off",
      "plug-in",
      "place-back",
      "hand-over",
    ])
      assert.equal(once.filter((each) => each === code).length, 1, code);
    assert.deepEqual(
      codes(runSheet(sides(), tables), "hot").filter((each) => each === "prove"),
      ["prove"],
    );
  });

  it("is proved while it has power, then unplugged, then moved", () => {
    const order = runSheet(sides(), tables).map(codeOf);
    assert.ok(order.lastIndexOf("prove") < order.indexOf("pull-plug"));
    assert.ok(order.indexOf("pull-plug") < order.indexOf("roll-out"));
    const text = runSheet(sides(), tables).find(({ role }) => role === "prove")?.text;
    assert.match(text ?? "", /start a fill while there is power/);
  });

  it("without power proves by a cracked nut, last, and with the caution", () => {
    const steps = runSheet(sides({ power: "none" }), tables);
    const proof = steps.find(({ role }) => role === "prove");
    assert.match(proof?.text ?? "", /eyes covered.*Crack the nut half a turn/);
    assert.match(proof?.cautions.join() ?? "", /scalds/);
    const order = steps.map(codeOf);
    assert.ok(
      order.indexOf("roll-out") < order.indexOf("prove") &&
        order.indexOf("prove") < order.indexOf("release-pressure"),
    );
  });

  it("says the same words once and different ones by side", () => {
    const steps = runSheet(sides(), tables);
    assert.match(textOf(steps, "exercise"), /^Hot side: Run a hot fill.*Cold side: Run a cold fill/);
    assert.doesNotMatch(textOf(steps, "take-off"), /side:/);
  });

  it("shuts one valve once for both where it serves both", () => {
    const valve = { name: "washer valve", shuts: "branch", kind: "ball", proof: "holds" } as const;
    const both = sides(stop("dead")).map((each) => ({
      ...each,
      valves: [{ ...valve, place: "", provedAt: null }],
    }));
    const steps = runSheet(both, tables);
    assert.equal(steps.filter(({ role }) => role === "close-upstream").length, 1);
    assert.match(steps.find(({ role }) => role === "close-upstream")?.text ?? "", /washer valve/);
  });

  it("is done for the fixture when every side is ticked", () => {
    const [hot, cold] = sides();
    assert.ok(hot && cold);
    const at = new Map([["take-off", "2026-11-25T13:00:00.000Z"]]);
    const isDone = (...own: readonly (typeof hot)[]) =>
      runSheet(own, tables).find(({ id }) => id === "take-off")?.isDone;
    assert.equal(isDone({ ...hot, steps: at }, cold), false);
    assert.equal(isDone({ ...hot, steps: at }, { ...cold, steps: at }), true);
  });
});

describe("a tick that no longer holds", () => {
  it("is marked when another hookup changes what the step says", () => {
    const toilet = plannedConnection("t", "toilet", stop("holds"));
    assert.ok(toilet.plan);
    const steps = new Map([
      ["lay-out", "2026-11-25T11:00:00.000Z"],
      ["look-ends", "2026-11-25T11:00:00.000Z"],
    ]);
    const sheet = runSheet([{ ...toilet, steps }], tables);
    const layOut = sheet.find(({ id }) => id === "lay-out");
    assert.deepEqual([layOut?.isDone, layOut?.outdatedAt], [false, "2026-11-25T11:00:00.000Z"]);
    assert.equal(sheet.find(({ id }) => id === "look-ends")?.isDone, true);
  });

  it("is told apart when its step is no longer on the sheet", () => {
    const toilet = plannedConnection("t", "toilet", stop("dead"));
    const steps = new Map([
      ["look-ends", "2026-11-25T13:00:00.000Z"],
      ["close-stop", "2026-11-25T13:10:00.000Z"],
    ]);
    const subjects = [{ ...toilet, steps }];
    assert.deepEqual(ticksLeftBehind(subjects, runSheet(subjects, tables)), [
      { id: "close-stop", at: "2026-11-25T13:10:00.000Z" },
    ]);
  });

  it("is marked when the stop that was proved fails afterwards", () => {
    const toilet = plannedConnection("t", "toilet", stop("dead"));
    const steps = new Map([["prove", "2026-11-25T13:00:00.000Z"]]);
    const proof = (stopFailedAt: string | null) =>
      runSheet([{ ...toilet, steps, stopFailedAt }], tables).find(({ id }) => id === "prove");
    assert.equal(proof(null)?.isDone, true);
    assert.equal(proof("2026-11-25T13:30:00.000Z")?.isDone, false);
    assert.equal(proof("2026-11-25T13:30:00.000Z")?.outdatedAt, "2026-11-25T13:00:00.000Z");
  });
});

describe("solder joints of one fitting", () => {
  const cut = plannedConnection("d", "dishwasher", {
    supply: { end: "pipe-1/2-copper", kind: "pipe", looks: "wall" },
    houseRules: { pipeJoint: "solder" },
  });
  const steps = runSheet([cut], tables);
  const placeOf = (id: string) => steps.findIndex((step) => step.id === id);
  const soldered = (where: "bench" | "place") =>
    (cut.plan?.plan.joints ?? []).filter((joint) => joint.type === "solder" && joint.where === where);

  it("are all ready before its one heat, and each says which come with it", () => {
    for (const where of ["bench", "place"] as const) {
      const numbers = soldered(where).map(({ number }) => number);
      assert.equal(numbers.length, 2, `the tee and its branch have two each, ${where}`);
      const firstHeat = Math.min(...numbers.map((number) => placeOf(`make-${number}`)));
      for (const number of numbers) {
        assert.ok(placeOf(`fit-solder-${number}`) < firstHeat, `joint ${number} is ready`);
        const notes = steps[placeOf(`make-${number}`)]?.joint?.notes.join(" ") ?? "";
        const [other] = numbers.filter((each) => each !== number);
        assert.match(notes, new RegExp(`In one heat with joint ${other}:`));
      }
    }
  });

  it("of different fittings are heated each by itself", () => {
    const sides = ["hot", "cold"].map((side) =>
      plannedConnection(side, `lavatory-${side}`, {
        ...stop("dead"),
        supply: { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" },
        houseRules: { pipeJoint: "solder" },
        fixtureId: "basin",
      }),
    );
    for (const { joint } of runSheet(sides, tables))
      assert.doesNotMatch(joint?.notes.join(" ") ?? "", /In one heat/);
  });
});

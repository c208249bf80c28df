import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { CONNECTION, event, startedVisit, surveyOf } from "../../../tests/support/story.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { planHookup } from "../planner/index.ts";
import { planRequestOf, type Survey } from "../survey/index.ts";
import { foldVisit } from "../visit/index.ts";
import { runSheet } from "./run-sheet.ts";
import { minutesOf, type RunStep, waterOffMin } from "./run-step.ts";

/** The run sheet of a connection surveyed so, planned by the planner. */
function sheetOf(preset: string, change: Partial<Survey> = {}): readonly RunStep[] {
  const survey = surveyOf(preset, change);
  const request = planRequestOf(survey, null);
  const plan = planHookup(plannerIndex, request).plans[0];
  assert.ok(plan);
  const checkpoints = tables.checkpoints.filter((each) =>
    tables.presets.find(({ id }) => id === preset)?.checkpoints.includes(each.id),
  );
  const events = [
    startedVisit(preset, { planned: false })[0],
    event({ kind: "connection-added", connection: CONNECTION, survey, checkpoints }),
    event({ kind: "plan-chosen", connection: CONNECTION, plan, request }),
  ].filter((each) => each !== undefined);
  const connection = foldVisit(events).connections[0];
  assert.ok(connection);
  return runSheet([connection], tables);
}

const ids = (steps: readonly RunStep[]) => steps.map((step) => step.id);
const textOf = (steps: readonly RunStep[], id: string) => steps.find((step) => step.id === id)?.text ?? "";

describe("runSheet", () => {
  it("is empty before a hookup is chosen", () => {
    const connection = foldVisit(startedVisit("toilet", { planned: false })).connections[0];
    assert.ok(connection);
    assert.deepEqual(runSheet([connection], tables), []);
  });

  it("takes the hose for the line, not the pipe of an air chamber beside it", () => {
    const change: Partial<Survey> = {
      replaces: "first-time",
      supply: { end: "pipe-1/2-copper", kind: "stub", looks: "wall" },
    };
    const plain = sheetOf("dishwasher", change);
    const cushioned = sheetOf("dishwasher", { ...change, houseRules: { hammer: "air-chamber" } });
    const purging = (steps: readonly RunStep[]) => textOf(steps, "purge");
    assert.ok(ids(cushioned).includes("record-line"), ids(cushioned).join());
    assert.ok(ids(cushioned).length > ids(plain).length, "the chamber's joints are made");
    assert.equal(purging(cushioned), purging(plain));
  });

  it("follows the visit's order for a toilet", () => {
    assert.deepEqual(ids(sheetOf("toilet")), [
      "look-ends",
      "lay-out",
      "close-stop",
      "prove",
      "release-pressure",
      "drain-tank",
      "towel",
      "take-off",
      "clean-faces",
      "make-1",
      "make-2",
      "record-line",
      "dry-all",
      "close-outlet",
      "water-in",
      "check-first-fill",
      "check-static",
      "purge",
      "exercise",
      "normal-float",
      "check-after-run",
      "check-drain",
      "place-back",
      "check-in-place",
      "hand-over",
    ]);
  });

  it("sets a toilet that comes, and makes its drain side up by each joint's own rule", () => {
    const coming = sheetOf("toilet", { inPlace: false });
    const order = ids(coming);
    assert.ok(order.indexOf("fixture-in") < order.indexOf("make-1"));
    assert.match(textOf(coming, "fixture-in"), /dry-set shims.*measured after the bowl stands/);
    assert.match(textOf(coming, "drain-joints"), /A tank-to-bowl bolts: rubber washer/);
  });

  it("marks a pipe at the depth of its joint", () => {
    const supply = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
    assert.match(textOf(sheetOf("toilet", { supply }), "fit-push-1"), /depth marked at 1 in/);
  });

  it("has a ladder where something may sit fast, and says when to stop", () => {
    const supply = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
    const ladders = sheetOf("toilet", { supply }).flatMap(({ role, ladder }) =>
      ladder === null ? [] : [`${role}: ${ladder.id}`],
    );
    assert.deepEqual(ladders, ["take-off: fused-nut", "pull-stop: stuck-ferrule"]);
    const stiff = sheetOf("toilet").find(({ role }) => role === "close-stop")?.ladder;
    assert.match(stiff?.stopWhen ?? "", /shut the valve above/);
    assert.ok(stiff && stiff.rungs.length >= 3);
  });

  it("gives every joint its own figures", () => {
    const toilet = sheetOf("toilet");
    assert.match(
      textOf(toilet, "make-1"),
      /^Joint 1: .*hold back the stop's body \(about a 9\/16 in or 5\/8 in wrench\), then 1\/4 to 1\/2 turn more with the 5\/8 in or 11\/16 in wrench; no sealant/,
    );
    assert.match(textOf(toilet, "make-2"), /^Joint 2: .*by hand/);
    assert.match(textOf(sheetOf("dishwasher"), "make-3"), /1 to 1 1\/2 turn more.*tape on the male thread/);
  });

  it("makes bench joints first", () => {
    const steps = sheetOf("dishwasher-hose", {
      length: { min: { typed: "78", value: 78 }, max: { typed: "90", value: 90 } },
    });
    assert.deepEqual(
      ids(steps).filter((id) => id.startsWith("make-")),
      ["make-2", "make-1", "make-3"],
    );
    assert.match(textOf(steps, "make-2"), /on the bench/);
  });

  it("names what is cut out of a pipe, in figures", () => {
    const supply = { end: "pipe-1/2-copper", kind: "pipe", looks: "wall" } as const;
    assert.match(textOf(sheetOf("toilet", { supply }), "cut-pipe"), /goes, 1 in wide: the tee's run/);
  });

  it("prepares a joint directly before it is made, and cools after the last flame, before any rubber", () => {
    const supply = { end: "pipe-1/2-copper", kind: "stub", looks: "wall" } as const;
    const steps = ids(sheetOf("toilet", { supply, houseRules: { pipeJoint: "solder" } }));
    const at = (id: string) => steps.indexOf(id);
    assert.equal(at("fit-solder-1") + 1, at("make-1"));
    assert.equal(at("make-1") + 1, at("cool"));
    assert.ok(at("cool") < at("make-2"));
  });

  it("flushes before the last joint where the standard says so", () => {
    const steps = ids(sheetOf("toilet", { houseRules: { flushBeforeLast: "yes" } }));
    assert.equal(steps.indexOf("flush-before-last") + 1, steps.indexOf("make-2"));
    assert.ok(!ids(sheetOf("toilet")).includes("flush-before-last"));
  });

  it("drains a dishwasher through an air gap, or by a high loop where the standard says so", () => {
    assert.ok(ids(sheetOf("dishwasher")).includes("drain-gap"));
    const looped = ids(sheetOf("dishwasher", { houseRules: { dishwasherBackflow: "high-loop" } }));
    assert.ok(looped.includes("drain-path") && !looped.includes("drain-gap"));
  });

  it("names the looking order, highest first", () => {
    assert.match(textOf(sheetOf("toilet"), "check-static"), /2, 1\.$/);
    assert.match(textOf(sheetOf("dishwasher"), "check-static"), /1, 2, 3\.$/);
  });

  it("goes one valve up when the stop fails, and stops at high pressure", () => {
    const dead = sheetOf("toilet", { stop: { kind: "multi-turn", proof: "seized", method: null } });
    assert.ok(ids(dead).includes("close-upstream") && !ids(dead).includes("close-stop"));
    assert.match(
      textOf(dead, "close-upstream"),
      /is seized: close the valve above \(cold branch.*Never force/,
    );
    const high = sheetOf("toilet", { staticPsi: { typed: "92", value: 92 } });
    assert.equal(ids(high)[0], "stop-high-pressure");
    assert.match(textOf(high, "stop-high-pressure"), /92 psi/);
  });

  it("turns a multi-turn stop back by the house rule only", () => {
    const stop = { kind: "multi-turn", proof: "holds", method: "flushed-and-held" } as const;
    assert.match(textOf(sheetOf("toilet", { stop }), "water-in"), /back half a turn/);
    assert.doesNotMatch(
      textOf(sheetOf("toilet", { stop, houseRules: { multiTurnStop: "full" } }), "water-in"),
      /back half/,
    );
    assert.doesNotMatch(textOf(sheetOf("toilet"), "water-in"), /back half/);
  });

  it("shows the caution at the step where it bites, and only there", () => {
    const cautions = (preset: string) =>
      sheetOf(preset)
        .flatMap((step) => step.cautions.map((caution) => `${step.id}: ${caution}`))
        .join("\n");
    assert.match(cautions("dishwasher"), /power-off: .*breaker/i);
    assert.match(cautions("dishwasher"), /water-in: .*scald/i);
    assert.match(cautions("dishwasher"), /place-back: .*two people/i);
    assert.doesNotMatch(cautions("toilet"), /breaker|scald|two people/i);
  });

  it("asks for a cut where tube or riser is cut, and leaves the drain stage out where nothing drains", () => {
    const riser = sheetOf("toilet", { houseRules: { toiletLine: "rigid" } });
    assert.match(textOf(riser, "cut-tube"), /square to 11 3\/4 in/);
    assert.ok(!ids(riser).includes("record-line"));
    assert.ok(!ids(sheetOf("refrigerator")).includes("check-drain"));
  });

  it("leaves no slot of a template unfilled, whatever is connected", () => {
    for (const preset of tables.presets)
      for (const step of sheetOf(preset.id))
        assert.doesNotMatch(step.text, /[{}]|undefined|NaN/, `${preset.id} ${step.id}`);
  });

  it("adds up the time, and the time without water", () => {
    const steps = sheetOf("toilet");
    const { handsOnMin, waitMin } = minutesOf(steps);
    assert.ok(
      Math.abs(handsOnMin.likely - steps.reduce((sum, step) => sum + step.handsOnMin.likely, 0)) < 0.05,
    );
    assert.equal(waitMin, 20, "a quarter of an hour standing, five minutes after the run");
    const off = waterOffMin(steps);
    assert.ok(off > 0 && off < handsOnMin.likely + waitMin);
    assert.equal(waterOffMin([]), 0);
  });
});

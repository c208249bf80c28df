import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { codeOf, type RunStep, runSheet, STEP_ROLES, type StepRole } from "../step/index.ts";
import type { ConnectionState } from "../visit/index.ts";
import { heldInWords, standingOf } from "./index.ts";
import { blockersOf, ORDER_RULES, type OrderRule } from "./order-needs.ts";

const soldered = (more: Parameters<typeof plannedConnection>[2] = {}) =>
  plannedConnection("t", "toilet", {
    ...stop("seized"),
    supply: { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" },
    houseRules: { pipeJoint: "solder" },
    ...more,
  });

/** The connection with these steps ticked. */
function ticked(connection: ConnectionState, ...done: readonly string[]): ConnectionState {
  return { ...connection, steps: new Map(done.map((id) => [id, "2026-11-25T13:00:00.000Z"])) };
}

function stepOf(steps: readonly RunStep[], id: string): RunStep {
  const step = steps.find((each) => each.id === id);
  assert.ok(step, `no step ${id}`);
  return step;
}

/** Codes of what holds a step up. */
function held(connection: ConnectionState, id: string): readonly string[] {
  const steps = runSheet([connection], tables);
  return [...new Set(blockersOf(steps, stepOf(steps, id)).map(({ step }) => codeOf(step)))];
}

describe("blockersOf", () => {
  it("opens nothing before the shut-off is proved and the pressure is off", () => {
    const toilet = plannedConnection("t", "toilet", stop("holds"));
    assert.deepEqual(held(toilet, "take-off"), ["close-stop", "prove", "release-pressure"]);
    assert.deepEqual(held(ticked(toilet, "close-stop", "prove", "release-pressure"), "take-off"), []);
    assert.deepEqual(held(toilet, "prove"), ["close-stop"]);
  });

  it("makes nothing in place before the proof, and bench work at any time", () => {
    const machine = plannedConnection("d", "dishwasher-hose", {
      ...stop("holds"),
      length: { min: { typed: "78", value: 78 }, max: { typed: "90", value: 90 } },
    });
    const steps = runSheet([machine], tables);
    const bench = steps.find(({ joint }) => joint?.where === "bench");
    const place = steps.find(({ joint }) => joint?.where === "place");
    assert.ok(bench && place);
    assert.deepEqual(blockersOf(steps, bench), []);
    assert.ok(blockersOf(steps, place).some(({ step }) => step.role === "prove"));
  });

  it("puts no rubber on before the flame is out and the joint cool", () => {
    const all = ["close-upstream", "prove", "take-off", "pull-stop"];
    assert.deepEqual(held(ticked(soldered(), ...all), "make-2"), ["make", "cool"]);
    assert.deepEqual(held(ticked(soldered(), ...all, "make-1", "cool"), "make-2"), []);
  });

  it("puts no tape on a fitting that is still to be soldered or is hot, wherever it lies", () => {
    const cut = plannedConnection("d", "dishwasher", {
      supply: { end: "pipe-1/2-copper", kind: "pipe", looks: "wall" },
      houseRules: { pipeJoint: "solder" },
    });
    const steps = runSheet([cut], tables);
    const taped =
      steps.find(({ joint }) => joint?.type === "taper-thread") ?? assert.fail("one joint is taped");
    const first = blockersOf(steps, taped).filter(({ why }) => /flame is out/.test(why));
    assert.ok(first.some(({ step }) => step.role === "cool"));
    assert.ok(first.some(({ step }) => step.joint?.type === "solder"));
  });

  it("keeps the heater safe, the pipe side made and the fire watched", () => {
    const hot = plannedConnection("h", "lavatory-hot", stop("dead"));
    assert.deepEqual(held(hot, "close-upstream"), ["heater-safe"]);
    assert.ok(held(soldered(), "open-upstream").includes("make"));
    assert.ok(held(soldered(), "water-in").includes("open-upstream"));
    assert.ok(held(soldered(), "hand-over").includes("fire-watch"));
  });

  it("starts both nuts of a stiff piece before one is tight", () => {
    const riser = plannedConnection("t", "toilet", { ...stop("holds"), houseRules: { toiletLine: "rigid" } });
    const proved = ticked(riser, "close-stop", "prove", "release-pressure", "take-off");
    const first = runSheet([proved], tables).find(({ role }) => role === "make");
    assert.ok(first);
    assert.deepEqual(held(proved, first.id), ["start-both"]);
  });

  it("makes hot and cold of one fixture before either is under pressure", () => {
    const sides = ["hot", "cold"].map((side) =>
      plannedConnection(side, `lavatory-${side}`, { ...stop("holds"), fixtureId: "f" }),
    );
    const steps = runSheet(sides, tables);
    const waterIn = steps.find(({ role, connection }) => role === "water-in" && connection === "hot");
    assert.ok(waterIn);
    const makers = blockersOf(steps, waterIn).filter(({ step }) => step.role === "make");
    assert.deepEqual([...new Set(makers.map(({ step }) => step.connection))], ["hot", "cold"]);
  });

  it("says what comes first and why, in one sentence", () => {
    const toilet = plannedConnection("t", "toilet", stop("holds"));
    const sheet = { id: "t", connections: [toilet], steps: runSheet([toilet], tables) };
    const standing = standingOf([sheet], tables);
    const words = (id: string) => heldInWords(standing.held(sheet, stepOf(sheet.steps, id)));
    assert.match(
      words("take-off") ?? "",
      /^First \(close-stop\): Close the stop.*Reason: before the shut-off is proved/,
    );
    assert.equal(words("look-ends"), null);
  });
});

describe("ORDER_RULES", () => {
  /** Where a fixture has two valves, one is opened and looked behind before the other. */
  const IN_TURN = ["look-pipe-side and open-upstream"];

  it("name roles there are, say why, and hold no two steps up by one another but what is done in turn", () => {
    const names = (which: OrderRule["first"], role: StepRole) =>
      typeof which !== "function" && which.includes(role);
    const holds = (one: StepRole, other: StepRole) =>
      ORDER_RULES.some(({ first, later }) => names(first, one) && names(later, other));
    for (const { why } of ORDER_RULES) assert.ok(why.length > 15, why);
    const mutual = STEP_ROLES.flatMap((one) =>
      STEP_ROLES.flatMap((other) =>
        one < other && holds(one, other) && holds(other, one) ? [`${one} and ${other}`] : [],
      ),
    );
    assert.deepEqual(mutual, IN_TURN);
  });
});

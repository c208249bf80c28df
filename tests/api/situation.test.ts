/** How connections stand after some acts, over HTTP. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { scheduleResponse, situationResponse } from "../../src/schema/schedule.ts";
import { startApi } from "../support/desk.ts";

const { request: ask } = startApi("template_empty");
const startAt = "2026-11-28T12:00:00Z";
const at = "2026-11-28T12:30:00Z";
const connections = [
  { id: "h", fixture: "washer", fixtureId: "w", plan: null, stop: "dead", water: "hot", power: "plug" },
  { id: "c", fixture: "washer", fixtureId: "w", plan: null, stop: "holds", water: "cold", power: "plug" },
  { id: "r", fixture: "refrigerator", plan: null, stop: "holds", water: "cold", power: "plug" },
];

async function stepsOf() {
  const { status, body } = await ask("POST", "/api/v1/visits/run-sheet", { connections, startAt, hands: 2 });
  assert.equal(status, 200, JSON.stringify(body));
  return scheduleResponse.parse(body);
}
async function situation(done: readonly object[]) {
  const { status, body } = await ask("POST", "/api/v1/visits/situation", { connections, startAt, done });
  assert.equal(status, 200, JSON.stringify(body));
  return situationResponse.parse(body);
}

describe("visits/situation", () => {
  it("begins with water everywhere and ends with nothing shut, nothing owed and nothing left to do", async () => {
    const { steps, schedule } = await stepsOf();
    const start = await situation([]);
    assert.deepEqual([start.shut, start.open], [[], []]);
    assert.equal(start.pressure["r"], "yes");
    assert.ok(start.next.length > 0 && start.blocked.length > 0);
    const end = await situation(steps.map(({ id: step }) => ({ step, at })));
    assert.deepEqual([end.shut, end.open, end.owed, end.next, end.blocked], [[], [], [], [], []]);
    assert.equal(schedule.length, steps.length);
    assert.ok(schedule.every(({ hand }) => hand === 1 || hand === 2));
  });

  it("says what is shut, unplugged and owed on the way, and that a stop which was found dead may pass", async () => {
    const { steps } = await stepsOf();
    const idOf = (code: string, connection: string | null) =>
      steps.find((step) => step.code === code && step.connection === connection)?.id ?? assert.fail(code);
    const close = idOf("close-stop", "c");
    const prove = idOf("prove", "c");
    const unplug = idOf("pull-plug", null);
    const { shut, power, pressure, owed } = await situation([
      { step: close, at },
      { step: prove, at, answer: "holds" },
      { step: unplug, at },
    ]);
    assert.equal(shut.length, 1);
    assert.deepEqual(power.unplugged.length, 1);
    assert.equal(pressure["c"], "no");
    assert.deepEqual(
      owed.map(({ code }) => code).filter((code) => code === "unplugged" || code === "stop-shut"),
      ["stop-shut", "unplugged"],
    );
    const found = await situation([
      { step: close, at },
      { step: prove, at, answer: "dead" },
    ]);
    assert.equal(found.pressure["c"], "possible");
  });

  it("tells of each step what comes before and what it leaves", async () => {
    const { steps } = await stepsOf();
    const unplug = steps.find(({ code }) => code === "pull-plug");
    assert.deepEqual(unplug?.leaves, ["unplugged"]);
    const takeOff = steps.find(({ code }) => code === "take-off");
    assert.ok(
      (takeOff?.needs ?? []).some(({ step }) => steps.find(({ id }) => id === step)?.code === "prove"),
    );
  });

  it("names an act that is on no sheet", async () => {
    const { status, body } = await ask("POST", "/api/v1/visits/situation", {
      connections,
      startAt,
      done: [{ step: "w/fly", at }],
    });
    assert.equal(status, 422);
    assert.match(JSON.stringify(body), /done\.0\.step/);
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { CONNECTION, event, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { plannerIndex } from "../../../tests/support/tables.ts";
import { planHookup } from "../planner/index.ts";
import { planRequestOf } from "../survey/index.ts";
import { foldVisit, type VisitEvent } from "../visit/index.ts";
import { shutOffOf } from "./shut-off.ts";

const connectionOf = (events: readonly VisitEvent[]) => {
  const [connection] = foldVisit(events).connections;
  assert.ok(connection);
  return connection;
};
const proved = (result: "holds" | "weeps" | "dead" | "seized") =>
  event({
    kind: "stop-proved",
    connection: CONNECTION,
    result,
    method: "flushed-and-held",
    dropsPerMin: null,
  });

/** A toilet whose stop is seized and replaced: the survey as it was, and the plan with a stop of its own. */
function replaced(): readonly VisitEvent[] {
  const started = startedVisit("toilet", { planned: false });
  const { survey } = connectionOf(started);
  const supply = { ...survey.supply, end: "pipe-1/2-copper", kind: "dead-stop" as const };
  const dead = { ...survey, supply, stop: { ...survey.stop, proof: "seized" as const } };
  const request = planRequestOf(dead, null);
  const plan = planHookup(plannerIndex, request).plans.find(({ parts }) =>
    parts.some(({ shutsOff }) => shutsOff === true),
  );
  assert.ok(plan, "a seized stop is replaced by a part that shuts off");
  return [
    ...started,
    event({ kind: "survey-saved", connection: CONNECTION, survey: dead }),
    event({ kind: "plan-chosen", connection: CONNECTION, plan, request }),
  ];
}

describe("the valve that shuts a connection now", () => {
  it("is the stop that was kept, with its last proof and place", () => {
    const { name, place, state } = shutOffOf(connectionOf([...startedVisit(), proved("holds")]));
    assert.deepEqual([name, place, state.kind], ["quarter-turn stop", "test room", "kept"]);
    assert.ok(state.kind === "kept" && state.proof === "holds" && state.provedAt !== null);
  });
  it("is the stop, not proved, where nobody proved it", () => {
    const { state } = shutOffOf(connectionOf(startedVisit()));
    assert.ok(state.kind === "kept" && state.proof === "not-proved" && state.provedAt === null);
  });
  it("is the valve above where the stop does not close, until a new stop is fitted", () => {
    const { name, state } = shutOffOf(connectionOf(replaced()));
    assert.equal(state.kind, "above");
    assert.doesNotMatch(name, /quarter-turn stop/);
  });
  it("is the new stop once all of its joints are made, with the joint and the day", () => {
    const made = replaced();
    const done = tickedTo(made, "water-in");
    const { name, state } = shutOffOf(connectionOf(done));
    assert.match(name, /stop/i);
    assert.ok(state.kind === "new" && state.joint >= 1 && state.fittedAt !== "");
  });
});

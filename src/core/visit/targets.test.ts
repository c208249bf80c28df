import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { allDry, CONNECTION, event, look, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import {
  currentStage,
  isStageDone,
  jointTargets,
  openBeforeSigning,
  standingOf,
  targetsOf,
} from "../check/index.ts";
import type { ConnectionState } from "./connection-state.ts";
import type { VisitEvent } from "./event.ts";
import { foldVisit } from "./state.ts";

function connection(events: readonly VisitEvent[]): ConnectionState {
  const found = foldVisit(events).connections[0];
  assert.ok(found);
  return found;
}

const stage = (code: string) => {
  const found = tables.stages.find((each) => each.code === code);
  assert.ok(found);
  return found;
};
const wet = tickedTo(startedVisit(), "water-in");

describe("targets", () => {
  it("joints stand in looking order, checkpoints by letter, the whole last", () => {
    assert.deepEqual(jointTargets(connection(wet)), ["2", "1"]);
    assert.deepEqual(targetsOf(connection(wet), stage("drain")), ["A", "B"]);
    assert.deepEqual(targetsOf(connection(wet), stage("in-place")), ["connection"]);
  });

  it("nothing drains at a refrigerator: that stage is done at once", () => {
    const events = startedVisit("refrigerator");
    assert.deepEqual(targetsOf(connection(events), stage("drain")), []);
    assert.equal(isStageDone(connection(events), stage("drain")), true);
  });

  it("the current stage goes from first to last as looks are dry", () => {
    assert.equal(currentStage(connection(wet), tables.stages)?.code, "first-fill");
    const filled = [...wet, look("2", "first-fill"), look("1", "first-fill")];
    assert.equal(currentStage(connection(filled), tables.stages)?.code, "static");
    assert.equal(currentStage(connection(allDry(startedVisit())), tables.stages), null);
  });

  it("what is open before signing shrinks by one with every dry look, to nothing", () => {
    const dry = allDry(startedVisit());
    const looks = dry.filter((each) => each.kind === "target-checked");
    let events: readonly VisitEvent[] = dry.filter((each) => each.kind !== "target-checked");
    assert.equal(openBeforeSigning(connection(events), tables.stages).length, looks.length);
    for (const [index, each] of looks.entries()) {
      events = [...events, each];
      assert.equal(openBeforeSigning(connection(events), tables.stages).length, looks.length - index - 1);
    }
  });

  it("a look stands as dry, weeping, excepted or open; dry counts more than an exception", () => {
    const except = event({
      kind: "exception-written",
      connection: CONNECTION,
      target: "A",
      stage: "drain",
      reason: "no bowl water",
    });
    const standing = (events: readonly VisitEvent[]) => standingOf(connection(events), "A", "drain");
    assert.equal(standing(wet), "open");
    assert.equal(standing([...wet, look("A", "drain", "weeping")]), "weeping");
    assert.equal(standing([...wet, look("A", "drain", "weeping"), except]), "exception");
    assert.equal(standing([...wet, except, look("A", "drain")]), "dry");
    assert.equal(standing([...wet, look("A", "drain", "weeping"), look("A", "drain")]), "dry");
  });
});

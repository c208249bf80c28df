import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  accepted,
  connection,
  jointWeeping,
  on,
  opened,
  phase,
  refused,
  remake,
  sign,
  snug,
} from "../../../tests/support/connection-life.ts";
import { allDry, look, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { openBeforeSigning } from "../check/index.ts";
import { jointProgress } from "./status.ts";

describe("a weeping joint", () => {
  const wet = tickedTo(startedVisit(), "water-in");
  const weeping = jointWeeping();

  it("is snugged, checked afresh from that stage, and counts its turns", () => {
    const snugged = [...weeping, snug(1)];
    accepted(snugged);
    const joint = connection(snugged).joints[0];
    assert.deepEqual([joint?.snugs, joint?.turns], [1, 0.25 + 0.125]);
    assert.equal(phase(snugged), "checking");
    assert.equal(refused(snugged, look("1", "static")), null);
    assert.ok(
      openBeforeSigning(connection(snugged), tables.stages).some(
        ({ stage, target }) => stage.code === "static" && target === "1",
      ),
    );
    assert.ok(
      !openBeforeSigning(connection(snugged), tables.stages).some(
        ({ stage, target }) => stage.code === "first-fill" && target === "1",
      ),
    );
  });

  it("is snugged twice at most; then it is opened", () => {
    const twice = [
      ...weeping,
      snug(1),
      look("1", "static", "weeping"),
      snug(1),
      look("1", "static", "weeping"),
    ];
    accepted(twice);
    assert.match(refused(twice, snug(1))?.message ?? "", /snugged twice/);
    assert.equal(refused(opened(twice, 1), remake(1)), null);
  });

  it("begins all its looks again when it is re-made", () => {
    const remade = [...opened(weeping, 1), remake(1, 0.5)];
    accepted(remade);
    const joint = connection(remade).joints[0];
    assert.deepEqual([joint?.remakes, joint?.snugs, joint?.turns], [1, 0, 0.5]);
    assert.equal(joint && jointProgress(connection(remade), joint).dryStages, 0);
  });

  it("is left alone while a higher one weeps: water runs down", () => {
    const both = [...wet, look("2", "first-fill", "weeping"), look("1", "first-fill", "weeping")];
    assert.match(refused(both, snug(1))?.message ?? "", /Joint 2 is higher/);
    assert.match(refused(both, snug(2))?.message ?? "", /never snugged/);
    assert.match(refused(both, on({ kind: "remake-begun", joint: 1 }))?.message ?? "", /Joint 2 is higher/);
    assert.equal(refused(opened(both, 2), remake(2, 0)), null);
  });

  it("may be signed over only with the exception written down", () => {
    const events = allDry(startedVisit()).filter(
      (each) => !(each.kind === "target-checked" && each.target === "B"),
    );
    assert.match(refused(events, sign())?.message ?? "", /at B/);
    const excepted = [
      ...events,
      on({ kind: "exception-written", target: "B", stage: "drain", reason: "no bowl water yet" }),
    ];
    assert.equal(refused(excepted, sign()), null);
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { idOf, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { scheduleOf } from "../../core/schedule/index.ts";
import { foldVisit } from "../../core/visit/index.ts";
import { runLines, sheetsOf } from "./run-lines.ts";
import { leftInWords, waitsOf } from "./waits.ts";

const visit = foldVisit([
  ...startedVisit("toilet", { connection: idOf(0xa1) }),
  ...startedVisit("lavatory-hot", { connection: idOf(0xa2) }).slice(1),
  ...startedVisit("lavatory-cold", { connection: idOf(0xa3) }).slice(1),
]);
const sheets = sheetsOf(visit, tables);
const open = sheets.flatMap(({ steps }) => steps.filter(({ isDone }) => !isDone));
const nameOf = (line: { connection: { id: string }; step: { id: string } }) =>
  `${line.connection.id} ${line.step.id}`;

describe("the visit's steps as one list", () => {
  const planned = scheduleOf(visit.connections, tables, 1);
  const lines = runLines(sheets, planned);

  it("has every open step once", () => {
    assert.equal(lines.length, open.length);
    assert.equal(new Set(lines.map(nameOf)).size, open.length);
  });

  it("goes by the schedule's clock and never turns a connection's own order round where that is asked", () => {
    const placed = lines.flatMap(({ startMin }) => (startMin === null ? [] : [startMin]));
    assert.deepEqual(
      placed,
      placed.toSorted((a, b) => a - b),
    );
    for (const { connection } of sheets) {
      const own = lines.filter((line) => line.connection.id === connection.id).map(({ step }) => step.id);
      assert.ok(own.indexOf("take-off") < own.indexOf("make-1"));
      assert.ok(own.indexOf("make-1") < own.indexOf("water-in"));
    }
  });

  it("marks the steps done without water", () => {
    assert.equal(lines.find(({ step }) => step.id === "take-off")?.isOff, true);
    assert.equal(lines.find(({ step }) => step.id === "look-ends")?.isOff, false);
  });

  it("stands without a schedule, sheet after sheet", () => {
    assert.deepEqual(
      runLines(sheets, null).map(({ step }) => step.id),
      open.map(({ id }) => id),
    );
  });
});

describe("waits", () => {
  it("run from the tick for as long as the step says, and are forgotten a while after", () => {
    const ticked = foldVisit(tickedTo(startedVisit("dishwasher"), "exercise-cycle"));
    const own = sheetsOf(ticked, tables).map(({ connection, label, steps }) => ({
      id: connection.id,
      label,
      steps,
    }));
    const step = own[0]?.steps.find(({ id }) => id === "exercise-cycle");
    assert.ok(step?.doneAt && step.waitMin > 0);
    const endsAt = Date.parse(step.doneAt) + step.waitMin * 60_000;
    assert.deepEqual(
      waitsOf(own, endsAt - 1000).map((wait) => [wait.text, wait.endsAt]),
      [[step.text, endsAt]],
    );
    assert.deepEqual(waitsOf(own, endsAt + 11 * 60_000), []);
  });

  it("are told in minutes and seconds", () => {
    assert.equal(leftInWords(245_000, 0), "4:05");
    assert.equal(leftInWords(1, 0), "0:01");
    assert.equal(leftInWords(0, 0), "over");
  });
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { type RunStep, runSheet } from "../../core/step/index.ts";
import { StepRow } from "./step-row.tsx";

const shut =
  runSheet([plannedConnection("t", "toilet", stop("dead"))], tables).find(
    ({ role }) => role === "close-upstream",
  ) ?? assert.fail("a valve above is shut");

const drawn = (step: RunStep) =>
  renderToStaticMarkup(
    <ul>
      <StepRow
        step={step}
        zone="America/Halifax"
        isNext={false}
        isOpen={false}
        isLocked={false}
        checkHref="/"
        held={null}
        isQuestion={false}
        onTick={() => undefined}
        onUndo={() => undefined}
        onAllDry={null}
      />
    </ul>,
  );

describe("a step that is done", () => {
  const done: RunStep = { ...shut, isDone: true, doneAt: "2026-12-01T14:05:00.000Z" };

  it("says when, and is undone where it was ticked", () => {
    assert.match(drawn(done), /done <time[^>]*>10:05<\/time>/);
    assert.match(drawn(done), /Undo/);
  });
  it("at another fixture says where, and is undone there alone", () => {
    const elsewhere = drawn({ ...done, doneWith: "Toilet tank" });
    assert.match(elsewhere, /10:05<\/time> at Toilet tank/);
    assert.doesNotMatch(elsewhere, /Undo|Tick</);
  });
});

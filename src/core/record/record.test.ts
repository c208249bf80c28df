import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  allDry,
  CONNECTION,
  event,
  LEAKING_HOLD,
  LEFT,
  look,
  startedVisit,
  tickedTo,
} from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { foldVisit, type VisitEvent } from "../visit/index.ts";
import { connectionsOfRecord, recordSection, sentenceText } from "./index.ts";

const NOW = "2026-03-08T15:00:00.000Z";
/** Times as they stand in the events, cut short: the record's own words are looked at here. */
const CLOCK = {
  time: (iso: string) => iso.slice(11, 16),
  day: (iso: string) => iso.slice(0, 10),
  stamp: (iso: string) => iso.slice(0, 16),
};

function sectionOf(events: readonly VisitEvent[]) {
  const [connection] = connectionsOfRecord(foldVisit(events));
  assert.ok(connection);
  return recordSection(connection, tables.stages, NOW, CLOCK);
}
const textsOf = (events: readonly VisitEvent[]) => {
  const { facts, sentences, ending } = sectionOf(events);
  return [...facts, ...sentences, ending].map(sentenceText);
};
const signature = event({
  kind: "connection-signed",
  connection: CONNECTION,
  name: "Robin Sedge",
  lookBackBy: "customer",
  left: LEFT,
});

describe("the record of a connection", () => {
  it("says where to shut off, the pressure, and what was never measured", () => {
    const texts = textsOf(startedVisit());
    assert.ok(texts.includes("Shut off at: quarter-turn stop (test room), not proved"), texts.join("\n"));
    assert.ok(texts.includes("Static pressure: not measured, cold water"));
    assert.ok(texts.includes("Not signed."));
    assert.ok(!texts.some((text) => text.startsWith("Flexible line fitted")));
  });

  it("dates a line once its joints are made, and says what the standing look could have seen", () => {
    const texts = textsOf(allDry(startedVisit()));
    assert.ok(texts.includes("Flexible line fitted: 2026-03-08"));
    assert.ok(texts.some((text) => /would have shown \d\.\d{4} mL\/min and more \(estimate\)/.test(text)));
  });

  it("has a row for each joint, checkpoint and the whole, and a cell for each stage that looks there", () => {
    const { table } = sectionOf(allDry(startedVisit()));
    assert.deepEqual(
      table.rows.map(({ target }) => target),
      ["1", "2", "A", "B", ""],
    );
    assert.equal(table.stages.length, 6);
    const [joint] = table.rows;
    assert.match(joint?.made ?? "", /^\d\d:\d\d, .* turn$/);
    assert.deepEqual(
      joint?.cells.map((cell) => (cell === null ? null : sentenceText(cell).slice(0, 3))),
      ["dry", "dry", "dry", null, null, null],
    );
  });

  it("tells open, weeping and excepted looks apart", () => {
    const wet = tickedTo(startedVisit(), "water-in");
    const cellsAt = (events: readonly VisitEvent[]) =>
      sectionOf(events).table.rows[0]?.cells.map((cell) => (cell === null ? null : sentenceText(cell))) ?? [];
    assert.equal(cellsAt(wet)[0], "open");
    assert.match(
      cellsAt([...wet, look("1", "first-fill", "weeping")])[0] ?? "",
      /^weeping \d\d:\d\d 1 min as told$/,
    );
    const excepted = event({
      kind: "exception-written",
      connection: CONNECTION,
      target: "1",
      stage: "static",
      reason: "behind the tank",
    });
    assert.equal(cellsAt([...wet, excepted])[1], "exception: behind the tank");
  });

  it("says who proved the stop and how, and every note that is for the customer, with its writer", () => {
    const texts = textsOf([
      ...startedVisit(),
      event({
        kind: "stop-proved",
        connection: CONNECTION,
        result: "weeps",
        method: "meter-watched",
        dropsPerMin: 12,
      }),
      event({ kind: "connection-noted", connection: CONNECTION, text: "key at the desk" }),
      event({
        kind: "connection-noted",
        connection: CONNECTION,
        text: "renew in five years",
        forCustomer: true,
      }),
    ]);
    assert.ok(
      texts.some((text) =>
        /^Stop proved .*: weeps a little: to be replaced, meter watched, 12 drops a minute \(Tester\)$/.test(
          text,
        ),
      ),
      texts.join("\n"),
    );
    assert.ok(texts.includes("Note: renew in five years (Tester)"));
    assert.ok(!texts.some((text) => text.includes("key at the desk")), "it stays in the shop");
  });

  it("ends with the signature and what the customer is to do", () => {
    const ending = textsOf([...allDry(startedVisit()), signature]).at(-1) ?? "";
    assert.match(
      ending,
      /^Signed by Robin Sedge, .* Follow-up check by the customer, due .*: put a dry tissue/,
    );
  });

  it("leaves out what has no plan", () =>
    assert.deepEqual(connectionsOfRecord(foldVisit(startedVisit("toilet", { planned: false }))), []));

  it("shows every pressure test with its sentence and its readings, pauses left open, and says which are simulated", () => {
    const samples = [0, 60, 120, 600, 660].map((t) => ({ t, psi: 60 - t / 600 }));
    const { test } = LEAKING_HOLD;
    const hold = { ...LEAKING_HOLD, source: "simulated" as const, test: { ...test, samples } };
    const recorded = event({ kind: "hold-recorded", connection: CONNECTION, hold });
    const [trace] = sectionOf([...startedVisit(), recorded]).traces;
    assert.ok(trace);
    assert.match(sentenceText(trace.sentence), /^Pressure test .* 5 readings \(SIMULATED\): leak, /);
    assert.deepEqual(
      [trace.runs.map((run) => run.map(({ min }) => min)), trace.isSimulated],
      [
        [
          [0, 1, 2],
          [10, 11],
        ],
        true,
      ],
    );
  });
});

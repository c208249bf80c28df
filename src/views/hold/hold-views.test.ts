import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { stringify } from "csv-stringify/sync";
import fc from "fast-check";
import { CONNECTION, event, look, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { foldVisit, type VisitEvent } from "../../core/visit/index.ts";
import { formFrom, testFrom, typedSamples } from "./hold-form.ts";
import { guessMapping, readLog, readTable } from "./logger-csv.ts";
import { leakAtJoints } from "./seen.ts";

function connectionOf(events: readonly VisitEvent[]) {
  const [connection] = foldVisit(events).connections;
  assert.ok(connection);
  return connection;
}

describe("what is typed about a hold", () => {
  const form = formFrom(connectionOf(startedVisit()));
  it("begins with what the connection says, and is a test as it stands", () => {
    const read = testFrom(form);
    assert.ok("test" in read);
    assert.equal(read.test.section.hoseType, "braided");
    assert.ok(read.test.section.hoseFt > 0.5);
    assert.deepEqual([read.test.drawOff, read.test.heldSec], [null, 60]);
  });
  for (const [field, text] of [
    ["volumeMl", "much"],
    ["startPsi", "0"],
    ["ambientF", "warm"],
    ["drawnMl", "x"],
  ] as const)
    it(`names ${field} when it is "${text}"`, () => {
      const read = testFrom({ ...form, [field]: text });
      assert.ok("faults" in read && read.faults[field]);
    });
  it("takes a draw-off only when the pressure fell", () => {
    const drawn = { ...form, drawnMl: "3,5", drawnBefore: "60", drawnAfter: "52.4" };
    const read = testFrom(drawn);
    assert.ok("test" in read);
    assert.deepEqual(read.test.drawOff, { ml: 3.5, psiBefore: 60, psiAfter: 52.4 });
    const rose = testFrom({ ...drawn, drawnAfter: "61" });
    assert.ok("faults" in rose && rose.faults.drawnAfter);
  });
  it("reads one reading a line and names the bad ones", () => {
    assert.deepEqual(typedSamples("0 60\n\n5 59.8\n7.5; 59.7").samples, [
      { t: 0, psi: 60 },
      { t: 300, psi: 59.8 },
      { t: 450, psi: 59.7 },
    ]);
    const { faults } = typedSamples("0 60\nfive 59\n0 58");
    assert.deepEqual(
      faults.map((fault) => fault.slice(0, 7)),
      ["Line 2:", "Line 3:"],
    );
  });
});

describe("a logger's file", () => {
  it("gives back what it was written from", () => {
    const sample = fc.record({
      gap: fc.integer({ min: 1, max: 600 }),
      psi: fc.integer({ min: 0, max: 2000 }).map((value) => value / 10),
      tempF: fc.integer({ min: 320, max: 1500 }).map((value) => value / 10),
    });
    fc.assert(
      fc.property(fc.array(sample, { minLength: 1, maxLength: 40 }), (rows) => {
        let t = 0;
        const samples = rows.map(({ gap, psi, tempF }, at) => {
          t += at === 0 ? 0 : gap;
          return { t, psi, tempF };
        });
        const file = stringify(
          samples.map((each) => [each.t, each.psi, each.tempF]),
          {
            header: true,
            columns: ["time_s", "pressure_psi", "temperature_F"],
          },
        );
        const table = readTable(`# simulated readings\n${file}`);
        assert.deepEqual(readLog(table, guessMapping(table)), { samples, faults: [], notices: [] });
      }),
    );
  });

  it("turns bar, Celsius, minutes and clock times into ours", () => {
    const table = readTable(
      "Date;Druck [bar];Temp (C)\n2026-03-08T05:00:00Z;4,0;20\n2026-03-08T05:01:30Z;3.95;21\n",
    );
    const mapping = guessMapping(table);
    assert.deepEqual([mapping.timeUnit, mapping.pressureUnit, mapping.tempUnit], ["clock", "bar", "C"]);
    const { samples } = readLog(table, mapping);
    assert.equal(samples[1]?.t, 90);
    assert.ok(Math.abs((samples[0]?.psi ?? 0) - 58.0151) < 0.001);
    assert.equal(samples[0]?.tempF, 68);
    const short = readTable("elapsed min,kPa\n0,400\n2,399\n");
    assert.deepEqual(readLog(short, guessMapping(short)).samples[1]?.t, 120);
  });

  it("takes nothing in when a row is wrong, and names each", () => {
    const table = readTable("time_s,psi\n0,60\nx,59\n20,\n15,58\n10,57\n");
    const { samples, faults } = readLog(table, guessMapping(table));
    assert.deepEqual(samples, []);
    assert.deepEqual(
      faults.map((fault) => fault.slice(0, 6)),
      ["Line 3", "Line 4", "Line 6"],
    );
  });

  it("runs on past midnight, and past a clock that was set back, which is told", () => {
    const clock = (hour: number, minute: number) =>
      `${String(hour).padStart(2, "0")}:${String(minute).padStart(2, "0")}:00`;
    const night = readTable(`clock,psi\n${clock(23, 58)},60\n${clock(23, 59)},60\n${clock(0, 0)},59.9\n`);
    const { samples, notices } = readLog(night, { ...guessMapping(night), timeUnit: "clock" });
    assert.deepEqual(
      samples.map(({ t }) => t),
      [0, 60, 120],
    );
    assert.deepEqual(notices, []);
    const rows = [0, 1, 2, 3, 4, 5].map((minute) => `${clock(3, minute)},60`);
    const set = readTable(
      `clock,psi\n${[...rows, `${clock(2, 6)},59.9`, `${clock(2, 7)},59.8`].join("\n")}\n`,
    );
    const read = readLog(set, { ...guessMapping(set), timeUnit: "clock" });
    assert.deepEqual(
      read.samples.map(({ t }) => t),
      [0, 60, 120, 180, 240, 300, 360, 420],
    );
    assert.match(read.notices.join(), /^Line 8: the logger's clock went back by 59 min/);
  });

  it("says when its readings are simulated, whoever reads it in", () => {
    const rows = "time_s,psi\n0,60\n5,60\n";
    assert.equal(readTable(`# simulated readings\n${rows}`).isSimulated, true);
    assert.equal(readTable(`# logger 7\n${rows}`).isSimulated, false);
  });

  it("must have a header and rows", () => {
    for (const text of ["", "time_s,psi\n", "alone\n1\n"]) assert.throws(() => readTable(text));
  });
});

describe("what was seen at the joints", () => {
  const wet = tickedTo(startedVisit(), "water-in");
  const checked = [...wet, look("2", "first-fill"), look("1", "first-fill")];
  it("is nothing while all are dry", () => assert.equal(leakAtJoints(connectionOf(checked)), null));
  it("is at least so much at a wet joint, and a range once its drips were timed", () => {
    const weeping = [...checked, look("2", "static", "weeping")];
    const seen = leakAtJoints(connectionOf(weeping));
    assert.ok(seen && seen.low > 0 && seen.high === null);
    const [timed] = [
      event({ ...(weeping.at(-1) as VisitEvent & { kind: "target-checked" }), intervalsSec: [30, 31, 29] }),
    ];
    const range = leakAtJoints(
      connectionOf([...checked, { ...timed, id: (weeping.at(-1) as VisitEvent).id }]),
    );
    assert.ok(range && range.low < 0.1 && (range.high ?? 0) > 0.1);
    assert.equal(connectionOf(weeping).id, CONNECTION);
  });
});

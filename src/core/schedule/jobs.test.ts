import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import type { ConnectionState } from "../visit/index.ts";
import { jobsOf } from "./jobs.ts";
import { offMinutes } from "./off-windows.ts";
import { scheduleVisit } from "./schedule.ts";

describe("jobsOf", () => {
  it("does bench joints before the water goes off", () => {
    const jobs = jobsOf([plannedConnection("a", "dishwasher", stop("holds"))], tables);
    const [job] = jobs;
    assert.ok(job);
    const bench = job.tasks.filter(({ mayComeFirst }) => mayComeFirst);
    assert.ok(bench.length > 0);
    const schedule = scheduleVisit(jobs, 1);
    const off = schedule.waterOff[0];
    assert.ok(off);
    for (const { id } of bench) {
      const placed = schedule.tasks.find(({ task }) => task === id);
      assert.ok(placed && placed.endMin <= off.fromMin);
    }
  });

  it("shuts the next valve up once for two stops that fail, and leaves done steps and signed connections out", () => {
    const pair = [
      plannedConnection("a", "lavatory-cold", stop("dead")),
      plannedConnection("b", "toilet", stop("seized")),
    ];
    const schedule = scheduleVisit(jobsOf(pair, tables), 1);
    assert.equal(schedule.waterOff.filter(({ kind }) => kind === "branch").length, 1);
    const [first] = pair;
    assert.ok(first);
    const all = jobsOf([first], tables)[0]?.tasks.length ?? 0;
    const ticked = { ...first, steps: new Map([["look-ends", "2026-11-25T12:05:00.000Z"]]) };
    assert.equal(jobsOf([ticked], tables)[0]?.tasks.length, all - 1);
    const signed = {
      ...first,
      signed: { name: "x", at: "", lookBackBy: "plumber" as const, lookBackDueAt: "" },
    };
    assert.deepEqual(jobsOf([signed], tables), []);
  });

  it("costs more water when a stop breaks on the way, and is planned again without losing what is done", () => {
    const holds = ["toilet", "lavatory-cold", "kitchen-cold"].map((preset, k) =>
      plannedConnection(`c${k}`, preset, stop("holds")),
    );
    const before = scheduleVisit(jobsOf(holds, tables), 1);
    const [first, ...rest] = holds;
    assert.ok(first);
    const broken: ConnectionState = {
      ...first,
      survey: { ...first.survey, ...stop("dead") },
      steps: new Map([
        ["look-ends", "t"],
        ["lay-out", "t"],
      ]),
    };
    const after = scheduleVisit(jobsOf([broken, ...rest], tables), 1);
    assert.deepEqual(offMinutes(before.waterOff).slice(0, 3), [0, 0, 0]);
    assert.ok((offMinutes(after.waterOff)[2] ?? 0) > 0);
    assert.ok(after.tasks.every(({ task }) => task !== "c0/look-ends" && task !== "c0/lay-out"));
  });
});

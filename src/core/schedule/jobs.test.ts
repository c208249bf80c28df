import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { planHookup } from "../planner/index.ts";
import { planRequestOf, type Survey, surveyFromPreset } from "../survey/index.ts";
import { type ConnectionState, foldVisit, type VisitEvent } from "../visit/index.ts";
import { isolationOf, jobsOf } from "./jobs.ts";
import { offMinutes, scheduleVisit } from "./schedule.ts";

const stamp = (id: string) => ({ id, actor: "test", typedAt: "2026-11-25T12:00:00.000Z" });

function connection(id: string, preset: string, change: Partial<Survey> = {}): ConnectionState {
  const found = tables.presets.find((each) => each.id === preset);
  assert.ok(found);
  const survey = { ...surveyFromPreset(found, "room"), ...change };
  const request = planRequestOf(survey, null);
  const plan = planHookup(plannerIndex, request).plans[0];
  assert.ok(plan, preset);
  const events: VisitEvent[] = [
    { ...stamp("1"), kind: "connection-added", connection: id, survey, checkpoints: [] },
    { ...stamp("2"), kind: "plan-chosen", connection: id, plan, request },
  ];
  const [state] = foldVisit(events).connections;
  assert.ok(state);
  return state;
}

const stop = (proof: Survey["stop"]["proof"]) => ({
  stop: { kind: "quarter-turn" as const, proof, method: null },
});

describe("isolationOf", () => {
  it("shuts the house main where the valve before a failed stop does not close either, and only then", () => {
    const survey = (proof: Survey["stop"]["proof"]) =>
      connection("a", "toilet", {
        stop: { kind: "quarter-turn", proof, method: null, upstream: "fails" },
      }).survey;
    const { zone, because } = isolationOf(survey("seized"));
    assert.deepEqual([zone.kind, zone.name], ["house", "house main"]);
    assert.match(because, /the valve before it does not close either/);
    assert.equal(isolationOf(survey("holds")).zone.kind, "fixture");
  });

  it("shuts at the fixture's own stop while that holds, else at the next valve up of its water", () => {
    const at = (preset: string, change: Partial<Survey>) =>
      isolationOf(connection("a", preset, change).survey);
    assert.equal(at("toilet", stop("holds")).zone.kind, "fixture");
    assert.match(at("toilet", stop("weeps")).because, /pan under it/);
    assert.equal(at("lavatory-cold", stop("dead")).zone.kind, "branch");
    assert.equal(at("lavatory-hot", stop("seized")).zone.kind, "hot");
    const cut = connection("a", "dishwasher", { supply: { end: "pipe-1/2-copper", kind: "pipe" } });
    assert.match(isolationOf(cut.survey).because, /to be cut/);
  });
});

describe("jobsOf", () => {
  it("does bench joints before the water goes off", () => {
    const jobs = jobsOf([connection("a", "dishwasher", stop("holds"))], tables);
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
    const pair = [connection("a", "lavatory-cold", stop("dead")), connection("b", "toilet", stop("seized"))];
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
      connection(`c${k}`, preset, stop("holds")),
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

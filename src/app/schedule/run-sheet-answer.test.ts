import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { computeHere } from "../../compute/compute.ts";
import { planHookup } from "../../core/planner/index.ts";
import { planRequestOf, type Survey, surveyFromPreset } from "../../core/survey/index.ts";
import { foldVisit, type VisitEvent } from "../../core/visit/index.ts";
import { timeLineOf, waterOffCalendar } from "./timeline.ts";

const NOW = new Date("2026-03-08T09:00:00.000Z");
const SITE = { name: "Gullwing Hall", address: "3 Slipway Road", zone: "America/Halifax" };
const stamp = (id: string) => ({ id, actor: "test", typedAt: "2026-03-08T08:00:00.000Z" });

function visitWith(startsAt: string, stops: readonly Survey["stop"]["proof"][]) {
  const added = stops.flatMap((proof, k): VisitEvent[] => {
    const preset = tables.presets[k];
    assert.ok(preset);
    const survey: Survey = {
      ...surveyFromPreset(preset, "washroom"),
      stop: { kind: "quarter-turn", proof, method: null },
    };
    const planRequest = planRequestOf(survey, null);
    const [plan] = planHookup(plannerIndex, planRequest).plans;
    assert.ok(plan);
    return [
      { ...stamp(`a${k}`), kind: "connection-added", connection: `c${k}`, survey, checkpoints: [] },
      { ...stamp(`p${k}`), kind: "plan-chosen", connection: `c${k}`, plan, request: planRequest },
    ];
  });
  return foldVisit([
    { ...stamp("v"), kind: "visit-opened", site: SITE, title: "Washroom", startsAt },
    ...added,
  ]);
}

const compute = computeHere(tables);
const context = { tables, compute, now: () => NOW };

describe("timeLineOf", () => {
  it("tells clock times of the site, across the change to summer time", async () => {
    // 06:00 UTC is 02:00 in Halifax on the night the clocks go on: 03:00 follows 01:59.
    const line = await timeLineOf(context, "v", visitWith("2026-03-08T05:50:00.000Z", ["holds"]), 1);
    assert.equal(line.hasStarted, true);
    const later = await timeLineOf(
      { tables, compute, now: () => new Date("2026-03-08T05:00:00.000Z") },
      "v",
      visitWith("2026-03-08T05:50:00.000Z", ["holds"]),
      1,
    );
    assert.equal(later.clockAt(0), "01:50");
    assert.equal(later.clockAt(20), "03:10");
  });

  it("gives every step a time, its water-off band, and a range for the water back", async () => {
    const line = await timeLineOf(
      context,
      "v",
      visitWith("2026-03-08T14:00:00.000Z", ["holds", "holds", "weeps"]),
      1,
    );
    assert.equal(line.rows.length, 3);
    assert.equal(line.notices.length, 3);
    for (const { earliest, back, latest } of line.notices) assert.ok(earliest <= back && back <= latest);
    assert.ok(line.steps.some(({ isOff }) => isOff) && line.steps.some(({ isOff }) => !isOff));
    assert.ok(line.because.some(({ because }) => because.includes("pan")));
  });

  it("shuts the next valve up when a stop breaks, and says whose water that is", async () => {
    const line = await timeLineOf(
      context,
      "v",
      visitWith("2026-03-08T14:00:00.000Z", ["dead", "holds", "holds"]),
      2,
    );
    const branch = line.notices.find(({ kind }) => kind === "branch");
    assert.ok(branch && branch.connections.length === 1);
    assert.ok(line.because[0]?.because.includes("does not hold"));
  });

  it("is empty for a visit without hookups, and names what is not planned", async () => {
    const [preset] = tables.presets;
    assert.ok(preset);
    const state = foldVisit([
      {
        ...stamp("v"),
        kind: "visit-opened",
        site: SITE,
        title: "Empty",
        startsAt: "2026-03-08T14:00:00.000Z",
      },
      {
        ...stamp("a"),
        kind: "connection-added",
        connection: "c",
        survey: surveyFromPreset(preset, ""),
        checkpoints: [],
      },
    ]);
    const line = await timeLineOf(context, "v", state, 1);
    assert.deepEqual(line.rows, []);
    assert.deepEqual(line.unplanned, [preset.label]);
  });
});

describe("waterOffCalendar", () => {
  it("has one event for each window, in UTC, with an identity that stays", async () => {
    const state = visitWith("2026-03-08T14:00:00.000Z", ["holds", "holds"]);
    const { notices } = await timeLineOf(context, "v", state, 1);
    const calendar = waterOffCalendar("v", state, notices, NOW);
    const lines = calendar.split("\r\n");
    assert.equal(lines.filter((line) => line === "BEGIN:VEVENT").length, 2);
    assert.ok(
      lines.every((line) => new TextEncoder().encode(line).length <= 75),
      "folded at 75 octets",
    );
    const starts = lines.flatMap((line) => /^DTSTART:(\d{8}T\d{6}Z)$/.exec(line)?.[1] ?? []);
    assert.equal(starts.length, 2);
    assert.equal(starts[0], notices[0]?.startsAt.replace(/[-:]|\.\d+/g, ""));
    const ids = (text: string) => text.split("\r\n").filter((line) => line.startsWith("UID:"));
    assert.deepEqual(ids(waterOffCalendar("v", state, notices, new Date(0))), ids(calendar));
  });
});

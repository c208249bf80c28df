/** Every preset of the shop as each of its plans would build it: sheets and schedules stand, whatever the standards. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { CONNECTION, event, startedVisit, surveyOf } from "../../../tests/support/story.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { LineFound, PlanRequest } from "../plan/index.ts";
import { planHookup } from "../planner/index.ts";
import type { Standards } from "../standard/index.ts";
import { runSheet } from "../step/index.ts";
import { planRequestOf } from "../survey/index.ts";
import { foldVisit } from "../visit/index.ts";
import { scheduleOf } from "./visit-schedule.ts";

const STANDARDS: readonly Partial<Standards>[] = [
  { flushBeforeLast: "yes" },
  { flushBeforeLast: "yes", toiletLine: "rigid" },
];

describe("the run sheet of every preset and plan", () => {
  for (const houseRules of STANDARDS)
    it(`names each step once and is scheduled, with ${JSON.stringify(houseRules)}`, () => {
      let sheets = 0;
      for (const { id } of tables.presets) {
        const survey = surveyOf(id);
        const request: PlanRequest = { ...planRequestOf(survey, null), houseRules };
        for (const plan of planHookup(plannerIndex, request).plans) {
          const chosen = event({ kind: "plan-chosen", connection: CONNECTION, plan, request });
          const { connections } = foldVisit([...startedVisit(id, { planned: false }), chosen]);
          const steps = runSheet(connections, tables).map((step) => step.id);
          assert.equal(new Set(steps).size, steps.length, `${id}: ${steps.join(" ")}`);
          assert.ok(scheduleOf(connections, tables, 1).schedule.totalMin > 0, id);
          sheets += 1;
        }
      }
      assert.ok(sheets > tables.presets.length);
    });
});

/** Ends of hoses and tails that fixtures bring, whatever the fixture's own end is. */
const HOSE_ENDS = ["comp-3/8-f", "npsm-1/2-f", "hose-3/4-f", "quick-1/4", "tube-1/4-pe"];

describe("a fixture's own hose or tail", () => {
  it("ends in an end of its own, and is planned or refused for every preset", () => {
    let planned = 0;
    for (const { id } of tables.presets)
      for (const end of HOSE_ENDS)
        for (const by of ["fixture-hose", "fixture-tail"] as const) {
          const line: LineFound = { by, end };
          const { plans, refused } = planHookup(plannerIndex, {
            ...planRequestOf(surveyOf(id), null),
            line,
          });
          assert.ok(plans.length > 0 || refused.length > 0, `${id} ${by} ${end}`);
          planned += plans.length;
          for (const plan of plans)
            for (const { between, ends } of plan.joints)
              if (between.includes("inlet")) assert.ok(ends?.includes(end), `${id} ${by} ${end}`);
        }
    assert.ok(planned > 0);
  });
});

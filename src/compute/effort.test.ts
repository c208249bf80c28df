import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../tests/support/tables.ts";
import { planHookup } from "../core/planner/index.ts";
import { planRequestOf, surveyFromPreset } from "../core/survey/index.ts";
import { timedEffort } from "./effort.ts";

describe("a bound on time", () => {
  it("lets an everyday job end on a machine that stands still, and ends a long one", () => {
    let now = 0;
    const effort = timedEffort(100, () => now);
    now = 5000;
    for (let way = 0; way < 1999; way += 1) effort.count();
    assert.ok(effort.used() < 0.01);
    effort.count();
    assert.ok(effort.used() >= 1);
  });

  it("counts ways beside the time", () => {
    const effort = timedEffort(1e9, () => 0);
    for (let way = 0; way < 200_000; way += 1) effort.count();
    assert.equal(effort.used(), 0.5);
    assert.match(effort.bound, /s of work or 400000 ways/);
  });

  for (const phase of ["whole", "rough-in"] as const)
    it(`lets the usual job of every fixture end on a machine that stands still: ${phase}`, () => {
      for (const preset of tables.presets) {
        // What joins a line that stays is never roughed in by itself.
        if (phase === "rough-in" && preset.keptLineInlet !== null) continue;
        let now = 0;
        const effort = timedEffort(100, () => now);
        now = 5000;
        const request = { ...planRequestOf(surveyFromPreset(preset, "usual"), null), phase };
        const { plans, complete } = planHookup(plannerIndex, request, effort);
        assert.ok(complete && plans.length > 0, `${preset.fixture}, ${preset.water}`);
      }
    });
});

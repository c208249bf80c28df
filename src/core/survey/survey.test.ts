import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { surveyOf } from "../../../tests/support/story.ts";
import { isSameRun, planRequestOf, type Survey } from "./survey.ts";
import { asTyped } from "./typed.ts";

describe("a line that hangs on the supply", () => {
  const supplyOf = (change: Partial<Survey["supply"]>) => {
    const { supply } = surveyOf("toilet");
    return planRequestOf(surveyOf("toilet", { supply: { ...supply, ...change } }), null).supply;
  };
  const [length, right, up, out] = [12, -2, 10, 0.5].map(asTyped);
  assert.ok(length && right && up && out);

  it("is told to the planner as measured once all of it is: length and the three figures of its inlet", () => {
    const stays = { line: "stays", lineInlet: "bc-7/8-m" } as const;
    assert.deepEqual(supplyOf(stays).keptLine, { inlet: "bc-7/8-m" });
    assert.deepEqual(supplyOf({ ...stays, lineMeasures: { length, right, up } }).keptLine, {
      inlet: "bc-7/8-m",
    });
    const { keptLine, ...rest } = supplyOf({ ...stays, lineMeasures: { length, right, up, out } });
    assert.deepEqual(keptLine, { inlet: "bc-7/8-m", measured: { lengthIn: 12, to: [-2, 10, 0.5] } });
    assert.ok(!("lineMeasures" in rest), "the survey's own words stay with it");
  });

  it("that is renewed is not measured: another takes its place", () => {
    assert.deepEqual(
      supplyOf({ line: "renewed", lineInlet: "bc-7/8-m", lineMeasures: { length, right, up, out } }).keptLine,
      { inlet: "bc-7/8-m" },
    );
  });
});

describe("isSameRun", () => {
  it("cares for ends, water and length, and not for notes, stock or the stop's proof", () => {
    const one = planRequestOf(surveyOf("toilet"), null);
    assert.ok(
      isSameRun(
        one,
        planRequestOf(
          surveyOf("toilet", { stop: { kind: "multi-turn", proof: "holds", method: null } }),
          new Map(),
        ),
      ),
    );
    assert.ok(!isSameRun(one, planRequestOf(surveyOf("toilet", { water: "hot" }), null)));
    assert.ok(
      !isSameRun(
        one,
        planRequestOf(
          surveyOf("toilet", { length: { min: { typed: "9", value: 9 }, max: { typed: "13", value: 13 } } }),
          null,
        ),
      ),
    );
  });

  it("cares for the wall and the way the inlet looks, not for what is tried on the plan itself", () => {
    const asked = (change: Partial<Survey>) => planRequestOf(surveyOf("dishwasher", change), null);
    const one = asked({ needs: ["arrestor"] });
    assert.ok(isSameRun(one, asked({ needs: ["filter"], lineKind: "pipe" })));
    assert.ok(!isSameRun(one, asked({ needs: ["arrestor"], access: "closed-wall" })));
    const { inlet } = surveyOf("dishwasher");
    assert.ok(!isSameRun(one, asked({ needs: ["arrestor"], inlet: { ...inlet, looks: "down" } })));
  });
});

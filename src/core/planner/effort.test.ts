import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { surveyOf } from "../../../tests/support/story.ts";
import { plannerIndex } from "../../../tests/support/tables.ts";
import { NEEDS } from "../plan/request.ts";
import { planRequestOf } from "../survey/index.ts";
import { effortOf, eitherEffort, UNBOUNDED } from "./effort.ts";
import { planHookup } from "./plan.ts";

const requestWith = (needs: number, stock: ReadonlyMap<string, number> | null = null) => ({
  ...planRequestOf(surveyOf("toilet"), stock),
  needs: NEEDS.slice(0, needs),
});

describe("the planner's effort", () => {
  it("changes no answer that is within it", () => {
    for (const needs of [0, 1, 2])
      assert.deepEqual(
        planHookup(plannerIndex, requestWith(needs), effortOf(1e9)),
        planHookup(plannerIndex, requestWith(needs), UNBOUNDED),
      );
  });

  it("ends a search that has no end in sight, and says at what and that there may be more", () => {
    const { plans, refused, complete } = planHookup(plannerIndex, requestWith(6), effortOf(300));
    assert.deepEqual([plans, complete], [[], false]);
    assert.equal(refused[0]?.code, "bound-reached");
    assert.match(refused[0]?.message ?? "", /300 ways looked at/);
    assert.ok(
      refused.every(({ code }) => code !== "no-chain" && code !== "no-length"),
      "what was not looked at is not said to be impossible",
    );
  });

  it("keeps what was found before the end, and only what is right", () => {
    const whole = planHookup(plannerIndex, requestWith(2));
    for (const most of [40, 200, 1000]) {
      const { plans } = planHookup(plannerIndex, requestWith(2), effortOf(most));
      for (const plan of plans) assert.ok(plan.joints.length >= (whole.plans[0]?.joints.length ?? 0));
    }
  });

  it("is the nearer of two, and counts in both", () => {
    const [one, other] = [effortOf(10), effortOf(4)];
    const both = eitherEffort(one, other);
    both.count();
    assert.deepEqual([both.used(), one.used(), other.used()], [0.25, 0.1, 0.25]);
    assert.match(both.bound, /10 ways looked at or 4 ways/);
  });

  it("must be positive", () => assert.throws(() => effortOf(0), RangeError));
});

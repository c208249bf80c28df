import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { allDry, startedVisit, surveyOf } from "../../tests/support/story.ts";
import { plannerIndex, tables } from "../../tests/support/tables.ts";
import { timedPlan } from "../compute/plan-minutes.ts";
import { planHookup } from "../core/planner/index.ts";
import { planRequestOf } from "../core/survey/index.ts";
import { describeInterface } from "./openapi.ts";
import { planRequest, planRequestFrom } from "./plan.ts";
import { planResponse } from "./plan-answer.ts";
import { surveySchema } from "./survey.ts";
import { eventSchema, siteSchema, visitFile } from "./visit.ts";

const faultsOf = (
  schema: {
    safeParse: (value: unknown) => { error?: { issues: readonly { path: PropertyKey[] }[] } | undefined };
  },
  value: unknown,
) => (schema.safeParse(value).error?.issues ?? []).map((issue) => issue.path.join("."));

describe("events", () => {
  it("of a whole visit pass their schema unchanged", () => {
    for (const event of allDry(startedVisit())) assert.deepEqual(eventSchema.parse(event), event);
  });

  const [opened, added, chosen] = startedVisit();
  const cases: readonly (readonly [string, unknown, string])[] = [
    ["an id that is no uuid", { ...opened, id: "1" }, "id"],
    ["a time without its zone", { ...opened, typedAt: "2026-03-08T05:00:00" }, "typedAt"],
    ["an empty title", { ...opened, title: "  " }, "title"],
    ["an unknown field", { ...opened, colour: "red" }, ""],
    ["an unknown kind", { ...opened, kind: "visit-closed" }, "kind"],
    [
      "a plan without joints",
      { ...chosen, plan: { ...(chosen?.kind === "plan-chosen" ? chosen.plan : {}), joints: [] } },
      "plan.joints",
    ],
    ["a survey that is none", { ...added, survey: {} }, "survey.label"],
  ];
  for (const [name, value, path] of cases)
    it(`refuse ${name}, naming ${path || "it"}`, () =>
      assert.ok(faultsOf(eventSchema, value).includes(path)));
});

describe("surveySchema", () => {
  it("holds the typed length and its value to each other", () => {
    const survey = surveyOf("toilet", {
      length: { min: { typed: "10 1/2", value: 11 }, max: { typed: "13", value: 13 } },
    });
    assert.deepEqual(faultsOf(surveySchema, survey), ["length.min.value"]);
  });
  it("refuses a shortest that is longer than the longest", () => {
    const survey = surveyOf("toilet", {
      length: { min: { typed: "14", value: 14 }, max: { typed: "13", value: 13 } },
    });
    assert.deepEqual(faultsOf(surveySchema, survey), ["length.min"]);
  });
});

describe("siteSchema", () => {
  it("takes IANA zones only", () => {
    assert.deepEqual(faultsOf(siteSchema, { name: "x", address: "", zone: "America/Halifax" }), []);
    assert.deepEqual(faultsOf(siteSchema, { name: "x", address: "", zone: "Nowhere/Land" }), ["zone"]);
  });
});

describe("planRequest", () => {
  const good = { ...planRequestOf(surveyOf("toilet"), null), stock: { "LB-C38B78-012": 2 } };
  it("becomes the planner's problem, stock counted by SKU", () => {
    assert.equal(planRequestFrom(planRequest.parse(good)).stock?.get("LB-C38B78-012"), 2);
  });
  for (const [name, change, path] of [
    ["a length range turned round", { lengthIn: { min: 13, max: 10 } }, "lengthIn.min"],
    ["a stock of less than none", { stock: { A: -1 } }, "stock.A"],
    ["a need nobody knows", { needs: ["magic"] }, "needs.0"],
    ["a school nobody holds", { houseRules: { toiletLine: "rope" } }, "houseRules.toiletLine"],
    ["null for a school", { houseRules: { toiletLine: undefined } }, "houseRules.toiletLine"],
  ] as const)
    it(`refuses ${name}`, () => assert.ok(faultsOf(planRequest, { ...good, ...change }).includes(path)));
});

describe("planResponse", () => {
  it("is what the planner gives, for every joint and part, with the minutes of its work", () => {
    for (const preset of ["toilet", "dishwasher", "refrigerator", "kitchen-hot"]) {
      const survey = surveyOf(preset);
      const job = planRequestOf(survey, null);
      const { plans, ...rest } = planHookup(plannerIndex, job);
      const outcome = { ...rest, plans: plans.map((plan) => timedPlan(survey, job, plan, tables)) };
      for (const { handsOnMin, waitMin, gaveWay } of outcome.plans) {
        assert.ok(handsOnMin.low < handsOnMin.likely && handsOnMin.likely < handsOnMin.high);
        assert.ok(waitMin >= 15, "a joint stands a quarter of an hour under pressure");
        assert.ok(gaveWay);
      }
      assert.deepEqual(
        planResponse.parse(JSON.parse(JSON.stringify(outcome))),
        JSON.parse(JSON.stringify(outcome)),
      );
    }
  });
});

describe("published schemas", () => {
  it("the visit's file has a format that other versions are told apart by", () => {
    const file = {
      format: "brass-nut/visit@1",
      visit: startedVisit()[0]?.id,
      events: startedVisit().map((event) => ({ event, receivedAt: event.typedAt })),
    };
    assert.equal(visitFile.safeParse(file).success, true);
    assert.deepEqual(faultsOf(visitFile, { ...file, format: "brass-nut/visit@2" }), ["format"]);
  });
  it("OpenAPI names every endpoint and its errors", () => {
    const document = describeInterface("0.0.0");
    const post = document.paths?.["/api/v1/visits/{id}/events"]?.post;
    assert.deepEqual(Object.keys(post?.responses ?? {}), ["200", "400", "404", "409", "415", "422"]);
    assert.ok(document.components?.schemas?.["VisitEvent"]);
  });
});

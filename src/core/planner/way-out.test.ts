/** What would make a plan possible: situations whose nearest way out a plumber knows. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { metJob } from "../../../tests/support/random-jobs.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { PlanRequest } from "../plan/index.ts";
import { planRequestOf, surveyFromPreset, surveyWith } from "../survey/index.ts";
import { type Refused, withChange } from "../way-out/index.ts";
import { effortOf, planHookup, planWithChoices, withWaysOut } from "./index.ts";

function jobOf(
  preset: string,
  supply: Partial<PlanRequest["supply"]>,
  also: Partial<PlanRequest> = {},
): PlanRequest {
  const found = tables.presets.find(({ id }) => id === preset) ?? assert.fail(preset);
  const usual = planRequestOf(surveyFromPreset(found, "room"), null);
  return { ...usual, ...also, supply: { ...usual.supply, looks: "wall", ...supply } };
}
const outcomeOf = (job: PlanRequest) =>
  withWaysOut(plannerIndex, job, planWithChoices(plannerIndex, job, effortOf(60_000)), effortOf(400_000));
const waysOf = (refused: readonly Refused[]) => refused.flatMap(({ wayOut }) => wayOut ?? []);

describe("the nearest way out", () => {
  const stop = (end: string) => ({ kind: "stop-outlet", end }) as const;
  const stub = (end: string) => ({ kind: "stub", end }) as const;
  for (const [name, job, wanted] of [
    ["a tub filler on a 3/8 stop: renew the stop", jobOf("tub-filler-hot", stop("comp-3/8-m")), "renew-stop"],
    ["a washer on a 3/8 stop: renew the stop", jobOf("washer-cold", stop("comp-3/8-m")), "renew-stop"],
    [
      "a kitchen faucet on a 1/4 stop: renew the stop",
      jobOf("kitchen-cold", stop("comp-1/4-m")),
      "renew-stop",
    ],
    ["a stop of a class nobody stocks: renew the stop", jobOf("toilet", stop("comp-7/16-m")), "renew-stop"],
    ["a refrigerator on hot: the cold side", jobOf("refrigerator", { water: "hot" }), "cold-side"],
    ["an ice machine on hot: the cold side", jobOf("ice-machine", { water: "hot" }), "cold-side"],
    ["a filter on hot: the cold side", jobOf("filter", { water: "hot" }), "cold-side"],
    [
      "3/8 nominal copper: back to pipe that stops are made for",
      jobOf("toilet", stub("pipe-3/8-copper")),
      "go-back",
    ],
    ["1 in copper: back to pipe that stops are made for", jobOf("toilet", stub("pipe-1-copper")), "go-back"],
    ["polybutylene: back to copper or PEX", jobOf("toilet", stub("pipe-1/2-pb")), "go-back"],
    ["plain steel: thread it", jobOf("toilet", stub("pipe-1/2-steel")), "thread-pipe"],
    [
      "its own hose too short: the stop nearer",
      jobOf(
        "dishwasher-hose",
        {},
        { line: { by: "fixture-hose", lengthIn: 18 }, lengthIn: { min: 22, max: 28 } },
      ),
      "nearer-stop",
    ],
    [
      "no line of the length: the nearest that is stocked",
      jobOf("washer-cold", {}, { lengthIn: { min: 50, max: 56 } }),
      "other-length",
    ],
    [
      "a tub filler starved by its pipe: wider pipe",
      jobOf("tub-filler-hot", {
        staticPsi: 40,
        upstream: { lengthFt: 60, idIn: 0.545, riseFt: 18, material: "galvanised" },
      }),
      "wider-pipe",
    ],
    [
      "a tub filler's gasket in a closed wall: a panel",
      jobOf("tub-filler-hot", {}, { access: "closed-wall" }),
      "open-wall",
    ],
  ] as const)
    it(name, () => {
      const { plans, refused } = outcomeOf(job);
      assert.deepEqual(plans, []);
      assert.equal(
        refused[0]?.wayOut?.code,
        wanted,
        JSON.stringify(refused.map(({ code, wayOut }) => [code, wayOut?.code])),
      );
    });

  it("is tried: the change brings the plans that are told, from that price; no advice breaks the 80 psi rule", () => {
    fc.assert(
      fc.property(metJob, (job) => {
        const { plans, refused } = outcomeOf(job);
        const ways = waysOf(refused);
        if (plans.length > 0) assert.deepEqual(ways, []);
        for (const { change, plans: count, fromCents } of ways) {
          const then = planHookup(plannerIndex, withChange(job, change), effortOf(60_000)).plans;
          assert.equal(then.length, count);
          assert.equal(Math.min(...then.map(({ priceCents }) => priceCents)), fromCents);
        }
        for (const { message } of refused)
          for (const [, psi] of message.matchAll(/(\d+) psi static/g)) assert.ok(Number(psi) <= 80, message);
      }),
      { seed: 5, numRuns: setSize(60, 600) },
    );
  });

  it("written into a survey asks for the same job, and what it changed is a guess again", () => {
    const preset = tables.presets.find(({ id }) => id === "tub-filler-hot") ?? assert.fail("no preset");
    const survey = {
      ...surveyFromPreset(preset, "bath"),
      supply: { end: "comp-3/8-m", kind: "stop-outlet" as const },
      confirmed: ["supply", "stop", "water"] as const,
    };
    const [first] = waysOf(outcomeOf(planRequestOf(survey, null)).refused);
    assert.ok(first);
    const tried = surveyWith(survey, first.change);
    assert.deepEqual(planHookup(plannerIndex, planRequestOf(tried, null)).plans.length, first.plans);
    assert.deepEqual(tried.confirmed, ["water"]);
  });
});

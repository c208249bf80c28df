/** A line that stays and whose end a tee moves: rated by the line fitter where it was measured. Situations of a plumber under a tank. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { surveyOf } from "../../../tests/support/story.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { Vector } from "../geometry/index.ts";
import { rateLength } from "../line/index.ts";
import type { Plan, PlanRequest } from "../plan/index.ts";
import { planRequestOf } from "../survey/index.ts";
import type { Approach } from "./approach.ts";
import { EMPTY_BILL } from "./bill.ts";
import type { Candidate } from "./candidate.ts";
import { planHookup } from "./plan.ts";
import { waterBudget } from "./plan-flow.ts";
import { byPreference } from "./search-job.ts";

/** A bidet seat on a toilet's line that stays: so long, its shank so far right, up and out from the stop. */
function seatJob(lengthIn: number, to: Vector, change: Partial<PlanRequest["supply"]> = {}): PlanRequest {
  const base = planRequestOf(surveyOf("toilet"), null);
  return {
    ...base,
    inlet: { end: "comp-3/8-f", fixture: "bidet-seat", plastic: false },
    supply: {
      ...base.supply,
      stopHolds: true,
      keepsExistingLine: true,
      keptLine: { inlet: "bc-7/8-m", measured: { lengthIn, to } },
      ...change,
    },
  };
}

function bestOf(request: PlanRequest): Plan {
  const [plan] = planHookup(plannerIndex, request).plans;
  assert.ok(plan);
  return plan;
}

const saidOf = ({ warnings }: Plan, code: string) => warnings.find((each) => each.code === code)?.message;

/** What the fitter says of a toilet's 3/8 class line between a stop that looks up and a shank that looks down. */
const ratingOf = (lengthIn: number, to: Vector, from: Vector = [0, 0, 0]) =>
  rateLength(
    {
      a: { at: from, direction: [0, 1, 0] },
      b: { at: to, direction: [0, -1, 0] },
      cuffIn: 1,
      minBendRadiusIn: 1.6,
      walls: [],
      freeBulgeIn: null,
    },
    lengthIn,
  ).rating;

describe("a line that stays behind a tee", () => {
  it("that has room to bow is told to lie well, at the tank and at the stop", () => {
    const to: Vector = [4, 12, 0];
    assert.equal(ratingOf(16, [4, 10.5, 0]), "good", "the tank's tee is an inch and a half long");
    assert.equal(ratingOf(16, to, [0, 1.8, 0]), "good", "the stop's tee 1.8");
    assert.match(saidOf(bestOf(seatJob(16, to)), "tee-moves-shank") ?? "", /1\.5 in; .*still lies well/);
    const atStop = bestOf(seatJob(16, to, { teeAt: "supply" }));
    assert.match(saidOf(atStop, "tee-moves-line") ?? "", /1\.8 in; .*still lies well/);
  });

  it("that fitted snugly is pushed into a bow: renew it", () => {
    const to: Vector = [2, 10, 0];
    assert.equal(ratingOf(12, to), "good");
    assert.equal(ratingOf(12, [2, 8.5, 0]), "tight-bend");
    const plan = bestOf(seatJob(12, to));
    assert.match(saidOf(plan, "kept-line-moved-badly") ?? "", /renew it.*bends too tightly/);
    assert.doesNotMatch(saidOf(plan, "tee-moves-shank") ?? "", /lies well/);
  });

  it("that was wrong before is not the tee's doing, and is said so", () => {
    assert.equal(ratingOf(9, [0, 8, 0]), "tight-bend");
    const plan = bestOf(seatJob(9, [0, 8, 0]));
    assert.match(saidOf(plan, "kept-line-lies-badly") ?? "", /already.*as found, with the tee/);
    assert.equal(saidOf(plan, "kept-line-moved-badly"), undefined);
  });

  it("that nobody measured is not rated: the move is told, no more", () => {
    const { plans } = planHookup(plannerIndex, seatJob(12, [2, 10, 0], { keptLine: { inlet: "bc-7/8-m" } }));
    assert.ok(plans[0]);
    assert.match(saidOf(plans[0], "tee-moves-shank") ?? "", /about 1\.5 in\.$/);
    assert.ok(plans[0].warnings.every(({ code }) => !code.startsWith("kept-line-")));
  });

  it("goes straight on where the tee lets it: the new line is led aside", () => {
    const atStop = bestOf(seatJob(16, [4, 12, 0], { teeAt: "supply" }));
    const [kept] = atStop.joints.filter(({ between }) => between.includes("kept"));
    assert.deepEqual(kept?.between, ["p0.b", "kept"]);
  });

  it("puts a way that pulls on it behind one of the same kind that does not, whatever the price", () => {
    const request = seatJob(12, [2, 10, 0]);
    const facts = tables.fixtures.find(({ fixture }) => fixture === request.inlet.fixture);
    assert.ok(facts);
    const direct: Approach = {
      code: "at-supply",
      from: request.supply.end,
      to: request.inlet.end,
      kept: null,
      takesLine: true,
    };
    const way = (priceCents: number): Candidate => ({
      approach: direct,
      chain: { links: [], lastPiece: null, bill: { ...EMPTY_BILL, priceCents }, faults: 0 },
    });
    const [cheap, dear] = [way(500), way(900)];
    const inOrder = (strained: Candidate) =>
      [cheap, dear].sort(
        byPreference({
          water: waterBudget(plannerIndex, request, facts),
          request,
          keptFit: (each) => ({ asFound: "good", moved: each === strained ? "taut" : "good" }),
        }),
      );
    assert.deepEqual(inOrder(cheap), [dear, cheap]);
    assert.deepEqual(inOrder(dear), [cheap, dear]);
  });
});

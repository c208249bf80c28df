/** What stands before any new part, told where no plan is found. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { requestOf } from "../../../tests/support/situation.ts";
import { plannerIndex } from "../../../tests/support/tables.ts";
import { planHookup } from "./plan.ts";
import { standingWay } from "./standing-way.ts";

describe("the way as it stands", () => {
  it("is a stop too small for a tub filler, with what it takes", () => {
    const way = standingWay(
      plannerIndex,
      requestOf({
        preset: "tub-filler-hot",
        supply: { kind: "stop-outlet", end: "comp-3/8-m", staticPsi: 45 },
      }),
    );
    const [stop] = way.elements;
    assert.ok(stop?.kind === "stop" && stop.isTooSmall);
    assert.deepEqual(stop.boreIn, { low: 0.27, high: 0.3 });
    assert.ok(stop.psi > 15, `${stop.psi} psi at ${way.flowGpm} gpm`);
    assert.ok(Math.abs(way.leftPsi - (45 - stop.psi)) < 1e-9);
  });

  it("has the pipe before, the rise at 0.43 psi a foot, and the stop, in the order water meets them", () => {
    const upstream = { lengthFt: 60, idIn: 0.622, riseFt: 18, material: "galvanised" as const };
    const way = standingWay(plannerIndex, requestOf({ supply: { upstream } }));
    assert.deepEqual(
      way.elements.map(({ kind }) => kind),
      ["pipe", "rise", "stop"],
    );
    assert.ok(Math.abs((way.elements[1]?.psi ?? 0) - 18 * 0.433) < 0.05);
  });

  it("takes what a plan's flow is charged with before its parts: the plan is left no more than that", () => {
    const job = requestOf({ preset: "kitchen-cold" });
    const { leftPsi } = standingWay(plannerIndex, job);
    const [plan] = planHookup(plannerIndex, job).plans;
    assert.ok((plan?.flow?.residualPsi ?? Number.POSITIVE_INFINITY) <= leftPsi);
  });

  it("is empty at bare pipe nobody described", () => {
    const job = requestOf({ supply: { kind: "stub", end: "pipe-1/2-copper" } });
    assert.deepEqual(standingWay(plannerIndex, job).elements, []);
  });
});

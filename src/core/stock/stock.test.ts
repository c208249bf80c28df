import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { plannedConnection } from "../../../tests/support/connection.ts";
import { event, startedVisit, tickedTo } from "../../../tests/support/story.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { buildPlannerIndex, planHookup } from "../planner/index.ts";
import { foldVisit } from "../visit/index.ts";
import { drawnParts, drawnSince, neededParts } from "./drawn.ts";
import { loadList } from "./load-list.ts";
import { type Demand, expectedDemand, madeOf, reachOf, requestOf } from "./reach.ts";

const TOOLS = { index: plannerIndex, presets: tables.presets, standards: {} };
const connectionsOf = (events: Parameters<typeof foldVisit>[0]) => foldVisit(events).connections;

describe("parts drawn from the truck", () => {
  it("are those of which a joint is made, and what is left of the plan is still needed", () => {
    const planned = startedVisit();
    const plan = connectionsOf(planned)[0]?.plan?.plan;
    assert.ok(plan);
    const whole = new Map(plan.parts.map(({ sku, quantity }) => [sku, quantity]));
    assert.deepEqual(
      [drawnParts(connectionsOf(planned)).size, neededParts(connectionsOf(planned))],
      [0, whole],
    );
    const first = connectionsOf(tickedTo(planned, "make-1"));
    assert.deepEqual([drawnParts(first), neededParts(first).size], [whole, 0]);
  });

  it("go back when the joint is undone", () => {
    const made = tickedTo(startedVisit(), "make-1");
    const tick = made.findLast((each) => each.kind === "step-done" && each.joint === 1);
    assert.ok(tick);
    const undone = [...made, event({ kind: "event-undone", undoes: tick.id })];
    const change = drawnSince(drawnParts(connectionsOf(made)), drawnParts(connectionsOf(undone)));
    assert.ok(change.size > 0 && [...change.values()].every((quantity) => quantity < 0));
  });

  it("do not count what came with the job", () => {
    const [connection] = connectionsOf(tickedTo(startedVisit(), "make-1"));
    assert.ok(connection?.plan);
    const [part] = connection.plan.plan.parts;
    assert.ok(part);
    const { plan } = connection;
    const boxed = {
      ...connection,
      plan: { ...plan, request: { ...plan.request, stockInBox: { [part.sku]: 1 } } },
    };
    assert.equal(drawnParts([boxed]).has(part.sku), false);
  });

  it("change by exactly the difference, whatever was drawn before", () => {
    const quantities = fc
      .dictionary(fc.constantFrom("A", "B", "C"), fc.integer({ min: 1, max: 9 }))
      .map((each) => new Map(Object.entries(each)));
    fc.assert(
      fc.property(quantities, quantities, (before, after) => {
        const change = drawnSince(before, after);
        for (const sku of ["A", "B", "C"])
          assert.equal((before.get(sku) ?? 0) + (change.get(sku) ?? 0), after.get(sku) ?? 0);
      }),
    );
  });
});

describe("what visits need together", () => {
  const toilet = plannedConnection("toilet", "toilet");
  const washer = plannedConnection("washer", "washer-cold");

  it("adds up over visits and says what is short", () => {
    const line = toilet.plan?.plan.parts[0];
    assert.ok(line);
    const list = loadList(
      [
        { id: "one", connections: [toilet] },
        { id: "two", connections: [toilet, washer] },
      ],
      new Map([[line.sku, 1]]),
    );
    const own = list.parts.find(({ sku }) => sku === line.sku);
    assert.deepEqual(
      [own?.quantity, own?.onTruck, own?.short, own?.forVisits],
      [2 * line.quantity, 1, 2 * line.quantity - 1, ["one", "two"]],
    );
    assert.ok(list.tools.length > 0);
  });

  it("has everything short where nobody has said what is on the truck, and names what is not planned yet", () => {
    const { plan: _, ...unplanned } = toilet;
    const list = loadList([{ id: "one", connections: [washer, { ...unplanned, plan: null }] }], null);
    assert.ok(list.parts.every(({ short, quantity }) => short === quantity));
    assert.deepEqual(
      list.unplanned.map(({ label }) => label),
      ["toilet"],
    );
  });
});

describe("the reach of a truck", () => {
  const demand = expectedDemand(tables.presets, new Map());
  /** The everyday half of the demand: what is asked of a stop's outlet. Pipes take the planner ten times as long. */
  const everyday = demand.filter(({ supply }) => supply === "comp-3/8-m").slice(0, 6);
  const some = new Map(tables.parts.filter((_, at) => at % 12 === 0).map(({ sku }) => [sku, 2]));
  const onTruck = buildPlannerIndex({ ...tables, parts: tables.parts.filter(({ sku }) => some.has(sku)) });

  it("makes one at least exactly where the planner has a plan from what is on the truck", () => {
    for (const each of everyday) {
      const makes = madeOf(each, onTruck, TOOLS, some);
      const { plans } = planHookup(onTruck, requestOf(each, TOOLS, some));
      assert.equal(
        makes > 0,
        plans.some(({ inStock }) => inStock),
        `${each.supply} ${each.inlet}`,
      );
    }
  });

  it("makes as many as a single part allows, and never fewer with more of it", () => {
    const [toilet] = demand;
    assert.ok(toilet);
    const counts = [0, 1, 3, 6].map((count) => {
      const stock = new Map([["LB-C38B78-012", count]]);
      return reachOf([toilet], stock, TOOLS).cells[0]?.makes;
    });
    assert.deepEqual(counts, [0, 1, 3, 6]);
  });

  it("ends where a piece runs out that one plan takes two of", () => {
    const stock = new Map([
      ["AD-C38C14", 9],
      ["TU-14-NY", 60],
      ["KF-14-NY", 5],
    ]);
    const tube = demand.find(({ supply, inlet }) => supply === "comp-3/8-m" && inlet === "comp-1/4-m");
    assert.ok(tube);
    const tubeTruck = buildPlannerIndex({
      ...tables,
      parts: tables.parts.filter(({ sku }) => stock.has(sku)),
    });
    assert.equal(madeOf(tube, tubeTruck, TOOLS, stock), 2, "two pieces each, five on the truck");
  });

  it("tells parts that cover more: with them on the truck the coverage rises by what was told", () => {
    const before = reachOf(everyday, some, TOOLS);
    assert.ok(before.complete && before.coverage > 0 && before.coverage < 1);
    const { adds } = before;
    assert.ok(adds.length > 0);
    const with50 = new Map([...some, ...adds.map(({ sku }) => [sku, 50] as const)]);
    const after = reachOf(everyday, with50, TOOLS);
    const told = adds.reduce((sum, { gain }) => sum + gain, 0);
    assert.ok(
      after.coverage >= before.coverage + told - 1e-9,
      `${before.coverage} + ${told} > ${after.coverage}`,
    );
  });

  it("covers nothing of an empty truck but what needs no part, and says so when the time is up", () => {
    const empty = reachOf(everyday, new Map(), TOOLS);
    assert.ok(empty.coverage < 0.4);
    const cut = reachOf(demand, some, TOOLS, { used: () => 1, count: () => undefined, bound: "no time" });
    assert.deepEqual([cut.complete, cut.cells.length], [false, 0]);
  });

  it("weighs the shop's own jobs over a prior of 20 jobs spread over the presets", () => {
    const sum = (lines: readonly Demand[]) => lines.reduce((all, { weight }) => all + weight, 0);
    assert.ok(Math.abs(sum(demand) - 20) < 1e-9);
    const learned = expectedDemand(tables.presets, new Map([["toilet", 80]]));
    assert.ok(Math.abs(sum(learned) - 100) < 1e-9);
    const toilet = learned.find(({ inlet }) => inlet === "bc-7/8-m");
    assert.ok(toilet && toilet.weight > 80);
  });
});

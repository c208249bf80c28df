/** Plans over HTTP: what is refused says what would make it work, and the change that is told does. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { planResponse } from "../../src/schema/plan-answer.ts";
import { startApi } from "../support/desk.ts";

const { request: ask } = startApi("template_empty");
const supply = {
  end: "comp-3/8-m",
  kind: "stop-outlet",
  water: "hot",
  staticPsi: 60,
  stopHolds: true,
  keepsExistingLine: false,
};
const tub = {
  supply,
  inlet: { end: "npsm-1/2-m", fixture: "tub-filler", plastic: false },
  lengthIn: { min: 12, max: 20 },
  needs: [],
  access: "open",
};

async function plan(request: object) {
  const { status, body } = await ask("POST", "/api/v1/hookups/plan", request);
  assert.equal(status, 200, JSON.stringify(body));
  return planResponse.parse(body);
}

describe("hookups/plan", () => {
  it("refuses a tub filler on a 3/8 stop, and renewing the stop brings the plans it tells", async () => {
    const { plans, refused } = await plan(tub);
    assert.deepEqual(plans, []);
    const [first] = refused;
    assert.equal(first?.code, "supply-bore");
    assert.equal(first?.wayOut?.code, "renew-stop");
    const { boreIn: _, ...change } = first?.wayOut?.change.supply ?? {};
    const then = await plan({ ...tub, supply: { ...supply, ...change } });
    assert.equal(then.plans.length, first?.wayOut?.plans);
    assert.equal(Math.min(...then.plans.map(({ priceCents }) => priceCents)), first?.wayOut?.fromCents);
  });

  it("tells of every plan how long its work takes, what gave way, and what a fast valve does to the pipe", async () => {
    const dishwasher = {
      ...tub,
      inlet: { end: "npt-3/8-f", fixture: "dishwasher", plastic: true },
      lengthIn: { min: 40, max: 60 },
    };
    const { plans } = await plan(dishwasher);
    assert.ok(plans.length > 0);
    for (const { handsOnMin, waitMin, gaveWay, bang } of plans) {
      assert.ok(handsOnMin.likely > 5 && waitMin >= 15);
      assert.deepEqual(gaveWay, []);
      assert.deepEqual(bang?.assumed, ["pipe-before"]);
      assert.ok(bang.rangePsi[0] <= bang.psi && bang.psi <= bang.rangePsi[1]);
      assert.ok((bang.withArrestorPsi ?? 999) < bang.psi);
    }
    const [withStop] = (
      await plan({
        ...dishwasher,
        supply: { ...supply, kind: "stub", end: "pipe-1/2-copper", looks: "wall" },
      })
    ).plans;
    assert.ok(
      (plans[0]?.handsOnMin.likely ?? 99) < (withStop?.handsOnMin.likely ?? 0),
      "a stop more to make",
    );
  });

  it("takes the measured bore of a stop that stays", async () => {
    const { plans } = await plan({ ...tub, supply: { ...supply, boreIn: 0.5 } });
    assert.ok(plans.length > 0);
    const { refused } = await plan({ ...tub, supply: { ...supply, boreIn: 0.2 } });
    assert.match(refused[0]?.message ?? "", /0\.2 in where 0\.45 in/);
  });

  it("takes the length of the fixture's own tail with its inlet, and both words for where a tee goes", async () => {
    const tail = {
      ...tub,
      inlet: { end: "comp-3/8-f", fixture: "kitchen", plastic: false, tailIn: 10 },
      supply: { ...supply, teeAt: "stop" },
      line: { by: "fixture-tail" },
    };
    const { refused } = await plan(tail);
    assert.equal(refused[0]?.code, "hose-too-short");
    assert.equal(refused[0]?.wayOut?.code, "nearer-stop");
    const { body } = await ask("POST", "/api/v1/hookups/plan", {
      ...tail,
      supply: { ...supply, teeAt: "attic" },
    });
    assert.match(JSON.stringify(body), /supply\.teeAt/);
  });
});

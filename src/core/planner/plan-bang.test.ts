/** The water of plans: one branch for the flow and for the bang, and what a plumber expects of each. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { requestOf, type Situation, testSituations } from "../../../tests/support/situation.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { hammerBranchOf, profileOf, volumeGal, weakestRating } from "../branch/index.ts";
import { exactly } from "../water/index.ts";
import { plannedBranch, USUAL_UPSTREAM } from "./branch.ts";
import { planHookup } from "./plan.ts";

const factsOf = (fixture: string) => {
  const facts = tables.fixtures.find((each) => each.fixture === fixture);
  assert.ok(facts, fixture);
  return facts;
};
const planned = (situation: Situation) => {
  const request = requestOf(situation);
  const [plan] = planHookup(plannerIndex, request).plans;
  assert.ok(plan, situation.preset);
  return { request, plan, branch: plannedBranch(tables, request, plan) };
};

testSituations({
  "the bang of a valve that shuts fast": {
    "washer without an arrestor: told as advice, with its range, and why this plan has none": {
      preset: "washer-cold",
      warns: "suggest-arrestor",
      judged: ({ bang, warnings }) => {
        assert.ok(bang?.withArrestorPsi !== undefined && bang.withArrestorPsi < bang.psi / 2);
        assert.equal(bang.arrestor, "none");
        const [low, high] = bang.rangePsi;
        assert.ok(low < bang.psi && bang.psi <= high);
        const told = warnings.find(({ code }) => code === "suggest-arrestor")?.message ?? "";
        assert.match(told, /about \d{3} psi for an instant \(\d+ to \d+ psi on usual pipe\)/);
        assert.match(told, /brings that to about \d+ psi; none is in this plan, because/);
        assert.doesNotMatch(told, /rated/);
      },
    },
    "washer with an arrestor at its valve: the plan says what it does": {
      preset: "washer-cold",
      also: { needs: ["arrestor"], arrestorAt: "valve" },
      judged: ({ bang, why }) => {
        assert.ok(bang?.withArrestorPsi !== undefined);
        assert.ok(bang.psi > 2 * bang.withArrestorPsi);
        assert.equal(bang.arrestor, "planned");
        assert.match(
          why.join(" "),
          /The arrestor in it takes the shock of the valve from about \d+ to \d+ psi/,
        );
      },
    },
    "washer with an arrestor somebody saw: it is counted, and none is suggested": {
      preset: "washer-cold",
      also: { present: ["arrestor"] },
      judged: ({ bang, warnings, why }) => {
        assert.equal(bang?.arrestor, "there");
        assert.ok(!warnings.some(({ code }) => code === "suggest-arrestor"));
        assert.match(why.join(" "), /The arrestor that is there takes/);
      },
    },
    "toilet: a float shuts slowly, nothing bangs": {
      preset: "toilet",
      judged: ({ bang }) => assert.equal(bang, undefined),
    },
    "house rule if-heard: computed, not preached": {
      preset: "washer-cold",
      also: { houseRules: { hammer: "if-heard" } },
      judged: ({ bang, warnings }) => {
        assert.ok(bang);
        assert.ok(!warnings.some(({ code }) => code === "suggest-arrestor"));
      },
    },
    "pipe before of PEX: softer; its range is narrower than that of usual pipe, which nobody speaks of": {
      preset: "washer-cold",
      supply: { upstream: { lengthFt: 30, idIn: 0.485, riseFt: 0, material: "pex" }, staticPsi: 60 },
      judged: ({ bang, warnings }) => {
        const copper = planned({ preset: "washer-cold" }).plan.bang;
        assert.ok(bang && copper);
        assert.deepEqual(copper.assumed, ["pipe-before"]);
        assert.deepEqual(bang.assumed, []);
        assert.ok(bang.psi < copper.psi);
        assert.ok(bang.rangePsi[1] - bang.rangePsi[0] < copper.rangePsi[1] - copper.rangePsi[0]);
        assert.doesNotMatch(warnings.map(({ message }) => message).join(" "), /usual pipe/);
      },
    },
    "pressure nobody measured: the range takes the usual pressures too": {
      preset: "washer-cold",
      supply: {
        isStaticAssumed: true,
        upstream: { lengthFt: 30, idIn: 0.545, riseFt: 0, material: "copper" },
      },
      judged: ({ bang }) => {
        assert.deepEqual(bang?.assumed, ["static-pressure"]);
        assert.ok((bang?.rangePsi[1] ?? 0) - (bang?.rangePsi[0] ?? 0) >= 40);
      },
    },
  },
});

describe("plannedBranch", () => {
  it("loses what the plan's flow says, for every preset", () => {
    for (const { id, fixture } of tables.presets) {
      const { plan, branch } = planned({ preset: id });
      const { flowGpm, leastPsi } = factsOf(fixture);
      assert.ok(Math.abs(volumeGal(branch.stretches) - (plan.flow?.holdsGal ?? Number.NaN)) < 0.001, id);
      const { residualPsi } = profileOf(branch, flowGpm, leastPsi);
      assert.ok(
        Math.abs(residualPsi.likely - (plan.flow?.residualPsi ?? Number.NaN)) < 0.06,
        `${id}: ${residualPsi.likely} against ${plan.flow?.residualPsi}`,
      );
    }
  });

  it("charges the flow with the pipe before only where somebody has described it", () => {
    const upstream = { lengthFt: 40, idIn: 0.545, riseFt: 10, material: "copper" as const };
    const [bare, known] = [
      planned({ preset: "washer-cold" }),
      planned({ preset: "washer-cold", supply: { upstream } }),
    ];
    const at = ({ branch }: typeof bare) => profileOf(branch, 4, 10).residualPsi.likely;
    assert.ok(at(bare) - at(known) > 0.433 * 10);
    assert.equal(bare.branch.before.lengthFt, USUAL_UPSTREAM.lengthFt);
    assert.ok(Math.abs(at(known) - (known.plan.flow?.residualPsi ?? 0)) < 0.06);
  });

  it("keeps the weakest rating, and knows on which side of the line the arrestor sits", () => {
    const at = (arrestorAt: "valve" | "stop") =>
      planned({ preset: "washer-cold", also: { needs: ["arrestor"], arrestorAt } }).branch;
    assert.equal(weakestRating(at("valve")), 125);
    assert.equal(at("valve").arrestorAt, "valve");
    assert.equal(at("stop").arrestorAt, "junction");
    assert.equal(planned({ preset: "washer-cold" }).branch.arrestorAt, null);
  });

  it("is two pipes for the bang: the one before, and the parts with their loss", () => {
    const { branch } = planned({ preset: "washer-cold" });
    const { pipes, cushion } = hammerBranchOf(tables, branch, { flowGpm: 4, closureMs: exactly(20) }, true);
    assert.equal(pipes.length, 2);
    assert.equal(cushion, null);
    const [, line] = pipes;
    assert.ok(line && line.lengthFt >= 3.5 && line.lengthFt < 6);
    assert.ok(line.waveSpeedFtS.low < 1000 && line.waveSpeedFtS.high > 2000);
  });
});

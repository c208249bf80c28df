import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { Plan } from "../plan/plan.ts";
import type { PlanRequest } from "../plan/request.ts";
import { completeStandards, DEFAULT_STANDARDS } from "../standard/standards.ts";
import { planRequestOf, surveyFromPreset } from "../survey/index.ts";
import { otherPlans } from "./other-plans.ts";
import { planHookup } from "./plan.ts";
import { buildPlannerIndex } from "./planner-index.ts";

function requestFor(preset: string, change: Partial<PlanRequest> = {}): PlanRequest {
  const found = tables.presets.find((each) => each.id === preset);
  assert.ok(found);
  return { ...planRequestOf(surveyFromPreset(found, "test room"), null), ...change };
}

function best(asked: PlanRequest): Plan {
  const plan = planHookup(plannerIndex, asked).plans[0];
  assert.ok(plan, "no plan");
  return plan;
}

const codes = (findings: readonly { readonly code: string }[]) => findings.map(({ code }) => code);

describe("planHookup", () => {
  it("connects a toilet with one braided line and two joints, the second by hand", () => {
    const plan = best(requestFor("toilet"));
    assert.deepEqual(
      plan.parts.map((part) => [part.kind, part.lengthIn]),
      [["line", 12]],
    );
    assert.deepEqual(
      plan.joints.map((joint) => [joint.number, joint.type, joint.turns?.handOnly]),
      [
        [1, "cone-gasket", false],
        [2, "flat-gasket", true],
      ],
    );
    assert.deepEqual(
      plan.joints.map((joint) => joint.between),
      [
        ["supply", "p0.a"],
        ["p0.b", "inlet"],
      ],
    );
    assert.deepEqual(plan.joints[1]?.wrenches, []);
    assert.ok(plan.joints[1]?.notes.some((note) => note.includes("by hand")));
    assert.ok(plan.joints[0]?.notes.some((note) => note.includes("old brass ferrule")));
  });

  it("has a plan for every preset, and every joint of it mates", () => {
    for (const preset of tables.presets)
      for (const plan of planHookup(plannerIndex, requestFor(preset.id)).plans) {
        assert.ok(
          plan.joints.every(
            (joint) => joint.ends === null || plannerIndex.meet(...joint.ends, true) !== null,
          ),
          preset.id,
        );
        assert.equal(plan.joints.length, plan.joints.at(-1)?.number);
        assert.equal(plan.joints[0]?.between[0], "supply");
        assert.equal(plan.joints.at(-1)?.between[1], "inlet");
      }
  });

  it("refers to ports that the parts have, and to the ends those ports have", () => {
    for (const preset of tables.presets)
      for (const plan of planHookup(plannerIndex, requestFor(preset.id)).plans)
        for (const joint of plan.joints)
          joint.between.forEach((ref, side) => {
            const [, index, port] = /^p(\d+)\.([abc])$/.exec(ref) ?? [];
            if (index === undefined) return;
            assert.equal(
              plan.parts[Number(index)]?.ports.find((each) => each.id === port)?.end,
              joint.ends?.[side],
            );
          });
  });

  it("adds nothing in series with a faucet's own hose, and says that the hose must reach", () => {
    const plan = best(requestFor("kitchen-cold"));
    assert.equal(plan.id, "direct");
    assert.equal(plan.joints.length, 1);
    assert.ok(codes(plan.warnings).includes("tail-must-reach"));
  });

  it("sums prices, kits and feet of tube included", () => {
    const plan = best(requestFor("refrigerator", { houseRules: { refrigeratorLine: "copper" } }));
    const priced = plan.parts.reduce(
      (sum, part) =>
        sum + part.quantity * (tables.parts.find((each) => each.sku === part.sku)?.priceCents ?? 0),
      0,
    );
    assert.equal(plan.priceCents, priced);
    assert.deepEqual(codes(plan.parts.map((part) => ({ code: part.kind }))), ["ferrule", "tube", "ferrule"]);
  });

  it("keeps to drinking-water parts and to the rating", () => {
    for (const preset of ["kitchen-hot", "lavatory-cold", "refrigerator", "ice-machine"])
      for (const plan of planHookup(plannerIndex, requestFor(preset)).plans)
        for (const part of plan.parts)
          assert.equal(tables.parts.find((each) => each.sku === part.sku)?.leadFree, true, part.sku);
    const high = requestFor("toilet");
    assert.deepEqual(
      planHookup(plannerIndex, { ...high, supply: { ...high.supply, staticPsi: 200 } }).plans,
      [],
    );
  });

  it("uses no polyethylene on hot", () => {
    const hot = requestFor("dishwasher");
    const { lineKind: _, ...any } = hot;
    for (const plan of planHookup(plannerIndex, any).plans)
      assert.ok(plan.parts.every((part) => part.material !== "polyethylene"));
  });

  it("names the school it used with its reason, and follows the other one when told", () => {
    const braided = best(requestFor("toilet"));
    assert.ok(braided.why.some((reason) => /braided line to the toilet, because/.test(reason)));
    const rigid = best(requestFor("toilet", { houseRules: { toiletLine: "rigid" } }));
    assert.deepEqual(
      rigid.parts.map((part) => part.kind),
      ["ferrule", "riser", "ferrule"],
    );
    assert.deepEqual(
      rigid.joints.map((joint) => joint.type),
      ["ferrule", "flat-gasket"],
    );
  });

  it("puts sealant on taper threads by the house rule and on nothing that seals on rubber", () => {
    const sealants = (taperSealant: "tape" | "paste" | "both", plastic: boolean) => {
      const asked = requestFor("dishwasher", { houseRules: { taperSealant } });
      return best({ ...asked, inlet: { ...asked.inlet, plastic } }).joints.map((joint) => joint.sealant);
    };
    assert.deepEqual(sealants("tape", false), ["none", "none", "tape"]);
    assert.deepEqual(sealants("paste", false), ["none", "none", "paste"]);
    assert.deepEqual(sealants("both", false), ["none", "none", "tape-or-paste"]);
    assert.deepEqual(
      sealants("paste", true),
      ["none", "none", "tape"],
      "paste cracks plastic, whatever the rule",
    );
  });

  it("allows a film only on brass ferrules and riser noses, only under that rule", () => {
    const film = (lineKind: "riser" | "line") =>
      best(
        requestFor("lavatory-hot", {
          lineKind,
          houseRules: { ferruleFilm: "film" },
          lengthIn: { min: 14, max: 18 },
        }),
      ).joints.map((joint) => joint.sealant);
    assert.deepEqual(film("riser"), ["film-allowed", "film-allowed"]);
    assert.deepEqual(film("line"), ["none", "none"]);
  });

  it("makes a hose elbow up on its line on the bench, and a taper elbow in place", () => {
    // No line with an elbow of its own is made in this length.
    const hose = best(requestFor("dishwasher-hose", { needs: ["elbow"], lengthIn: { min: 78, max: 90 } }));
    assert.deepEqual(
      hose.joints.map((joint) => joint.where),
      ["place", "bench", "place"],
    );
    assert.deepEqual(
      best(requestFor("dishwasher")).joints.map((joint) => joint.where),
      ["place", "place", "place"],
    );
  });

  it("adds what is needed, and only suggests what is not asked for", () => {
    assert.ok(codes(best(requestFor("dishwasher")).warnings).includes("suggest-arrestor"));
    const asked = best(requestFor("dishwasher", { needs: ["arrestor"] }));
    assert.ok(asked.parts.some((part) => part.kind === "arrestor"));
    assert.ok(!codes(asked.warnings).includes("suggest-arrestor"));
    const ruled = best(requestFor("dishwasher", { houseRules: { hammer: "arrestor" } }));
    assert.ok(ruled.parts.some((part) => part.kind === "arrestor"));
  });

  it("warns of high pressure, of a stop that fails, and of one that nobody proved", () => {
    const asked = requestFor("toilet");
    const warned = (supply: Partial<PlanRequest["supply"]>) =>
      codes(best({ ...asked, supply: { ...asked.supply, ...supply } }).warnings);
    assert.ok(warned({ staticPsi: 95 }).includes("static-above-80"));
    assert.ok(warned({ stopHolds: false }).includes("stop-does-not-hold"));
    assert.ok(warned({ stopHolds: null }).includes("stop-unproved"));
    assert.ok(!warned({ stopHolds: true }).includes("stop-unproved"));
  });

  it("says which lengths fit both ends when none lies in the range", () => {
    const { plans, refused } = planHookup(
      plannerIndex,
      requestFor("toilet", { lineKind: "line", lengthIn: { min: 12.1, max: 15.9 } }),
    );
    assert.deepEqual(plans, []);
    assert.match(
      refused.find(({ code }) => code === "no-length")?.message ?? "",
      /9, 12, 16, 20, 24, 30, 36 in/,
    );
  });

  it("refuses by name what nobody may plan", () => {
    const asked = requestFor("toilet");
    const refused = (change: Partial<PlanRequest["supply"]>) =>
      codes(planHookup(plannerIndex, { ...asked, supply: { ...asked.supply, ...change } }).refused);
    assert.deepEqual(refused({ end: "comp-99-m" }), ["unknown-end"]);
    assert.deepEqual(refused({ end: "quick-1/4", keepsExistingLine: true }), ["kept-nut-unknown"]);
    assert.ok(refused({ kind: "pipe", end: "pipe-1/2-copper" }).includes("saddle-tap"));
    assert.deepEqual(refused({ kind: "stub", end: "pipe-1/2-pb" })[0], "pipe-not-listed");
  });

  it("puts what is on the truck first and names what is missing", () => {
    const stock = new Map([["LB-C38B78-012", 1]]);
    const { plans } = planHookup(plannerIndex, requestFor("toilet", { stock }));
    assert.deepEqual([plans[0]?.id, plans[0]?.inStock], ["LB-C38B78-012", true]);
    assert.deepEqual([plans[1]?.id, plans[1]?.missing], ["LP-C38B78-012", ["LP-C38B78-012"]]);
  });

  it("gives way on a school, with a warning, when no listed part follows it", () => {
    const parts = tables.parts.filter((part) => part.kind !== "line");
    const outcome = planHookup(buildPlannerIndex({ ...tables, parts }), requestFor("toilet"));
    assert.equal(outcome.plans[0]?.parts[1]?.kind, "riser");
    assert.ok(codes(outcome.plans[0]?.warnings ?? []).includes("school-relaxed"));
  });
});

describe("clock angles", () => {
  it("are asked for where an elbow is turned home, and not on a straight adapter", () => {
    const noted = (without: string) => {
      const parts = tables.parts.filter(({ sku }) => !sku.startsWith(without));
      const plan = planHookup(buildPlannerIndex({ ...tables, parts }), requestFor("dishwasher")).plans[0];
      assert.ok(plan);
      return plan.joints.map(({ notes }) => notes.some((note) => note.includes("clock angle")));
    };
    assert.deepEqual(noted("EL-"), [false, false, false]);
    assert.deepEqual(noted("AD-").at(-1), true);
  });
});

describe("otherWays", () => {
  it("tells the other school and the suggested function by what differs", () => {
    const asked = requestFor("refrigerator");
    const { plans } = planHookup(plannerIndex, asked);
    const first = plans[0];
    assert.ok(first);
    const ways = otherPlans(plannerIndex, asked, plans, first);
    const copper = ways.find((way) => way.change.includes("copper"));
    assert.equal(copper?.jointsMore, 0);
    assert.equal(copper?.centsMore, (copper?.plan.priceCents ?? 0) - first.priceCents);
    assert.equal(copper?.request.houseRules.refrigeratorLine, "copper");
    assert.ok(ways.some((way) => way.request.needs.includes("auto-shutoff")));
    assert.equal(new Set([first.id, ...ways.map((way) => way.plan.id)]).size, ways.length + 1);
  });
});

describe("house rules", () => {
  it("defaults are the defaults of the table of schools", () => {
    for (const [key, choice] of Object.entries(DEFAULT_STANDARDS))
      assert.equal(
        tables.schools.find((school) => school.key === key && school.isDefault)?.choice,
        choice,
        key,
      );
  });
  it("what a job sets wins over the default", () =>
    assert.equal(completeStandards({ toiletLine: "rigid" }).toiletLine, "rigid"));
});

/** Who turns, who is held, and what comes first: situations of the trade, and what holds of every order. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { Plan, PlanJoint, PlanRequest } from "../plan/index.ts";
import { planRequestOf, surveyFromPreset } from "../survey/index.ts";
import { planHookup } from "./plan.ts";

function planFor(
  preset: string,
  supply: Partial<PlanRequest["supply"]>,
  also: Partial<PlanRequest> = {},
): Plan {
  const found = tables.presets.find(({ id }) => id === preset);
  assert.ok(found, preset);
  const base = planRequestOf(surveyFromPreset(found, "room"), null);
  const [plan] = planHookup(plannerIndex, {
    ...base,
    ...also,
    supply: { ...base.supply, looks: "wall", ...supply },
  }).plans;
  assert.ok(plan, preset);
  return plan;
}

const jointAt = ({ joints }: Plan, ref: string): PlanJoint => {
  const joint = joints.find(({ between }) => between.some((each) => each === ref));
  assert.ok(joint, ref);
  return joint;
};
const placeIn = ({ makeUpOrder = [] }: Plan, joint: PlanJoint) => makeUpOrder.indexOf(joint.number);

describe("the end that is hard to reach", () => {
  const endsOf = (preset: string, also: Partial<PlanRequest> = {}) => {
    const plan = planFor(preset, { kind: "stop-outlet", end: "comp-3/8-m" }, also);
    return {
      atFixture: placeIn(plan, jointAt(plan, "inlet")),
      atStop: placeIn(plan, jointAt(plan, "supply")),
    };
  };

  it("is made first: a faucet's shank before the nut at the stop", () => {
    for (const preset of ["lavatory-hot", "lavatory-cold"]) {
      const { atFixture, atStop } = endsOf(preset);
      assert.ok(atFixture < atStop, preset);
    }
  });
  it("is no end of a toilet's line: the wall's side comes first", () => {
    const { atFixture, atStop } = endsOf("toilet");
    assert.ok(atStop < atFixture);
  });
});

describe("what turns and what is held", () => {
  it("is the stop on an old nipple, by the stop's size; the nipple is held with a pipe wrench", () => {
    const plan = planFor("toilet", { kind: "stub", end: "npt-1/2-m", material: "galvanised" });
    const joint = jointAt(plan, "supply");
    assert.deepEqual([joint.turning, joint.held], ["b", "a"]);
    assert.deepEqual(joint.wrenches, ["1 1/16 in"]);
    assert.match(joint.holdBack?.what ?? "", /nipple.*pipe wrench/);
  });
  it("is the line's nut on a stop's outlet; the stop is held", () => {
    const joint = jointAt(planFor("dishwasher", {}), "supply");
    assert.deepEqual([joint.turning, joint.held], ["b", "a"]);
    assert.deepEqual(joint.wrenches, ["5/8 in", "11/16 in"]);
  });
  it("is the adapter in an appliance's inlet; the inlet is held", () => {
    const joint = jointAt(planFor("dishwasher", {}), "inlet");
    assert.equal(joint.type, "taper-thread");
    assert.deepEqual([joint.turning, joint.held], ["a", "b"]);
  });
  it("is nothing in a soldered joint", () => {
    const plan = planFor(
      "toilet",
      { kind: "stub", end: "pipe-1/2-copper" },
      { houseRules: { pipeJoint: "solder" } },
    );
    const joint = jointAt(plan, "supply");
    assert.deepEqual([joint.turning, joint.held, joint.wrenches], [null, "a", []]);
  });
  it("asks for no wrench on a nut that is turned by hand", () =>
    assert.deepEqual(jointAt(planFor("toilet", {}), "inlet").wrenches, []));
});

describe("the order joints are made in", () => {
  it("is heat before rubber: every soldered joint before the line goes on", () => {
    const plan = planFor(
      "lavatory-hot",
      { kind: "pipe", end: "pipe-1/2-copper" },
      { houseRules: { pipeJoint: "solder" } },
    );
    const last = Math.max(
      ...plan.joints.filter(({ type }) => type === "solder").map((each) => placeIn(plan, each)),
    );
    for (const joint of plan.joints.filter(({ type }) => type === "cone-gasket" || type === "flat-gasket"))
      assert.ok(placeIn(plan, joint) > last, `${joint.number} after the flame`);
  });
  it("is the appliance's own thread before the line that ties it", () => {
    const plan = planFor("dishwasher", {});
    const [inlet, line] = [jointAt(plan, "inlet"), plan.joints.at(-2)];
    assert.ok(line && placeIn(plan, inlet) < placeIn(plan, line));
  });
  it("is the end of a line that cannot swivel first", () => {
    const plan = planFor(
      "lavatory-cold",
      {},
      { inlet: { end: "m10x1-f", fixture: "lavatory", plastic: false } },
    );
    assert.equal(placeIn(plan, jointAt(plan, "inlet")), 0);
  });
  it("is a union's halves before its nut", () => {
    const plan = planFor(
      "toilet",
      { kind: "stub", end: "npt-1/2-m", material: "galvanised" },
      { needs: ["dielectric"] },
    );
    const inner = plan.joints.find(({ ends }) => ends === null);
    assert.ok(inner);
    const halves = plan.joints.filter(({ type }) => type === "taper-thread");
    assert.equal(halves.length, 2);
    for (const half of halves) assert.ok(placeIn(plan, half) < placeIn(plan, inner));
  });
  it("screws a thread in before its pipe is soldered, where nothing could turn afterwards", () => {
    const plan = planFor("hydrant-cold", {}, { houseRules: { pipeJoint: "solder" } });
    const inlet = jointAt(plan, "inlet");
    const hot = plan.joints.filter(({ type }) => type === "solder");
    const own = hot.filter(({ where }) => where === "bench");
    assert.ok(own.length > 0, "the threaded part is soldered while it lies free");
    for (const joint of hot)
      assert.equal(placeIn(plan, joint) < placeIn(plan, inlet), own.includes(joint), `joint ${joint.number}`);
  });
  it("puts an elbow on its hose at the bench, before either is in place", () => {
    const plan = planFor("dishwasher-hose", {}, { needs: ["elbow"], lengthIn: { min: 78, max: 90 } });
    const bench = plan.joints.find(({ where }) => where === "bench");
    assert.ok(bench);
    assert.equal(placeIn(plan, bench), 0);
  });
});

describe("what a plan says to carry and to cut", () => {
  it("lists the torch with its extinguisher, and solder, for a soldered stop only", () => {
    const soldered = planFor(
      "toilet",
      { kind: "stub", end: "pipe-1/2-copper" },
      { houseRules: { pipeJoint: "solder" } },
    );
    assert.ok(soldered.tools?.some((tool) => /torch.*extinguisher/.test(tool)));
    assert.ok(soldered.consumables?.some((each) => /solder/.test(each)));
    const plain = planFor("toilet", {});
    assert.ok(!plain.tools?.some((tool) => /torch/.test(tool)));
    assert.deepEqual(plain.consumables, []);
  });
  it("cuts out the run of a tee less its two depths", () => {
    const plan = planFor("toilet", { kind: "pipe", end: "pipe-1/2-copper" });
    const tee = tables.parts.find(({ sku }) => sku === plan.parts[0]?.sku);
    const runIn = Math.abs((tee?.ports[1]?.at[0] ?? 0) - (tee?.ports[0]?.at[0] ?? 0));
    assert.equal(plan.cutOutIn, Math.round((runIn - 2 * 1) * 100) / 100, "push-fit takes an inch each side");
    assert.equal(planFor("toilet", {}).cutOutIn, undefined);
  });
  it("names what is done before each joint", () => {
    const plan = planFor("toilet", { kind: "stub", end: "pipe-1/2-copper" });
    assert.deepEqual(jointAt(plan, "supply").prepare, ["square-cut", "deburr", "depth-mark"]);
  });
});

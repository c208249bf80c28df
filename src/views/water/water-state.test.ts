/** What follows from the settings of the Water view. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { planHookup, plannedBranch, USUAL_UPSTREAM } from "../../core/planner/index.ts";
import { planRequestOf, surveyFromPreset } from "../../core/survey/index.ts";
import {
  bangQuestion,
  branchAsSet,
  cureQuestion,
  ratingOf,
  upstreamOf,
  type WaterFacts,
  waterState,
  withWiderPipe,
} from "./water-state.ts";

function factsOf(id: string): WaterFacts {
  const preset = tables.presets.find((each) => each.id === id);
  assert.ok(preset, id);
  const facts = tables.fixtures.find(({ fixture }) => fixture === preset.fixture);
  const valve = tables.inletValves.find(({ fixture }) => fixture === preset.fixture);
  const request = planRequestOf(surveyFromPreset(preset, ""), null);
  const [plan] = planHookup(plannerIndex, request).plans;
  assert.ok(facts && valve && plan);
  return {
    fixture: { label: facts.label, flowGpm: facts.flowGpm, leastPsi: facts.leastPsi, valve },
    branch: plannedBranch(tables, request, plan),
    usual: USUAL_UPSTREAM,
    tables,
  };
}

const WASHER = factsOf("washer-cold");
const OPENED = waterState(WASHER);

describe("the Water view's settings", () => {
  it("open as the branch is: the pipe before assumed, nothing of it to keep", () => {
    assert.equal(OPENED.isPipeKnown, false);
    assert.equal(OPENED.pipe, "copper-1/2-l");
    assert.equal(upstreamOf(WASHER, OPENED), null);
    assert.deepEqual(branchAsSet(WASHER, OPENED), WASHER.branch);
  });

  it("keep a pipe once somebody has described it", () => {
    const described = { ...OPENED, pipe: "pex-3/4", pipeFt: 12, riseFt: 3, isPipeKnown: true };
    assert.deepEqual(upstreamOf(WASHER, described), {
      lengthFt: 12,
      idIn: 0.681,
      riseFt: 3,
      material: "pex",
    });
    const branch = branchAsSet(WASHER, described);
    assert.equal(branch.isBeforeAssumed, false);
    assert.equal(branch.before.wallIn, 0.097);
  });

  it("ask the bang without and with what is tried, at the place that is set", () => {
    const { bare, held } = bangQuestion(WASHER, { ...OPENED, place: "junction" });
    assert.equal(bare.cushion, null);
    assert.equal(held?.cushion?.place, "junction");
    assert.equal(bangQuestion(WASHER, { ...OPENED, device: "none" }).held, null);
    const chamber = bangQuestion(WASHER, { ...OPENED, device: "air-chamber", airShare: 0.1 }).held?.cushion;
    assert.ok(chamber && chamber.prechargePsi === 0 && Math.abs(chamber.volumeIn3 - 0.28) < 0.01);
  });

  it("leave a moved closing time as uncertain as the valve is", () => {
    const { closureMs } = bangQuestion(WASHER, { ...OPENED, closureMs: 100 }).bare;
    assert.deepEqual(closureMs, { low: 50, likely: 100, high: 200 });
  });

  it("try the next wider pipe of the same material, and no wider than is sold", () => {
    assert.equal(withWiderPipe(WASHER, WASHER.branch)?.before.name, "Copper, 3/4 type L");
    const widest = branchAsSet(WASHER, { ...OPENED, pipe: "steel-3/4", isPipeKnown: true });
    assert.equal(withWiderPipe(WASHER, widest), null);
  });

  it("ask what helps for the branch as set, and judge by the weakest part", () => {
    const question = cureQuestion(WASHER, OPENED);
    assert.equal(question.ratedPsi, 125);
    assert.deepEqual(ratingOf(WASHER), { psi: 125, isStated: true });
    assert.equal(question.units, 4);
    assert.ok(question.softSpeedFtS && question.wider);
    assert.equal(question.branch.cushion, null);
  });

  it("take the usual surge limit where no part states a rating", () => {
    const bare = { ...WASHER, branch: { ...WASHER.branch, stretches: [] } };
    assert.deepEqual(ratingOf(bare), { psi: 150, isStated: false });
    assert.equal(bangQuestion(bare, OPENED).bare.pipes.length, 1);
  });
});

/** Steady flow against closed forms, an independent network solution, and what must hold of any branch. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { solveNetwork } from "../../../tests/oracles/network-flow.ts";
import { waterDensity } from "./expansion.ts";
import { type Branch, exactly, flowAtLoss, steadyFlow } from "./flow.ts";
import { elevationPsi, lossPsi, waterViscosity } from "./friction.ts";

const near = (got: number, want: number, share: number) =>
  assert.ok(Math.abs(got - want) <= share * Math.abs(want), `${got} against ${want}`);

const LINE = { lengthFt: 1.67, boreIn: 0.27, roughnessMm: exactly(0.005), k: exactly(0.5) };
const STOP = { lengthFt: 0, boreIn: 0.27, roughnessMm: exactly(0.005), k: exactly(6) };
const BRANCH: Branch = {
  waterTempF: 55,
  supplyPsi: 60,
  elevationFt: 2,
  elements: [STOP, LINE],
  emitterGpmPerSqrtPsi: 0.4,
};

describe("steadyFlow", () => {
  it("of an inlet alone is the emitter's own law", () => {
    const { flowGpm, residualPsi, costliest } = steadyFlow({ ...BRANCH, elements: [], elevationFt: 0 });
    near(flowGpm, 0.4 * Math.sqrt(60), 1e-9);
    near(residualPsi, 60, 1e-9);
    assert.equal(costliest, null);
  });

  it("through fittings alone has a closed form", () => {
    // K rho v^2 / 2 and (Q/C)^2 are both squares of the flow.
    const perGpm2 = lossPsi([{ ...STOP, roughnessMm: 0, k: 6 }], 1, 55);
    const { flowGpm } = steadyFlow({ ...BRANCH, elements: [STOP], elevationFt: 0 });
    near(flowGpm, Math.sqrt(60 / (perGpm2 + 1 / 0.4 ** 2)), 1e-9);
  });

  it("in laminar flow is the root of a quadratic", () => {
    const thin = { lengthFt: 100, boreIn: 0.17, roughnessMm: exactly(0), k: exactly(0) };
    const { flowGpm, elements } = steadyFlow({ ...BRANCH, supplyPsi: 0.8, elevationFt: 0, elements: [thin] });
    assert.ok((elements[0]?.reynolds ?? 0) < 2000);
    const mu = waterDensity(55) * waterViscosity(55);
    const perGpm =
      ((128 * mu * 100 * 0.3048) / (Math.PI * (0.17 * 0.0254) ** 4) / 6894.757) * ((231 * 0.0254 ** 3) / 60);
    const a = 1 / 0.4 ** 2;
    near(flowGpm, (-perGpm + Math.sqrt(perGpm ** 2 + 4 * a * 0.8)) / (2 * a), 1e-6);
  });

  it("charges the rise once: 0.433 psi a foot", () => {
    near(elevationPsi(1, 55), 0.433, 1e-3);
    const raised = steadyFlow(BRANCH);
    const level = steadyFlow({ ...BRANCH, supplyPsi: 60 - elevationPsi(2, 55), elevationFt: 0 });
    near(raised.flowGpm, level.flowGpm, 1e-9);
  });

  it("is none, with the reason, where the supply does not reach the inlet", () => {
    const { flowGpm, residualPsi, reason, rangeGpm, elements } = steadyFlow({
      ...BRANCH,
      supplyPsi: 10,
      elevationFt: 40,
    });
    assert.deepEqual(
      [flowGpm, residualPsi, reason, rangeGpm],
      [0, 0, "supply-below-inlet", { low: 0, high: 0 }],
    );
    assert.ok(elements.every(({ lossPsi }) => lossPsi === 0));
  });

  it("names the element that takes the most pressure", () => {
    assert.equal(steadyFlow(BRANCH).costliest, 0);
    assert.equal(steadyFlow({ ...BRANCH, elements: [STOP, { ...LINE, lengthFt: 20 }] }).costliest, 1);
  });

  it("loses in smooth half-inch pipe what Blasius found, within 3 %, at 2 to 8 gpm", () => {
    for (const gpm of [2, 3, 4, 6, 8]) {
      const bore = 0.545 * 0.0254;
      const velocity = (gpm * 231 * 0.0254 ** 3) / 60 / ((Math.PI / 4) * bore ** 2);
      const factor = 0.3164 / ((velocity * bore) / waterViscosity(55)) ** 0.25;
      const pa = (factor * (100 * 0.3048 * waterDensity(55) * velocity ** 2)) / 2 / bore;
      near(lossPsi([{ lengthFt: 100, boreIn: 0.545, roughnessMm: 0, k: 0 }], gpm, 55), pa / 6894.757, 0.03);
    }
  });

  it("brackets what is only known to tens of per cent, and the transition", () => {
    const unsure = { ...STOP, k: { low: 4, likely: 6, high: 8 } };
    const { flowGpm, rangeGpm } = steadyFlow({ ...BRANCH, elements: [unsure, LINE] });
    near(rangeGpm.low, steadyFlow({ ...BRANCH, elements: [{ ...STOP, k: exactly(8) }, LINE] }).flowGpm, 1e-9);
    near(
      rangeGpm.high,
      steadyFlow({ ...BRANCH, elements: [{ ...STOP, k: exactly(4) }, LINE] }).flowGpm,
      1e-9,
    );
    assert.ok(rangeGpm.low < flowGpm && flowGpm < rangeGpm.high);
    const slow = steadyFlow({ ...BRANCH, elements: [{ ...LINE, lengthFt: 60 }], emitterGpmPerSqrtPsi: 0.05 });
    const reynolds = slow.elements[0]?.reynolds ?? 0;
    assert.ok(reynolds > 2000 && reynolds < 4000, `${reynolds}`);
    assert.ok(slow.rangeGpm.low < slow.flowGpm && slow.flowGpm < slow.rangeGpm.high);
  });

  it("refuses an emitter that lets nothing through, and water out of the table", () => {
    assert.throws(() => steadyFlow({ ...BRANCH, emitterGpmPerSqrtPsi: 0 }), /emitter/);
    assert.throws(() => steadyFlow({ ...BRANCH, waterTempF: 212 }), /table of viscosities/);
  });
});

const element = fc.record({
  lengthFt: fc.double({ min: 0.1, max: 40, noNaN: true }),
  boreIn: fc.double({ min: 0.17, max: 0.8, noNaN: true }),
  roughness: fc.double({ min: 0.0015, max: 0.3, noNaN: true }),
  k: fc.double({ min: 0, max: 12, noNaN: true }),
});
const anyBranch = fc.record({
  waterTempF: fc.constantFrom(40, 55, 80, 120, 140),
  supplyPsi: fc.double({ min: 15, max: 80, noNaN: true }),
  elevationFt: fc.double({ min: -10, max: 20, noNaN: true }),
  elements: fc.array(element, { minLength: 1, maxLength: 6 }),
  emitterGpmPerSqrtPsi: fc.double({ min: 0.1, max: 2, noNaN: true }),
});
const branchOf = ({
  elements,
  ...rest
}: typeof anyBranch extends fc.Arbitrary<infer T> ? T : never): Branch => ({
  ...rest,
  elements: elements.map(({ roughness, k, ...each }) => ({
    ...each,
    roughnessMm: exactly(roughness),
    k: exactly(k),
  })),
});

describe("any branch", () => {
  it("uses up exactly its head: losses, rise and residual add to the supply", () =>
    fc.assert(
      fc.property(anyBranch, (drawn) => {
        const branch = branchOf(drawn);
        const { elements, residualPsi, reason } = steadyFlow(branch);
        if (reason !== null) return;
        const sum = elements.reduce((total, each) => total + each.lossPsi, residualPsi);
        near(sum + elevationPsi(branch.elevationFt, branch.waterTempF), branch.supplyPsi, 1e-6);
      }),
    ));

  it("agrees with an independent network solution: 0.3 % in turbulent, 0.7 % in all but the transition", () => {
    let compared = 0;
    fc.assert(
      fc.property(anyBranch, (drawn) => {
        const branch = branchOf(drawn);
        const { flowGpm, elements, reason } = steadyFlow(branch);
        if (reason !== null || elements.some(({ reynolds }) => reynolds > 1900 && reynolds < 4100)) return;
        const metresPerPsi = 6894.757 / waterDensity(branch.waterTempF) / 9.80665;
        const m3PerGpm = (231 * 0.0254 ** 3) / 60;
        const { flows } = solveNetwork({
          nodes: branch.elements.length + 2,
          fixedHeadM: new Map([
            [0, branch.supplyPsi * metresPerPsi],
            [branch.elements.length + 1, branch.elevationFt * 0.3048],
          ]),
          links: [
            ...branch.elements.map(({ lengthFt, boreIn, roughnessMm, k }, at) => ({
              from: at,
              to: at + 1,
              lengthM: lengthFt * 0.3048,
              boreM: boreIn * 0.0254,
              roughnessM: roughnessMm.likely / 1000,
              k: k.likely,
            })),
            {
              from: branch.elements.length,
              to: branch.elements.length + 1,
              coefficient: (branch.emitterGpmPerSqrtPsi * m3PerGpm) / Math.sqrt(metresPerPsi),
            },
          ],
          viscosity: waterViscosity(branch.waterTempF),
        });
        const isTurbulent = elements.every(({ reynolds }) => reynolds >= 4000);
        near(flowGpm, (flows[0] ?? 0) / m3PerGpm, isTurbulent ? 0.003 : 0.007);
        compared += 1;
      }),
      { numRuns: 300 },
    );
    assert.ok(compared > 150, `${compared} compared`);
  });

  it("carries more with more pressure, a wider bore, a shorter way", () =>
    fc.assert(
      fc.property(anyBranch, (drawn) => {
        const branch = branchOf(drawn);
        const { flowGpm, reason } = steadyFlow(branch);
        if (reason !== null) return;
        assert.ok(steadyFlow({ ...branch, supplyPsi: branch.supplyPsi + 5 }).flowGpm > flowGpm);
        const changed = (change: (each: (typeof branch.elements)[number]) => object) =>
          steadyFlow({
            ...branch,
            elements: branch.elements.map((each) => ({ ...each, ...change(each) })),
          }).flowGpm;
        assert.ok(changed(({ boreIn }) => ({ boreIn: boreIn * 1.1 })) >= flowGpm);
        assert.ok(changed(({ lengthFt }) => ({ lengthFt: lengthFt / 2 })) >= flowGpm);
      }),
    ));
});

describe("flowAtLoss", () => {
  const reach = { lengthFt: 5, boreIn: 0.27, roughnessMm: 0.005, k: 1 };
  it("gives the flow whose loss is the head", () => {
    const flow = flowAtLoss([reach], 20, 55);
    assert.ok(flow !== null);
    near(lossPsi([reach], flow, 55), 20, 1e-9);
  });
  it("is none without a head, and not limited where nothing takes pressure", () => {
    assert.equal(flowAtLoss([reach], -1, 55), 0);
    assert.equal(flowAtLoss([], 20, 55), null);
  });
});

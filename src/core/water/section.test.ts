import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { complianceAt, complianceFrom, psiHolding, type Section, storedMl, thermalMl } from "./section.ts";

const STUB: Section = { volumeMl: 120, hoseFt: 0, hoseType: null, material: "copper" };
const yielding = fc
  .record({
    volumeMl: fc.double({ min: 20, max: 2000, noNaN: true }),
    hoseFt: fc.double({ min: 0, max: 20, noNaN: true }),
    wallPsi: fc.double({ min: 8e3, max: 6e6, noNaN: true }),
    hose: fc.double({ min: 0.003, max: 0.06, noNaN: true }),
    airMl: fc.double({ min: 0, max: 50, noNaN: true }),
  })
  .map(({ volumeMl, hoseFt, wallPsi, hose, airMl }) =>
    complianceFrom({ ...STUB, volumeMl, hoseFt }, { wallPsi, hoseMlPerPsiFt: hose, airMl }),
  );
const pressure = fc.double({ min: 0.5, max: 150, noNaN: true });

describe("what a section stores", () => {
  it("is the integral of its compliance, by Simpson's rule within 1e-7", () => {
    fc.assert(
      fc.property(yielding, pressure, (how, psi) => {
        const steps = 400;
        const h = psi / steps;
        let sum = complianceAt(how, 0) + complianceAt(how, psi);
        for (let k = 1; k < steps; k += 1) sum += (k % 2 === 1 ? 4 : 2) * complianceAt(how, k * h);
        return Math.abs((sum * h) / 3 - storedMl(how, psi)) < 1e-7 * (1 + storedMl(how, psi));
      }),
    );
  });
  it("is undone by the pressure that holds it, within 1e-6 psi", () => {
    fc.assert(
      fc.property(
        yielding,
        pressure,
        (how, psi) => Math.abs(psiHolding(how, storedMl(how, psi)) - psi) < 1e-6 * (1 + psi),
      ),
    );
  });
  it("is between 0.0004 and 0.3 mL for a psi, from a stub to hoses", () => {
    const stiff = complianceFrom(STUB, { wallPsi: 1.2e6, hoseMlPerPsiFt: 0, airMl: 0 });
    const soft = complianceFrom({ ...STUB, hoseFt: 5 }, { wallPsi: 1e4, hoseMlPerPsiFt: 0.06, airMl: 3 });
    assert.ok(complianceAt(stiff, 60) < 0.0006);
    assert.ok(complianceAt(soft, 60) > 0.3);
  });
});

describe("warmth", () => {
  const stub = complianceFrom(STUB, { wallPsi: 1.2e6, hoseMlPerPsiFt: 0, airMl: 0 });
  // Usual figure for a stiff copper stub, psi per F; rounded there.
  for (const [at, psiPerF] of [
    [41, -5],
    [50, 5],
    [68, 21],
    [104, 48],
    [122, 58],
  ] as const)
    it(`moves a stiff copper stub about ${psiPerF} psi for a degree at ${at} F`, () => {
      const got = thermalMl(STUB, at - 0.5, at + 0.5) / complianceAt(stub, 60);
      assert.ok(Math.abs(got - psiPerF) < 2, `${got}`);
    });
  it("lowers the pressure in PEX, whose bore grows more than the water", () =>
    assert.ok(thermalMl({ ...STUB, material: "pex" }, 68, 75) < 0));
});

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { waterDensity } from "./expansion.ts";
import { frictionFactor, lossPsi } from "./friction.ts";

const near = (got: number, want: number, share: number) =>
  assert.ok(Math.abs(got - want) <= share * Math.abs(want), `${got} against ${want}`);

describe("frictionFactor", () => {
  it("is 64/Re in laminar flow", () => near(frictionFactor(1000, 0.01), 0.064, 1e-12));
  it("satisfies Colebrook's equation in turbulent flow", () => {
    for (const reynolds of [4000, 1e4, 1e5, 1e6])
      for (const roughness of [0, 1e-6, 1e-4, 1e-3, 1e-2]) {
        const x = 1 / Math.sqrt(frictionFactor(reynolds, roughness));
        near(x, -2 * Math.log10(roughness / 3.7 + (2.51 * x) / reynolds), 1e-9);
      }
  });
  it("gives the values of the printed chart, to its three figures", () => {
    for (const [reynolds, roughness, factor] of [
      [1e5, 0.001, 0.0222],
      [1e6, 0.0001, 0.0134],
      [1e5, 0, 0.018],
      [1e4, 0.01, 0.0431],
    ] as const)
      near(frictionFactor(reynolds, roughness), factor, 0.005);
  });
  it("has no jump at either end of the transition", () => {
    for (const at of [2000, 4000])
      near(frictionFactor(at + 1e-3, 1e-4), frictionFactor(at - 1e-3, 1e-4), 1e-5);
  });
  it("refuses no flow at all", () => assert.throws(() => frictionFactor(0, 0), RangeError));
});

describe("lossPsi", () => {
  const reach = { lengthFt: 10, boreIn: 0.545, roughnessMm: 0.0015, k: 0 };
  it("in laminar flow is Poiseuille's law", () => {
    // 128 mu L Q / (pi d^4), 55 F, 0.05 gal/min in a quarter-inch bore.
    const thin = { lengthFt: 10, boreIn: 0.25, roughnessMm: 0.0015, k: 0 };
    const mu = waterDensity(55) * 1.2094e-6;
    const flow = (0.05 * 231 * 0.0254 ** 3) / 60;
    const pa = (128 * mu * 10 * 0.3048 * flow) / (Math.PI * (0.25 * 0.0254) ** 4);
    near(lossPsi([thin], 0.05, 55), pa / 6894.757, 1e-6);
  });
  it("adds up over a split reach and over its fittings", () => {
    const half = { ...reach, lengthFt: 5 };
    near(lossPsi([half, half], 3, 55), lossPsi([reach], 3, 55), 1e-12);
    const k = lossPsi([{ ...reach, lengthFt: 0, k: 2 }], 3, 55);
    near(lossPsi([{ ...reach, k: 2 }], 3, 55), lossPsi([reach], 3, 55) + k, 1e-12);
  });
  it("rises with flow, length and K, and falls with bore", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        fc.double({ min: 0.15, max: 0.8, noNaN: true }),
        fc.double({ min: 1.01, max: 2, noNaN: true }),
        (flow, boreIn, more) => {
          const base = { lengthFt: 5, boreIn, roughnessMm: 0.01, k: 1 };
          const loss = lossPsi([base], flow, 55);
          assert.ok(lossPsi([base], flow * more, 55) > loss);
          assert.ok(lossPsi([{ ...base, lengthFt: 5 * more }], flow, 55) > loss);
          assert.ok(lossPsi([{ ...base, boreIn: boreIn * more }], flow, 55) < loss);
        },
      ),
    );
  });
  it("refuses a bore that is none", () =>
    assert.throws(() => lossPsi([{ ...reach, boreIn: 0 }], 1, 55), /boreIn/));
});

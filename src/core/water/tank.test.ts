import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { emptying, type PressureTank, usableGal } from "./tank.ts";

const TANK: PressureTank = { volumeGal: 4, prechargePsi: 7, fullPsi: 40 };
const EMITTER = 0.1;

describe("emptying", () => {
  it("gives what the air pushes out: 4 (1 - 21.7 / 54.7) gal", () => {
    assert.ok(Math.abs(usableGal(TANK) - 4 * (1 - 21.7 / 54.7)) < 1e-9);
    const moments = emptying(TANK, (psi) => EMITTER * Math.sqrt(psi), 10);
    assert.ok(Math.abs((moments.at(-1)?.psi ?? 0) - 7) < 1e-9);
    assert.ok(Math.abs((moments.at(-1)?.drawnGal ?? 0) - usableGal(TANK)) < 1e-9);
  });

  it("takes the time of the closed form, within 0.01 %", () => {
    // dt = dV / (C sqrt(k / V - atm)); with V = (k / atm) sin^2 u the integral is (k / atm^1.5) (u - sin u cos u) / C.
    const k = 21.7 * 4;
    const u = (air: number) => Math.asin(Math.sqrt((air * 14.7) / k));
    const part = (air: number) => u(air) - Math.sin(u(air)) * Math.cos(u(air));
    const want = ((60 * k) / 14.7 ** 1.5) * ((part(4) - part((21.7 * 4) / 54.7)) / EMITTER);
    const got = emptying(TANK, (psi) => EMITTER * Math.sqrt(psi), 20).at(-1)?.seconds ?? 0;
    assert.ok(Math.abs(got / want - 1) < 1e-4, `${got} against ${want}`);
  });

  it("flows less and less", () => {
    const flows = emptying(TANK, (psi) => EMITTER * Math.sqrt(psi), 10).map(({ gpm }) => gpm);
    for (const [at, gpm] of flows.entries()) assert.ok(at === 0 || gpm < (flows[at - 1] ?? 0));
  });

  it("is refused for a tank that is not filled", () => {
    assert.throws(() => emptying({ ...TANK, fullPsi: 5 }, () => 1, 4), RangeError);
  });
});

/** The transient against closed forms, and what must hold of any branch. Tolerances stand beside each. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { arbitraryHammer } from "../../../tests/oracles/arbitrary-hammer.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import {
  ATMOSPHERE_PSI,
  M_PER_FT,
  M_PER_IN,
  M3_PER_IN3,
  M3_PER_US_GAL,
  PA_PER_PSI,
} from "../constants/index.ts";
import { runToEnd } from "../numerics/index.ts";
import { waterDensity } from "../water/index.ts";
import { reachesOf } from "./grid.ts";
import { setupAt } from "./hammer.ts";
import { type Transient, transient } from "./transient.ts";
import type { TransientSetup } from "./transient-setup.ts";
import { boilingPsi } from "./wave-speed.ts";

const near = (got: number, want: number, share: number, what = "") =>
  assert.ok(Math.abs(got - want) <= share * Math.abs(want), `${what} ${got} against ${want}`);

const FLOW = (2 * M3_PER_US_GAL) / 60;
const DENSITY = waterDensity(55);
const area = (boreIn: number) => (Math.PI / 4) * (boreIn * M_PER_IN) ** 2;

/** Thirty feet of half-inch copper without friction, high above the boiling of water. */
const PIPE = { lengthFt: 30, boreIn: 0.545, waveSpeedFtS: 4280, lossPsi: 0 };
const SUDDEN: TransientSetup = {
  supplyPsi: 220,
  flowGpm: 2,
  waterTempF: 55,
  pipes: [PIPE],
  closureMs: 0,
  cushion: null,
  check: null,
};
const run = (setup: TransientSetup, reaches?: number): Transient =>
  runToEnd(reaches === undefined ? transient(setup) : transient(setup, reaches));

const joukowsky = ({ boreIn, waveSpeedFtS }: typeof PIPE) =>
  (DENSITY * waveSpeedFtS * M_PER_FT * FLOW) / area(boreIn) / PA_PER_PSI;

describe("transient", () => {
  it("without friction is the exact square wave: rise rho a V, period 4 L / a", () => {
    const { trace, joukowskyPsi, peakPsi, troughPsi, returnMs } = run(SUDDEN);
    const rise = joukowsky(PIPE);
    near(joukowskyPsi, rise, 1e-9);
    near(returnMs, (2 * 30 * 1000) / 4280, 1e-9);
    near(peakPsi, 220 + rise, 1e-9);
    near(troughPsi, 220 - rise, 1e-9);
    for (const { ms, psi } of trace.slice(1)) {
      const halves = ms / returnMs;
      // At the jump itself either side is right.
      if (Math.abs(halves - Math.round(halves)) < 1e-6) continue;
      near(psi, Math.floor(halves) % 2 === 0 ? 220 + rise : 220 - rise, 1e-9, `at ${ms} ms`);
    }
  });

  it("of two pipes returns from the junction by the ratio of their impedances", () => {
    const line = { lengthFt: 6, boreIn: 0.4, waveSpeedFtS: 1500, lossPsi: 0 };
    const { trace } = run({ ...SUDDEN, supplyPsi: 400, pipes: [{ ...PIPE, lengthFt: 60 }, line] });
    const [above, below] = [joukowsky({ ...PIPE, lengthFt: 60 }), joukowsky(line)];
    const back = (above - below) / (above + below);
    const there = (1000 * line.lengthFt) / line.waveSpeedFtS;
    const between = trace.filter(({ ms }) => ms > 2.05 * there && ms < 3.95 * there);
    assert.ok(between.length > 3);
    // The grid trims the shorter pipe by at most half a per cent.
    for (const { psi } of between) near(psi, 400 + below * (1 + 2 * back), 1e-9);
  });

  it("of a slow closing is the rigid column: (h - 1)^2 = k^2 h, within 2 % of the rise", () => {
    const slow = { ...SUDDEN, supplyPsi: 40, flowGpm: 6, closureMs: 600, pipes: [{ ...PIPE, lengthFt: 80 }] };
    const { peakPsi, flowingPsi } = run(slow);
    const column = (DENSITY * 80 * M_PER_FT * 3 * FLOW) / area(PIPE.boreIn) / 0.6 / (flowingPsi * PA_PER_PSI);
    const ratio = 1 + column ** 2 / 2 + Math.sqrt(column ** 4 / 4 + column ** 2);
    near(peakPsi - flowingPsi, flowingPsi * (ratio - 1), 0.02);
  });

  it("on a cushion peaks where the gas has taken the column's energy, within 2 % of the rise", () => {
    // A stiff pipe and a soft cushion: the column moves as one. Work of the gas against the supply = kinetic energy.
    const cushion = { volumeIn3: 12, prechargePsi: 60, polytropicN: 1.2, place: "valve" as const };
    const { peakPsi, troughPsi } = run({ ...SUDDEN, supplyPsi: 60, cushion });
    const start = (60 + ATMOSPHERE_PSI) * PA_PER_PSI;
    const volume = 12 * M3_PER_IN3;
    const kinetic = (DENSITY * 30 * M_PER_FT * FLOW ** 2) / area(PIPE.boreIn) / 2;
    const excess = (pa: number) => {
      const squeezed = volume * (start / pa) ** (1 / 1.2);
      return (pa * squeezed - start * volume) / 0.2 - start * (volume - squeezed) - kinetic;
    };
    let [low, high] = [start, 3 * start];
    for (let turn = 0; turn < 80; turn += 1) {
      const middle = (low + high) / 2;
      if (excess(middle) > 0) high = middle;
      else low = middle;
    }
    const want = low / PA_PER_PSI - ATMOSPHERE_PSI;
    near(peakPsi - 60, want - 60, 0.02);
    assert.ok(troughPsi < 60);
  });

  it("swings on a soft cushion with the period of a mass on a spring, within 2 %", () => {
    // The precharge far below: the piston never comes to its stop. The middle of the swing is passed half a period apart.
    const cushion = { volumeIn3: 60, prechargePsi: 20, polytropicN: 1.2, place: "valve" as const };
    const { trace } = run({ ...SUDDEN, supplyPsi: 60, flowGpm: 0.2, cushion });
    const crossings = trace.filter(
      ({ psi }, at) => at > 0 && Math.sign(psi - 60) !== Math.sign((trace[at - 1]?.psi ?? 60) - 60),
    );
    const gas = (60 * M3_PER_IN3 * (20 + ATMOSPHERE_PSI)) / (60 + ATMOSPHERE_PSI);
    const inertia = (DENSITY * 30 * M_PER_FT) / area(PIPE.boreIn);
    const period = 2 * Math.PI * Math.sqrt((inertia * gas) / (1.2 * (60 + ATMOSPHERE_PSI) * PA_PER_PSI));
    const down = crossings.find(({ ms }) => ms > 100);
    near(down?.ms ?? 0, (period * 1000) / 2, 0.02);
  });

  it("below its precharge a cushion does nothing", () => {
    const small = { ...SUDDEN, supplyPsi: 40, flowGpm: 0.2, closureMs: 30 };
    const cushion = { volumeIn3: 3, prechargePsi: 150, polytropicN: 1.2, place: "valve" as const };
    const [bare, held] = [run(small), run({ ...small, cushion })];
    near(held.peakPsi, bare.peakPsi, 1e-9);
  });

  it("holds what a check at the supply has let in", () => {
    const { trace, troughPsi } = run({ ...SUDDEN, supplyPsi: 60, closureMs: 20, check: "supply" });
    assert.ok(troughPsi >= 60 - 1e-6);
    assert.ok((trace.at(-1)?.psi ?? 0) > 60);
  });

  it("ends where the column parts, with no figure below the boiling of water", () => {
    const { partsAtMs, trace, troughPsi } = run({ ...SUDDEN, supplyPsi: 60 });
    assert.ok(partsAtMs !== null);
    near(troughPsi, boilingPsi(55), 1e-9);
    assert.ok(trace.every(({ ms, psi }) => ms < (partsAtMs ?? 0) && psi > boilingPsi(55)));
  });

  it("of a pipe in two halves is that of the pipe", () => {
    const half = { ...PIPE, lengthFt: 15, lossPsi: 1 };
    const whole = run({ ...SUDDEN, closureMs: 20, pipes: [{ ...PIPE, lossPsi: 2 }] }, 48);
    const halves = run({ ...SUDDEN, closureMs: 20, pipes: [half, half] }, 24);
    near(halves.peakPsi, whole.peakPsi, 1e-9);
    near(halves.troughPsi, whole.troughPsi, 1e-9);
  });

  it("refuses what cannot flow", () => {
    assert.throws(() => run({ ...SUDDEN, flowGpm: 0 }), RangeError);
    assert.throws(() => run({ ...SUDDEN, pipes: [] }), RangeError);
    assert.throws(() => run({ ...SUDDEN, pipes: [{ ...PIPE, lossPsi: 230 }] }), RangeError);
  });

  it("trims the shorter pipe's wave as little as the grid allows", () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 25, noNaN: true }), (ratio) => {
        const [few = 0, many = 0] = reachesOf([1, ratio], 24);
        assert.ok(few >= 1 && many >= 24 && few + many <= 300);
        assert.ok(Math.abs(many / few / ratio - 1) < 0.03);
      }),
    );
  });

  it("accounts for its energy on random branches: 98 in 100 within 1 %, all within 5 %", () => {
    const gaps = fc
      .sample(arbitraryHammer, { numRuns: setSize(100, 500), seed: 19 })
      .map((branch) => run(setupAt(branch, "likely")).energyGap);
    const close = gaps.filter((gap) => gap <= 0.01).length;
    assert.ok(close >= 0.98 * gaps.length, `${close} of ${gaps.length}`);
    assert.ok(Math.max(...gaps) < 0.05, `${Math.max(...gaps)}`);
  });
});

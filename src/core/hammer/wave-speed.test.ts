/** Wave speeds and boiling against published figures. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { loadTables } from "../../compute/tables.ts";
import { boilingPsi, soundSpeed, waveSpeed, waveSpeedRange } from "./wave-speed.ts";

const near = (got: number, want: number, share: number) =>
  assert.ok(Math.abs(got - want) <= share * Math.abs(want), `${got} against ${want}`);

describe("waveSpeed", () => {
  it("in water alone is that of sound: 1,482.3 m/s at 68 F, 1,402.4 at 32 F", () => {
    near(soundSpeed(68) * 0.3048, 1482.3, 1e-4);
    near(soundSpeed(32) * 0.3048, 1402.4, 1e-4);
  });

  it("in a rigid pipe is nearly that of sound", () => {
    near(waveSpeed({ boreIn: 0.5, wallIn: 10, modulusPsi: 30e6 }, 55), soundSpeed(55), 1e-3);
  });

  it("in half-inch copper is about 4,280 ft/s, in half-inch PEX 1,000 to 1,150", () => {
    const { pipeSizes, waveSpeeds } = loadTables();
    const of = (code: string) => {
      const size = pipeSizes.find((each) => each.code === code);
      const wave = waveSpeeds.find(({ material }) => material === size?.material);
      assert.ok(size && wave);
      return waveSpeedRange(wave, size, 55);
    };
    near(of("copper-1/2-l").likely, 4280, 0.01);
    const pex = of("pex-1/2");
    near(pex.low, 1000, 0.02);
    near(pex.high, 1150, 0.02);
  });

  it("in a hose is as it is stated", () => {
    const braid = loadTables().waveSpeeds.find(({ material }) => material === "stainless-braid");
    assert.ok(braid);
    assert.deepEqual(waveSpeedRange(braid, { boreIn: 0.3, wallIn: null }, 55), {
      low: 800,
      likely: 1500,
      high: 2500,
    });
  });

  it("needs a wall", () => {
    assert.throws(() => waveSpeed({ boreIn: 0.5, wallIn: 0, modulusPsi: 17e6 }, 55), RangeError);
  });
});

describe("boilingPsi", () => {
  it("follows the steam tables: 0.214 psia at 55 F, 2.89 at 140, 14.7 at 212", () => {
    near(boilingPsi(55) + 14.7, 0.2141, 0.01);
    near(boilingPsi(140) + 14.7, 2.892, 0.01);
    near(boilingPsi(212) + 14.7, 14.696, 0.01);
  });
});

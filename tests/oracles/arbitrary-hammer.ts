/** Branches whose valve closes: a usual one, and random ones of all that a house may have, none of which starves. */
import fc from "fast-check";
import { flowingPsi, type HammerBranch } from "../../src/core/hammer/index.ts";
import { exactly } from "../../src/core/water/index.ts";

/** A figure anywhere in a range, as likely in its middle as at its ends. */
const figure = (min: number, max: number) =>
  fc.integer({ min: 0, max: 10_000 }).map((share) => min + ((max - min) * share) / 10_000);

const pipe = fc.record({
  lengthFt: figure(1, 80),
  boreIn: figure(0.17, 0.8),
  waveSpeedFtS: figure(600, 4600).map(exactly),
  roughnessMm: figure(0.0015, 0.5),
  k: figure(0, 8),
});

const cushion = fc.record({
  volumeIn3: figure(0.3, 12),
  prechargePsi: figure(0, 80),
  polytropicN: figure(1, 1.4),
  place: fc.constantFrom("valve" as const, "junction" as const),
});

/** Branches of one or two pipes in which the flow can be had. */
export const arbitraryHammer: fc.Arbitrary<HammerBranch> = fc
  .record({
    staticPsi: figure(30, 120),
    flowGpm: figure(0.2, 8),
    waterTempF: figure(40, 140),
    pipes: fc.array(pipe, { minLength: 1, maxLength: 2 }),
    closureMs: figure(8, 400).map(exactly),
    cushion: fc.option(cushion),
    check: fc.constantFrom(null, null, "supply" as const, "junction" as const),
  })
  .filter((branch) => flowingPsi(branch) > 5);

/** A clothes washer on a five-foot braided hose and thirty feet of half-inch copper. */
export const WASHER: HammerBranch = {
  staticPsi: 60,
  flowGpm: 4,
  waterTempF: 55,
  pipes: [
    { lengthFt: 30, boreIn: 0.545, waveSpeedFtS: exactly(4283), roughnessMm: 0.005, k: 0 },
    {
      lengthFt: 5,
      boreIn: 0.4,
      waveSpeedFtS: { low: 800, likely: 1500, high: 2500 },
      roughnessMm: 0.005,
      k: 7,
    },
  ],
  closureMs: { low: 10, likely: 20, high: 40 },
  cushion: null,
  check: null,
};

/** Random branches whose valve closes: all that a house may have, none that starves. */
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

/** The hammer of a washer's branch, against one steady flow of it. */
import { type ArrestorSize, arrestorOf, cures, hammer } from "../src/core/hammer/index.ts";
import { transient } from "../src/core/hammer/transient.ts";
import { runToEnd } from "../src/core/numerics/index.ts";
import { exactly, lossPsi } from "../src/core/water/index.ts";
import { meanMs } from "./timing.ts";

const WASHER = {
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

export function benchHammer(sizes: readonly ArrestorSize[]): void {
  const [smallest] = sizes;
  if (smallest === undefined) throw new RangeError("arrestor-sizes.csv is empty");
  const held = { ...WASHER, cushion: arrestorOf(smallest, "valve") };
  const setup = {
    supplyPsi: WASHER.staticPsi,
    flowGpm: WASHER.flowGpm,
    waterTempF: WASHER.waterTempF,
    pipes: WASHER.pipes.map((pipe) => ({
      lengthFt: pipe.lengthFt,
      boreIn: pipe.boreIn,
      waveSpeedFtS: pipe.waveSpeedFtS.likely,
      lossPsi: lossPsi([pipe], WASHER.flowGpm, WASHER.waterTempF),
    })),
    closureMs: WASHER.closureMs.likely,
    cushion: null,
    check: null,
  };
  const steady = meanMs(() => lossPsi(WASHER.pipes, WASHER.flowGpm, WASHER.waterTempF), 2000);
  const rows: readonly (readonly [string, number])[] = [
    ["one transient, usual grid", meanMs(() => runToEnd(transient(setup)), 50)],
    ["one transient, four times as fine", meanMs(() => runToEnd(transient(setup, 96)), 20)],
    ["the bang with its range (three transients)", meanMs(() => runToEnd(hammer(WASHER)), 30)],
    ["the same on an arrestor at the valve", meanMs(() => runToEnd(hammer(held)), 30)],
    [
      "what helps: least gas, slowest closing, seven changes",
      meanMs(
        () =>
          runToEnd(
            cures({
              branch: WASHER,
              ratedPsi: 125,
              sizes,
              units: 4,
              wider: { boreIn: 0.785, waveSpeedFtS: exactly(4100) },
              softSpeedFtS: exactly(600),
            }),
          ),
        5,
      ),
    ],
  ];
  console.log("\n| hammer of a washer's branch | ms | times one steady flow |\n|---|---:|---:|");
  for (const [name, ms] of rows)
    console.log(`| ${name} | ${ms.toFixed(1)} | ${Math.round(ms / steady).toLocaleString("en")} |`);
}

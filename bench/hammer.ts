/** The hammer of a washer's branch, against one steady flow of it. */
import { type ArrestorSize, arrestorOf, cures, hammer, setupAt } from "../src/core/hammer/index.ts";
import { transient } from "../src/core/hammer/transient.ts";
import { runToEnd } from "../src/core/numerics/index.ts";
import { exactly, lossPsi } from "../src/core/water/index.ts";
import { WASHER } from "../tests/oracles/arbitrary-hammer.ts";
import { meanMs } from "./timing.ts";

export function benchHammer(sizes: readonly ArrestorSize[]): void {
  const [smallest] = sizes;
  if (smallest === undefined) throw new RangeError("arrestor-sizes.csv is empty");
  const held = { ...WASHER, cushion: arrestorOf(smallest, "valve") };
  const setup = setupAt(WASHER, "likely");
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

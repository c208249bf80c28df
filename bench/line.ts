/** Exactness and speed of the line solver, on geometries drawn afresh. */
import fc from "fast-check";
import { relax, resample } from "../src/core/elastica/chain.ts";
import type { Clamp } from "../src/core/elastica/chain-state.ts";
import { solveScaled } from "../src/core/elastica/solve.ts";
import { norm, subtract, unit, type Vector } from "../src/core/geometry/vector.ts";
import { type LineSetup, rateLength, setupFault } from "../src/core/line/index.ts";
import { goodIntervals } from "../src/core/line/intervals.ts";
import { sensitivityOf } from "../src/core/line/sensitivity.ts";
import { runToEnd } from "../src/core/numerics/index.ts";
import { bench as anyBench, clamp as anyClamp } from "../tests/oracles/arbitrary-line.ts";
import { buckled } from "../tests/support/elastica.ts";
import { medianMs, quantile } from "./timing.ts";

const GEOMETRIES = 300;
const TIMED = 1500;
const STOCK = [9, 12, 16, 20, 24, 30, 36, 48, 60, 72, 84, 96];

function worstOf(tangents: Float64Array): number {
  let worst = 0;
  for (let k = 3; k < tangents.length; k += 3) {
    const apart = Math.hypot(
      (tangents[k] ?? 0) - (tangents[k - 3] ?? 0),
      (tangents[k + 1] ?? 0) - (tangents[k - 2] ?? 0),
      (tangents[k + 2] ?? 0) - (tangents[k - 1] ?? 0),
    );
    worst = Math.max(worst, (2 * Math.asin(apart / 2) * tangents.length) / 3);
  }
  return worst;
}

/** Radius by two fine chains carried on to none, or null where the worst bend is at a cuff and a chain cannot tell. */
function byFineGrid(clamp: Clamp, places: readonly Vector[]): number | null {
  const start = Float64Array.from(
    places.slice(1).flatMap((place, k): readonly number[] => unit(subtract(place, places[k] ?? place))),
  );
  const [half, whole] = [240, 480].map((count) => relax(resample(start, count, clamp), clamp));
  if (!half?.converged || !whole?.converged) return null;
  const [a, b] = [worstOf(half.tangents), worstOf(whole.tangents)];
  return 1 / (b + (b - a) / 3);
}

function benchExactness(seed: number): void {
  const errors: number[] = [];
  for (const clamp of fc.sample(anyClamp, { numRuns: GEOMETRIES, seed })) {
    const found = solveScaled(clamp);
    if (found === null || found.worstAt < 0.03 || found.worstAt > 0.97) continue;
    const radius = byFineGrid(clamp, found.places);
    if (radius !== null) errors.push(Math.abs(radius * found.curvature - 1));
  }
  errors.sort((a, b) => a - b);
  console.log(
    `\nLine solver, against its own fine grid (chains of 240 and 480 pieces carried on to none), ${errors.length} random geometries whose worst bend is not at a cuff: radius error median ${quantile(errors, 0.5).toExponential(1)}, worst ${(errors.at(-1) ?? 0).toExponential(1)} of the radius.`,
  );
  const forms: readonly (readonly [string, number])[] = [
    [
      "half circle",
      (solveScaled({ span: [2 / Math.PI, 0, 0], from: [0, 1, 0], to: [0, -1, 0] })?.curvature ?? 0) / Math.PI,
    ],
    [
      "full circle",
      (solveScaled({ span: [0, 0, 0], from: [0, 1, 0], to: [0, 1, 0] })?.curvature ?? 0) / (2 * Math.PI),
    ],
    ...[0.98, 0.9, 0.8, 0.72].map(
      (span) =>
        [
          `Euler's elastica, span ${span}`,
          (solveScaled({ span: [0, span, 0], from: [0, 1, 0], to: [0, 1, 0] })?.curvature ?? 0) /
            buckled(span).curvature,
        ] as const,
    ),
  ];
  console.log(
    `\nAgainst closed forms: ${forms.map(([name, ratio]) => `${name} ${Math.abs(ratio - 1).toExponential(1)}`).join(", ")}.`,
  );
}

function timesOf(work: () => void): number {
  const started = performance.now();
  work();
  return performance.now() - started;
}

async function benchSpeed(seed: number): Promise<void> {
  const clamps = fc.sample(anyClamp, { numRuns: TIMED + 300, seed });
  const one = clamps.map((clamp) => timesOf(() => solveScaled(clamp)));
  const warm = one.slice(300).sort((a, b) => a - b);
  const benches = fc.sample(anyBench, { numRuns: 230, seed });
  const rateAll = (bench: LineSetup) => STOCK.map((lengthIn) => rateLength(bench, lengthIn));
  const twelve = benches
    .map((bench) => timesOf(() => rateAll(bench)))
    .slice(30)
    .sort((a, b) => a - b);
  const [clamp] = clamps.filter(({ span }) => norm(span) < 0.7);
  const closed = await medianMs(() => buckled(0.8));
  const grid = await medianMs(() => {
    if (clamp === undefined) return;
    const start = Float64Array.from(
      { length: 240 * 3 },
      (_, k) => clamp.from[(k % 3) as 0 | 1 | 2] + (k % 7) * 1e-3,
    );
    relax(start, clamp);
  }, 20);
  const flats = [
    { point: [0, 0, -1.5], normal: [0, 0, 1] },
    { point: [0, 0, 3], normal: [0, 0, -1] },
  ] as const;
  const between = benches
    .map((bench) => ({ ...bench, walls: flats }))
    .filter((bench) => setupFault(bench) === null)
    .slice(0, 60);
  const walled = between.map((bench) => timesOf(() => rateLength(bench, 24))).sort((a, b) => a - b);
  const pressed = between.flatMap((bench) => {
    const { curve } = rateLength(bench, 24);
    return curve?.alongWalls ? [{ bench, curve }] : [];
  });
  const [firm, fromEverywhere] = [
    pressed.map(({ bench, curve }) => timesOf(() => sensitivityOf(bench, curve))),
    pressed.map(({ bench, curve }) => timesOf(() => sensitivityOf(bench, { ...curve, alongWalls: null }))),
  ].map((times) => times.sort((a, b) => a - b));
  const intervals = between
    .slice(0, 20)
    .map((bench) => timesOf(() => runToEnd(goodIntervals(bench, 96))))
    .sort((a, b) => a - b);
  console.log(
    `\n| line solver | median | 99th percentile | times the closed form (${closed.toFixed(3)} ms) | of one chain of 240 pieces (${grid.toFixed(1)} ms) |\n|---|---|---|---|---|`,
  );
  const row = (name: string, times: readonly number[]) => {
    const [middle, high] = [quantile(times, 0.5), quantile(times, 0.99)];
    console.log(
      `| ${name} | ${middle.toFixed(2)} ms | ${high.toFixed(2)} ms | ${(middle / closed).toFixed(0)} | ${(middle / grid).toFixed(2)} |`,
    );
  };
  row(`one length, ${warm.length} random geometries`, warm);
  row(`twelve stock lengths, ${twelve.length} random benches`, twelve);
  row(`one length of 24 in before and behind a flat, ${walled.length} benches`, walled);
  row(
    `how firm the figure is, of ${firm?.length} that press on a flat, from the line as it lies`,
    firm ?? [],
  );
  row("the same, each moved end from everywhere", fromEverywhere ?? []);
  row(`all good lengths to 96 in between flats, ${intervals.length} benches`, intervals);
}

export async function benchLine(): Promise<void> {
  const seed = Date.now() % 1_000_000;
  benchExactness(seed);
  await benchSpeed(seed + 1);
}

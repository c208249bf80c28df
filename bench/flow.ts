/** The flow of a branch, against one friction factor: what the planner pays for water. */

import { frictionFactor } from "../src/core/water/friction.ts";
import { exactly, steadyFlow } from "../src/core/water/index.ts";
import { meanMs } from "./timing.ts";

const CALLS = 2000;

export function benchFlow(): void {
  const element = (lengthFt: number, boreIn: number, k: number) => ({
    lengthFt,
    boreIn,
    roughnessMm: exactly(0.005),
    k: { low: 0.8 * k, likely: k, high: 1.2 * k },
  });
  const branch = {
    waterTempF: 55,
    supplyPsi: 60,
    elevationFt: 2,
    elements: [
      element(20, 0.545, 2),
      element(0, 0.27, 6),
      element(5, 0.27, 0.5),
      element(0.1, 0.3, 0.4),
      element(0.3, 0.3, 0.3),
    ],
    emitterGpmPerSqrtPsi: 0.4,
  };
  const factor = meanMs(() => frictionFactor(25_000, 1e-3), CALLS);
  const flow = meanMs(() => steadyFlow(branch), CALLS);
  console.log(
    `\nFlow of a branch of five elements, with its range: ${(1000 * flow).toFixed(0)} microseconds, ${(flow / factor).toFixed(0)} times one friction factor.`,
  );
}

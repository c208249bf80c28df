/** How long a hold must last to tell a wanted leak: tests are simulated before the first reading is taken. */

import { halton, normalQuantile } from "../numerics/index.ts";
import type { Section } from "../water/index.ts";
import { readingErrors, smallestDetectableLeak, type TightReplica } from "./detection.ts";
import { buildBasis } from "./explanations.ts";
import { fitAll } from "./hold-fit.ts";
import type { HoldFacts } from "./hold-model.ts";
import { initialSamples } from "./parameter-samples.ts";
import { type Gauge, readTrace } from "./trace.ts";

export interface HoldPlan {
  readonly section: Section;
  readonly startPsi: number;
  readonly stopChecked: boolean | null;
  readonly gauge: Gauge;
  readonly isAmbientKnown: boolean;
}

export interface PlannedHold {
  readonly minutes: number;
  /** Called in 95 of 100 such tests, mL/min at 60 psi. */
  readonly smallestMlPerMin: number;
}

/** Lengths people keep, minutes; shorter ones call nothing tight. */
const LENGTHS_MIN = [5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 240] as const;
const READINGS = 120;
const POINTS = 16;
const PLANNED_REPLICAS = 16;
const HELD_SEC = 60;

function smallestIn(plan: HoldPlan, minutes: number): number {
  const readings = Array.from({ length: READINGS }, (_, at) => ({
    t: (at * minutes * 60) / (READINGS - 1),
    psi: plan.startPsi,
  }));
  const { points } = readTrace(readings, plan.gauge, POINTS);
  const facts: HoldFacts = {
    section: plan.section,
    startPsi: plan.startPsi,
    supplyPsi: plan.startPsi,
    stopChecked: plan.stopChecked,
    isAmbientKnown: plan.isAmbientKnown,
    steps: [],
  };
  const samples = initialSamples({
    section: plan.section,
    heldSec: HELD_SEC,
    drawOff: null,
    readingPsi: plan.gauge.resolutionPsi,
  });
  const basis = buildBasis(points, facts);
  const fits = fitAll(basis, samples);
  const replicas = fits
    .filter((_, index) => index % Math.floor(fits.length / PLANNED_REPLICAS) === 0)
    .map((fit, draw): TightReplica => {
      const z = halton(draw + 5, 12).map(normalQuantile);
      // Nothing has been read yet: every cause is drawn from what is known beforehand.
      const coefficients = Float64Array.from(fit.columns, ({ cause, mean, sd }, i) =>
        cause === "offset" ? 0 : mean + sd * (z[i] ?? 0),
      );
      return { fit, coefficients, noise: readingErrors(points, draw, PLANNED_REPLICAS) };
    });
  return smallestDetectableLeak(basis, replicas, samples);
}

/** Returns every usual length with the smallest leak it would call, and the first that calls the wanted one; null: none of them. */
export function planHold(
  plan: HoldPlan,
  wantedMlPerMin: number,
): { readonly minutes: number | null; readonly lengths: readonly PlannedHold[] } {
  const lengths: PlannedHold[] = [];
  for (const minutes of LENGTHS_MIN) {
    // A longer hold holds the shorter one: it never tells less.
    const smallestMlPerMin = Math.min(
      smallestIn(plan, minutes),
      lengths.at(-1)?.smallestMlPerMin ?? Number.POSITIVE_INFINITY,
    );
    lengths.push({ minutes, smallestMlPerMin });
    if (smallestMlPerMin <= wantedMlPerMin) return { minutes, lengths };
  }
  return { minutes: null, lengths };
}

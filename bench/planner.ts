/** The planner against writing out every chain. */

import { judgePlan } from "../src/core/judge/index.ts";
import type { PlanRequest } from "../src/core/plan/index.ts";
import type { PlannerIndex } from "../src/core/planner/index.ts";
import { planHookup } from "../src/core/planner/index.ts";
import { searchChains } from "../src/core/planner/search.ts";
import { planRequestOf, surveyFromPreset } from "../src/core/survey/index.ts";
import type { Tables } from "../src/core/tables.ts";
import { bruteForceCosts } from "../tests/oracles/plan-brute-force.ts";
import { medianMs, quantile } from "./timing.ts";

/** Every preset from its own supply, from pipe, from a shared stop, with two needs more. */
function jobsOf(tables: Tables): readonly PlanRequest[] {
  return tables.presets.flatMap((preset) => {
    const base = planRequestOf(surveyFromPreset(preset, "bench"), null);
    const from = (supply: Partial<PlanRequest["supply"]>) => ({
      ...base,
      supply: { ...base.supply, ...supply },
    });
    return [
      base,
      from({ keepsExistingLine: true }),
      { ...base, needs: ["arrestor", "auto-shutoff"] as const },
      ...["pipe-1/2-copper", "pipe-1/2-pex", "pipe-3/4-copper"].flatMap((end) =>
        (["pipe", "stub", "dead-stop"] as const).map((kind) => from({ kind, end })),
      ),
    ];
  });
}

function benchPlans(plannerIndex: PlannerIndex, tables: Tables): void {
  const jobs = jobsOf(tables);
  const times: number[] = [];
  const judging: number[] = [];
  let open = 0;
  for (let round = 0; round < 3; round += 1)
    for (const job of jobs) {
      const started = performance.now();
      const { plans, complete } = planHookup(plannerIndex, job);
      const planned = performance.now();
      for (const plan of plans) judgePlan(plan, job, tables);
      if (round > 0) {
        times.push(planned - started);
        judging.push((performance.now() - planned) / (planned - started));
      }
      if (!complete) open += 1;
    }
  times.sort((a, b) => a - b);
  judging.sort((a, b) => a - b);
  console.log(
    `\nWhole plans over the full catalogue of ${tables.parts.length} parts, ${jobs.length} jobs (refusals and schools included): median ${quantile(times, 0.5).toFixed(1)} ms, 95th percentile ${quantile(times, 0.95).toFixed(1)} ms, slowest ${quantile(times, 1).toFixed(0)} ms, ${open === 0 ? "every answer proved complete" : `${open} answers not proved complete`}.`,
  );
  console.log(
    `The judge over the plans of a job takes ${(100 * quantile(judging, 0.5)).toFixed(1)} % of the time of planning them at the median, ${(100 * quantile(judging, 0.95)).toFixed(1)} % at the 95th percentile.`,
  );
}

export async function benchPlanner(plannerIndex: PlannerIndex, tables: Tables): Promise<void> {
  benchPlans(plannerIndex, tables);
  console.log(
    "\nPlanner, chains of up to 3 parts over the whole catalogue, against writing out every chain:\n\n| job | brute force, times the search |\n|---|---|",
  );
  for (const [from, to, lengthIn] of [
    ["comp-3/8-m", "bc-7/8-m", { min: 10.5, max: 13 }],
    ["comp-3/8-m", "npt-3/8-f", { min: 58, max: 74 }],
  ] as const) {
    const task = {
      from,
      to,
      needs: [],
      lengthIn,
      admits: () => true,
      stock: null,
      maxParts: 3,
      kept: null,
      shared: [],
      arrestorAt: null,
      faultsOf: () => 0,
      water: null,
      hidden: null,
    };
    const fast = await medianMs(() => searchChains(plannerIndex, task), 20);
    const slow = await medianMs(() => bruteForceCosts(plannerIndex, task), 5);
    console.log(`| ${from} to ${to} | ${(slow / fast).toFixed(0)} |`);
  }
}

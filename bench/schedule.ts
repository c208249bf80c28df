/** Water off and length of a visit, scheduled and in the order nobody thinks about. */
import { type PlannerIndex, planHookup } from "../src/core/planner/index.ts";
import { jobsOf, type OffWindow, scheduleVisit } from "../src/core/schedule/index.ts";
import { planRequestOf, type Survey, surveyFromPreset } from "../src/core/survey/index.ts";
import type { Tables } from "../src/core/tables.ts";
import { foldVisit, type VisitEvent } from "../src/core/visit/index.ts";
import { naiveSchedule } from "../tests/oracles/naive-schedule.ts";
import { quantile } from "./timing.ts";

const VISITS = 60;
const SIZES = [
  { count: 2, inPairs: false },
  { count: 6, inPairs: false },
  { count: 12, inPairs: false },
  { count: 24, inPairs: true },
] as const;
const PROOFS: readonly Survey["stop"]["proof"][] = ["holds", "holds", "holds", "weeps", "dead", "seized"];
const stamp = (id: string) => ({ id, actor: "bench", typedAt: "2026-11-25T12:00:00.000Z" });
const offOf = (windows: readonly OffWindow[]) =>
  windows.reduce((sum, { fromMin, toMin }) => sum + toMin - fromMin, 0);

/** Connections of a visit, in pairs that are one fixture each or alone, drawn from the presets; every third stop or so fails. */
function jobsFor(
  plannerIndex: PlannerIndex,
  tables: Tables,
  { count, seed, inPairs }: { readonly count: number; readonly seed: number; readonly inPairs: boolean },
) {
  const events = Array.from({ length: count }, (_, k): VisitEvent[] => {
    const preset = tables.presets[(seed * 7 + (inPairs ? Math.floor(k / 2) : k) * 5) % tables.presets.length];
    if (preset === undefined) return [];
    const proof = PROOFS[(seed + k * 3) % PROOFS.length] ?? "holds";
    const survey: Survey = {
      ...surveyFromPreset(preset, "room"),
      label: `${preset.label} ${k}`,
      ...(inPairs ? { fixtureId: String(Math.floor(k / 2)) } : {}),
      stop: { kind: "quarter-turn", proof, method: null },
    };
    const problem = planRequestOf(survey, null);
    const [plan] = planHookup(plannerIndex, problem).plans;
    if (plan === undefined) return [];
    return [
      { ...stamp(`a${k}`), kind: "connection-added", connection: `c${k}`, survey, checkpoints: [] },
      { ...stamp(`p${k}`), kind: "plan-chosen", connection: `c${k}`, plan, request: problem },
    ];
  }).flat();
  return jobsOf(foldVisit(events).connections, tables);
}

export function benchSchedule(plannerIndex: PlannerIndex, tables: Tables): void {
  console.log(
    `\nScheduler, ${VISITS} visits a row drawn from the presets, one stop in three failing, against step by step in the list's order (medians):\n\n| connections | hands | water off, of the naive | length, of the naive | ms, 99 % |\n|---|---|---|---|---|`,
  );
  for (const { count, inPairs } of SIZES)
    for (const hands of [1, 2] as const) {
      const rows = Array.from({ length: VISITS }, (_, seed) => {
        const jobs = jobsFor(plannerIndex, tables, { count, seed, inPairs });
        const started = performance.now();
        const schedule = scheduleVisit(jobs, hands);
        const ms = performance.now() - started;
        const naive = naiveSchedule(jobs);
        return {
          off: offOf(schedule.waterOff) / offOf(naive.waterOff),
          total: schedule.totalMin / naive.totalMin,
          ms,
        };
      });
      const middle = (read: (row: (typeof rows)[number]) => number) =>
        quantile(
          rows.map(read).sort((a, b) => a - b),
          0.5,
        );
      console.log(
        `| ${count}${inPairs ? " in pairs" : ""} | ${hands} | ${middle(({ off }) => off).toFixed(2)} | ${middle(({ total }) => total).toFixed(2)} | ${quantile(
          rows.map(({ ms }) => ms).sort((a, b) => a - b),
          0.99,
        ).toFixed(0)} |`,
      );
    }
}

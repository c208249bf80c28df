/** How long the work of each plan takes: the run sheet of a visit that has this plan alone. */
import type { Plan, PlanRequest } from "../core/plan/index.ts";
import { minutesOf, runSheet, type StepTables } from "../core/step/index.ts";
import type { Survey } from "../core/survey/index.ts";
import { foldVisit } from "../core/visit/index.ts";

/** A plan with what its work takes. */
export type TimedPlan = Plan & ReturnType<typeof minutesOf>;

/** What an event of a visit carries that no person opened. */
const STAMP = { actor: "request", typedAt: "2000-01-01T00:00:00.000Z" } as const;

/** Returns a plan with the minutes of its run sheet. `survey`: the job as a visit would hold it. */
export function timedPlan(survey: Survey, request: PlanRequest, plan: Plan, tables: StepTables): TimedPlan {
  const { connections } = foldVisit([
    { ...STAMP, id: "added", kind: "connection-added", connection: "planned", survey, checkpoints: [] },
    {
      ...STAMP,
      id: "chosen",
      kind: "plan-chosen",
      connection: "planned",
      plan,
      request: { ...request, stock: null },
    },
  ]);
  return { ...plan, ...minutesOf(runSheet(connections, tables)) };
}

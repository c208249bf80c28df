/** The figures by which plans of one job are compared, each as a person reads it. Pure. */
import type { Plan, PlanRequest } from "../../core/plan/index.ts";
import type { OtherPlan } from "../../core/planner/index.ts";
import { runSheet, type StepTables } from "../../core/step/index.ts";
import { formatCents, formatInches } from "../../core/units/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";

/** Letters plans go by: A is the best, B the next. */
export const planLetter = (index: number) => String.fromCharCode(65 + index);

export interface PlanFigures {
  readonly reach: string;
  readonly psi: string;
  readonly gpm: string;
  readonly joints: string;
  readonly price: string;
  readonly minutes: string;
}

export const FIGURE_LABELS: Readonly<Record<keyof PlanFigures, string>> = {
  reach: "line",
  psi: "psi left",
  gpm: "gpm available",
  joints: "joints",
  price: "parts",
  minutes: "minutes",
};

/** Likely minutes of the whole run sheet with this plan: hands on and waiting, one step after the other. */
function minutesOf(
  connection: ConnectionState,
  plan: Plan,
  planRequest: PlanRequest,
  tables: StepTables,
): number {
  const sheet = runSheet(
    [{ ...connection, plan: { plan, request: planRequest, chosenAt: connection.plan?.chosenAt ?? "" } }],
    tables,
  );
  return sheet.reduce((sum, { handsOnMin, waitMin }) => sum + handsOnMin.likely + waitMin, 0);
}

/** Line of the plan: its length, or that none runs. */
function reachOf(plan: Plan): string {
  const line = plan.parts.find(({ lengthIn, branch }) => lengthIn !== undefined && branch !== "kept");
  return line?.lengthIn === undefined ? "no line" : `${formatInches(line.lengthIn)} in`;
}

/** Returns the figures of a plan. `planRequest` is the job as the plan was made for. */
export function planFigures(
  connection: ConnectionState,
  plan: Plan,
  planRequest: PlanRequest,
  tables: StepTables,
): PlanFigures {
  const { flow } = plan;
  return {
    reach: reachOf(plan),
    psi: flow === undefined ? "" : `${Math.round(flow.residualPsi)}`,
    gpm: flow?.availableGpm == null ? "" : `${flow.availableGpm}`,
    joints: `${plan.joints.length}`,
    price: formatCents(plan.priceCents),
    minutes: `${Math.round(minutesOf(connection, plan, planRequest, tables))}`,
  };
}

/** Returns why a plan is another than the first: what was asked otherwise, or what is unusual about it. */
export function differenceInWords({
  plan: { unusual = [] },
  change,
}: Pick<OtherPlan, "plan" | "change">): string {
  if (change !== "") return change;
  return unusual.length > 0 ? unusual.join(" ") : "another balance of joints, price and stock";
}

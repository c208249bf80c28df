/** The figures by which plans of one job are compared, each as a person reads it. Pure. */

import { lineOf, type Plan, type PlanRequest } from "../../core/plan/index.ts";
import type { OtherPlan } from "../../core/planner/index.ts";
import { minutesOf, runSheet, type StepTables } from "../../core/step/index.ts";
import { formatCents } from "../../core/units/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { lengthText, quantityFigure, shopUnit } from "../../labels/display.ts";

/** Letters plans go by: A is the best, B the next. */
export const planLetter = (index: number) => String.fromCharCode(65 + index);

export interface PlanFigures {
  readonly reach: string;
  readonly pressure: string;
  readonly flow: string;
  readonly joints: string;
  readonly price: string;
  readonly minutes: string;
  /** Waits beside them, minutes. */
  readonly wait: string;
}

export const figureLabel = (key: keyof PlanFigures): string =>
  ({
    reach: "line",
    pressure: `${shopUnit("psi")} left`,
    flow: `${shopUnit("gpm")} available`,
    joints: "joints",
    price: "parts",
    minutes: "min hands-on",
    wait: "min wait",
  })[key];

/** Likely minutes of the whole run sheet with this plan: hands on the work, and waits beside them. */
function sheetMinutes(
  connection: ConnectionState,
  plan: Plan,
  planRequest: PlanRequest,
  tables: StepTables,
): ReturnType<typeof minutesOf> {
  return minutesOf(
    runSheet(
      [{ ...connection, plan: { plan, request: planRequest, chosenAt: connection.plan?.chosenAt ?? "" } }],
      tables,
    ),
  );
}

/** Line of the plan: its length, or that none runs. */
function reachOf(plan: Plan): string {
  const line = lineOf(plan);
  return line?.lengthIn === undefined ? "no line" : lengthText(line.lengthIn);
}

/** Returns the figures of a plan. `planRequest` is the job as the plan was made for. */
export function planFigures(
  connection: ConnectionState,
  plan: Plan,
  planRequest: PlanRequest,
  tables: StepTables,
): PlanFigures {
  const { flow } = plan;
  const { handsOnMin, waitMin } = sheetMinutes(connection, plan, planRequest, tables);
  return {
    reach: reachOf(plan),
    pressure: flow === undefined ? "" : quantityFigure(flow.residualPsi, "psi"),
    flow: flow?.availableGpm == null ? "" : quantityFigure(flow.availableGpm, "gpm", 1),
    joints: `${plan.joints.length}`,
    price: formatCents(plan.priceCents),
    minutes: `${Math.round(handsOnMin.likely)}`,
    wait: `${waitMin}`,
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

/** The steps of one connection: the shop's step library (data/steps.csv until it is edited) with this plan's own figures in it. */

import type { StageCode } from "../check/index.ts";
import { isStageDone } from "../check/index.ts";
import type { PlanJoint } from "../plan/index.ts";
import { factsOf, isWanted } from "./step-conditions.ts";
import type { StepRole } from "./step-role.ts";
import { filled, jointSlots, slotsIn, slotsOf } from "./step-slots.ts";
import type { StepSubject, StepTables } from "./step-subject.ts";
import type { StepTemplate } from "./step-template.ts";

export interface RunStep {
  readonly id: string;
  readonly phase: StepTemplate["phase"];
  readonly text: string;
  /** Joint the step makes, or null. */
  readonly joint: PlanJoint | null;
  /** Stage of the leak check it stands for: not ticked by hand. */
  readonly stage: StageCode | null;
  readonly handsOnMin: StepTemplate["handsOnMin"];
  readonly waitMin: number;
  readonly effect: StepTemplate["effect"];
  readonly role: StepRole | null;
  readonly cautions: readonly string[];
  /** When it was ticked, UTC; for a stage, whether it is done. */
  readonly doneAt: string | null;
  readonly isDone: boolean;
}

/** A step that tells of these is done afresh when another plan is chosen. */
const PLAN_SLOTS: ReadonlySet<string> = new Set(["parts", "cutPart", "length"]);

function cautionsFor(code: string | null, facts: ReadonlySet<string>, tables: StepTables): readonly string[] {
  if (code === null) return [];
  if (code === "hot-if-hot" && !facts.has("water=hot")) return [];
  if (code === "lifting-if-heavy" && !facts.has("heavy")) return [];
  const plain = code.replace(/-if-\w+$/, "");
  return tables.cautions.filter((caution) => caution.code === plain).map((caution) => caution.text);
}

/** Bench joints first, then from the wall to the fixture. */
function makingOrder(joints: readonly PlanJoint[]): readonly PlanJoint[] {
  return [...joints].sort(
    (a, b) => Number(a.made === "place") - Number(b.made === "place") || a.number - b.number,
  );
}

/**
 * Returns the steps of a connection in order, each with its figures. Empty while no plan is chosen.
 * Units: minutes. Errors: RangeError when a template names a slot or condition that does not exist (a bug in the table).
 */
export function runSheet(connection: StepSubject, tables: StepTables): readonly RunStep[] {
  const { plan } = connection;
  if (plan === null) return [];
  const facts = factsOf(connection, tables);
  const values = slotsOf(connection, tables);
  const stepFor = (template: StepTemplate, joint: PlanJoint | null): RunStep => {
    const id = joint === null ? template.id : `${template.id}-${joint.number}`;
    const stage = tables.stages.find((each) => each.code === template.stage);
    const ticked = connection.steps.get(id) ?? null;
    const isOld =
      ticked !== null &&
      ticked < plan.chosenAt &&
      slotsIn(template.text).some((name) => PLAN_SLOTS.has(name));
    const doneAt = isOld ? null : ticked;
    return {
      id,
      phase: template.phase,
      text: filled(template.text, { ...values, ...(joint === null ? {} : jointSlots(joint)) }),
      joint: template.role === "makes-joint" ? joint : null,
      stage: template.stage,
      handsOnMin: template.handsOnMin,
      waitMin: template.waitMin,
      effect: template.effect,
      role: template.role,
      cautions: cautionsFor(template.caution, facts, tables),
      doneAt,
      isDone: stage ? isStageDone(connection, stage) : doneAt !== null,
    };
  };
  return tables.steps.flatMap((template) => {
    if (template.per === "connection")
      return isWanted(template.when, facts, null) ? [stepFor(template, null)] : [];
    return makingOrder(plan.plan.joints)
      .filter((joint) => isWanted(template.when, facts, joint))
      .map((joint) => stepFor(template, joint));
  });
}

/** Returns the minutes the water is off from closing the stop to letting it in again, likely hands-on time of the steps between. */
export function waterOffMin(steps: readonly RunStep[]): number {
  const from = steps.findIndex((step) => step.effect === "water-off");
  const to = steps.findIndex((step) => step.role === "lets-water-in");
  if (from < 0 || to < from) return 0;
  return totalMin(steps.slice(from, to + 1));
}

/** Returns the likely minutes of all steps, waits included. */
export function totalMin(steps: readonly RunStep[]): number {
  return steps.reduce((sum, step) => sum + step.handsOnMin.likely + step.waitMin, 0);
}

/** The steps of one connection: the shop's step library (data/steps.csv until it is edited) with this plan's own figures in it. */

import type { StageCode } from "../check/index.ts";
import { isStageDone } from "../check/index.ts";
import type { Plan, PlanJoint } from "../plan/index.ts";
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

/** Joints in the order they are made; of plans kept before it was derived, bench joints first and then from the wall. */
function makingOrder({ joints, makeUpOrder }: Plan): readonly PlanJoint[] {
  if (makeUpOrder === undefined)
    return [...joints].sort(
      (a, b) => Number(a.where === "place") - Number(b.where === "place") || a.number - b.number,
    );
  return makeUpOrder.flatMap((number) => joints.filter((joint) => joint.number === number));
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
  const stepsOf = (template: StepTemplate, joint: PlanJoint | null): readonly RunStep[] =>
    isWanted(template.when, facts, joint) ? [stepFor(template, joint)] : [];
  const order = makingOrder(plan.plan);
  const makings = order.flatMap((_, at) => makingOf(tables.steps, order, at, stepsOf));
  let isMade = false;
  return tables.steps.flatMap((template) => {
    if (template.role === "makes-joint" && !isMade) {
      isMade = true;
      return makings;
    }
    if (template.role !== null && ROUND_A_JOINT.includes(template.role)) return [];
    if (template.per === "connection") return stepsOf(template, null);
    return order.flatMap((joint) => stepsOf(template, joint));
  });
}

/** Steps whose place is by a joint: not where they stand in the library. */
const ROUND_A_JOINT: readonly StepRole[] = [
  "makes-joint",
  "prepares-joint",
  "after-heat",
  "after-cement",
  "before-last-joint",
];

/** The steps round the making of one joint: what is flushed before the last, its preparing, its making, what then cools or sets. */
function makingOf(
  library: readonly StepTemplate[],
  order: readonly PlanJoint[],
  at: number,
  stepsOf: (template: StepTemplate, joint: PlanJoint | null) => readonly RunStep[],
): readonly RunStep[] {
  const joint = order[at];
  if (joint === undefined) return [];
  const withRole = (role: StepRole, of: PlanJoint | null) =>
    library.filter((template) => template.role === role).flatMap((template) => stepsOf(template, of));
  const isLastOf = (type: PlanJoint["type"]) =>
    joint.type === type && order.slice(at + 1).every((each) => each.type !== type);
  return [
    ...(at === order.length - 1 ? withRole("before-last-joint", null) : []),
    ...withRole("prepares-joint", joint),
    ...withRole("makes-joint", joint),
    ...(isLastOf("solder") ? withRole("after-heat", null) : []),
    ...(isLastOf("solvent") ? withRole("after-cement", null) : []),
  ];
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

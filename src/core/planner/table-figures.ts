/** A plan from outside with the figures of the tables: whoever sends a plan does not say how far its joints are turned. */
import type { EndTable } from "../end/index.ts";
import {
  type JointRule,
  type JointSide,
  type Mating,
  mate,
  ruleFor,
  type Sealant,
  unionRule,
} from "../joint/index.ts";
import type { Part, PartKind } from "../part/index.ts";
import type { Plan, PlanJoint, PlanRequest, PortRef } from "../plan/index.ts";
import { completeStandards } from "../standard/index.ts";

/** Whether a chosen plan is what the planner gives at the moment, and what differs in words where it is not. */
export interface PlanJudgement {
  readonly current: boolean;
  readonly differs: readonly string[];
}

/** What the figures are looked up in. */
export interface FigureTables {
  readonly ends: EndTable;
  readonly matings: readonly Mating[];
  readonly joints: readonly JointRule[];
  /** The catalogue's part of this SKU; undefined: not in the catalogue, and the plan's own ports are taken. */
  readonly partOf: (sku: string) => Part | undefined;
}

/** Why a plan cannot be: two of its ends do not make a joint. */
export interface ImpossibleJoint {
  readonly number: number;
  readonly message: string;
}

/** Sealants that are a standard of the shop, beside the one that a rule names. */
function sealantOf(rule: JointRule, sent: Sealant): Sealant {
  const isPlastic = rule.whenPlastic !== null && rule.whenPlastic !== "none";
  const ofStandard: readonly Sealant[] =
    rule.type === "taper-thread" && !isPlastic
      ? ["tape", "paste", "tape-or-paste"]
      : rule.type === "ferrule" || rule.type === "riser-cone"
        ? ["film-allowed"]
        : [];
  return ofStandard.includes(sent) ? sent : rule.sealant;
}

/** The make-up of a ferrule that sits on the pipe already. */
export const SEATED_FERRULE = "ferrule-seated";

/** Returns the rule a joint is made by at its place: an old ferrule that is used again takes a smaller turn than a new one. */
export function ruleAt(
  rule: JointRule,
  ref: PortRef,
  { supply, houseRules }: PlanRequest,
  rules: readonly JointRule[],
): JointRule {
  const isSeated = ref === "supply" && rule.type === "ferrule" && supply.leftOn === "nut-and-ferrule";
  const isAgain = isSeated && completeStandards(houseRules).seatedFerrule === "again";
  return (isAgain ? rules.find(({ id }) => id === SEATED_FERRULE) : undefined) ?? rule;
}

/** Returns what the nut of a new line at its fixture's end is made of, where somebody said; undefined: as its part has it. */
export function newLineNut(
  { line }: PlanRequest,
  kind: PartKind,
  port: string,
): "plastic" | "metal" | undefined {
  return line?.by === "new" && kind === "line" && port === "b" ? line.nut : undefined;
}

/** Whether the side of a joint is plastic: by the catalogue for a part, by what was asked for the rest. */
function isPlasticAt(
  { parts }: Plan,
  request: PlanRequest,
  ref: PortRef,
  tables: FigureTables,
  end: string,
): boolean {
  const [, index, port] = /^p(\d+)\.(.+)$/.exec(ref) ?? [];
  if (index !== undefined) {
    const part = parts[Number(index)];
    const ports = (part === undefined ? undefined : tables.partOf(part.sku)?.ports) ?? part?.ports ?? [];
    const nut = part === undefined ? undefined : newLineNut(request, part.kind, port ?? "");
    if (nut !== undefined) return nut === "plastic";
    return ports.some(({ id, plastic }) => id === port && plastic);
  }
  if (ref === "inlet") return request.inlet.plastic;
  if (ref === "supply") return request.supply.material === "plastic" || request.supply.keptNut === "plastic";
  // The shank of a fill valve is plastic unless somebody says otherwise.
  return ref === "kept" && end === "bc-7/8-m";
}

function ruleOf(
  plan: Plan,
  request: PlanRequest,
  joint: PlanJoint,
  tables: FigureTables,
): JointRule | string {
  if (joint.ends === null)
    return unionRule(tables.joints, joint.type === "ground-joint" ? "ground-joint" : "flat-gasket");
  const [one, other] = joint.ends.map((code, at): JointSide | null => {
    const end = tables.ends.get(code);
    const ref = joint.between[at];
    return end === undefined || ref === undefined
      ? null
      : { end, plastic: isPlasticAt(plan, request, ref, tables, code) };
  });
  if (!one || !other) return "names an end that is not in the table of ends";
  const mating = mate(one.end, other.end, tables.matings);
  return mating === null
    ? `${one.end.name} and ${other.end.name} do not make a joint`
    : ruleAt(ruleFor(mating, one, other, tables.joints), joint.between[0], request, tables.joints);
}

/** Returns what a joint keeps of its rule's own words. */
export function wordsOfRule({
  label,
  sealsOn,
  pieces,
  lookFirst,
  remake,
  reason,
  maySnug,
}: JointRule): Pick<
  PlanJoint,
  "label" | "sealsOn" | "pieces" | "lookFirst" | "remake" | "reason" | "maySnug"
> {
  return { label, sealsOn, pieces, lookFirst, remake, reason, maySnug };
}

/** The joint as its rule says it is made, whatever the plan says. Place, order, what turns and what is held stay as planned. */
function withRule(joint: PlanJoint, rule: JointRule): PlanJoint {
  const { turns } = rule;
  return {
    ...joint,
    type: rule.type,
    rule: rule.id,
    sealant: sealantOf(rule, joint.sealant),
    turns: turns === null ? null : { handOnly: rule.handOnly, min: turns.min, max: turns.max },
    hardMaxTurns: turns?.hardMax ?? null,
    wrenches: rule.handOnly ? [] : joint.wrenches,
    backUp: turns !== null && !rule.handOnly,
    prepare: rule.prepare,
    ...wordsOfRule(rule),
  };
}

/**
 * Returns the plan with each joint's type, sealant, turns, hard stop, preparation and cautions looked up by the joint's ends and
 * materials in the tables (data/joints.csv), or the first joint that cannot be. Parts, order and price stay as they were sent.
 */
export function withTableFigures(
  plan: Plan,
  request: PlanRequest,
  tables: FigureTables,
): { readonly plan: Plan } | { readonly impossible: ImpossibleJoint } {
  const joints: PlanJoint[] = [];
  for (const joint of plan.joints) {
    const rule = ruleOf(plan, request, joint, tables);
    if (typeof rule === "string")
      return { impossible: { number: joint.number, message: `Joint ${joint.number}: ${rule}.` } };
    joints.push(withRule(joint, rule));
  }
  return { plan: { ...plan, joints } };
}

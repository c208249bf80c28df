/** How far a joint is turned, by its type and size. */
import type { End, EndTable } from "../end/index.ts";
import type { UnionSeal } from "../part/index.ts";
import type { JointRule, JointType, Mating, PlasticPart } from "./joint.ts";

/** One side of a joint: its end, and whether that end is plastic on this part. */
export interface JointSide {
  readonly end: End;
  readonly plastic: boolean;
}

/** Materials of tube that give way under a ferrule unless an insert stands inside. */
export const SOFT_TUBES: readonly string[] = ["pe", "nylon", "pex"];

/** Soft tube creeps and needs its insert; CPVC is hard and cracks. */
function plasticUnderFerrule(material: string): PlasticPart {
  if (material === "cpvc") return "cpvc";
  return SOFT_TUBES.includes(material) ? "tube" : "none";
}

/** Which side's plastic decides how the joint is tightened. */
function plasticPart(type: JointType, one: JointSide, other: JointSide): PlasticPart {
  const male = one.end.gender === "m" ? one : other;
  const female = male === one ? other : one;
  switch (type) {
    case "flat-gasket":
      return female.plastic ? "nut" : male.plastic ? "body" : "none";
    case "taper-thread":
      return male.plastic ? "male" : female.plastic ? "body" : "none";
    case "ferrule":
      return plasticUnderFerrule(one.end.material ?? other.end.material ?? "");
    default:
      return "none";
  }
}

/**
 * Returns the make-up rule for a mating: of the rules of its type, the one that names the size and the plastic part most closely.
 * Errors: RangeError when the table holds no rule for the type, which its schema test rules out.
 */
export function ruleFor(
  mating: Mating,
  one: JointSide,
  other: JointSide,
  rules: readonly JointRule[],
): JointRule {
  const plastic = plasticPart(mating.type, one, other);
  const size = one.end.fitSize;
  const score = (rule: JointRule) => (rule.whenSize === null ? 0 : 2) + (rule.whenPlastic === null ? 0 : 1);
  const candidates = rules
    .filter((rule) => rule.type === mating.type)
    .filter((rule) => rule.whenSize === null || rule.whenSize === size)
    .filter((rule) => rule.whenPlastic === null || rule.whenPlastic === plastic)
    .sort((a, b) => score(b) - score(a))[0];
  if (!candidates) throw new RangeError(`no joint rule for ${mating.type}, size ${size}, plastic ${plastic}`);
  return candidates;
}

/** Rules of the joints inside unions, by what seals them. */
const UNION_RULES: Readonly<Record<UnionSeal, string>> = {
  "ground-joint": "ground",
  "flat-gasket": "union-gasket",
};

/** Returns the make-up rule of the joint inside a union. Errors: RangeError when the table holds none. */
export function unionRule(rules: readonly JointRule[], seal: UnionSeal): JointRule {
  const rule = rules.find(({ id }) => id === UNION_RULES[seal]);
  if (rule === undefined) throw new RangeError(`no joint rule ${UNION_RULES[seal]} in the table of joints`);
  return rule;
}

/** Returns true for an end that is a nut: it turns by itself. */
export function isNut(end: End): boolean {
  return end.gender === "f" && end.wrenches.length > 0 && (end.swivel || end.form === "seat");
}

/** A socket with a nut and ferrule of its own: the nut turns, the body is held. */
function bringsNut({ form, wrenches }: End): boolean {
  return form === "socket" && wrenches.length > 0;
}

/** Returns the wrench sizes for the part that turns: the nut's where there is one, else the male part's. Empty when made by hand or not turned. */
export function wrenchesFor(rule: JointRule, one: End, other: End, ends: EndTable): readonly string[] {
  if (rule.handOnly || rule.turns === null) return [];
  const nut = [one, other].find(isNut) ?? [one, other].find(bringsNut);
  if (nut) return nut.wrenches;
  const male = one.gender === "m" ? one : other.gender === "m" ? other : null;
  if (male === null) return [];
  if (rule.type === "ferrule") return ends.get(`${male.family}-${male.size}-f`)?.wrenches ?? [];
  return male.wrenches;
}

/**
 * Returns the end whose body a second wrench holds: what the nut goes on, the body of a ferrule joint, the female of a taper
 * thread. Its `wrenches` are the sizes of that body. Null when the joint is made by hand or not turned.
 * Source: practice of the trade; the turning side is the one wrenchesFor gives sizes for.
 */
export function heldEnd(rule: JointRule, one: End, other: End): End | null {
  if (rule.handOnly || rule.turns === null) return null;
  if (isNut(one) !== isNut(other)) return isNut(one) ? other : one;
  if (bringsNut(one) !== bringsNut(other)) return bringsNut(one) ? one : other;
  const [male, female] = one.gender === "m" ? [one, other] : [other, one];
  return rule.type === "taper-thread" || rule.type === "ground-joint" ? female : male;
}

/** What a plan must say aloud: warnings for the job, reasons for the choice, schools that were used. */
import { isFactoryHose } from "../ends/index.ts";
import type { HouseRules, SchoolKey } from "./house-rules.ts";
import type { Finding, HookupProblem, PlanJoint, PlanPart } from "./problem.ts";
import type { Chain } from "./search.ts";
import type { FixtureFacts, Shop } from "./shop.ts";

/** Highest static pressure new lines and fill valves are connected to, psi (handbook: reducer first above it). */
export const HIGHEST_STATIC_PSI = 80;

/** The finding for a judgement's code, with what it is about after the message. */
export function finding(shop: Shop, code: string, about = ""): Finding {
  const judgement = shop.tables.judgements.find((each) => each.code === code);
  if (!judgement) throw new RangeError(`no judgement ${code} in the table of judgements`);
  return {
    code,
    message: about === "" ? judgement.message : `${judgement.message.replace(/[.:]$/, "")}: ${about}.`,
  };
}

function has(chain: Chain, what: string): boolean {
  return chain.links.some(({ passage }) => passage.part.functions.some((each) => each === what));
}

/** Warnings of one plan, the gravest first. */
export function warningsFor(
  shop: Shop,
  problem: HookupProblem,
  facts: FixtureFacts,
  chain: Chain,
  relaxed: readonly string[],
): readonly Finding[] {
  const { supply, inlet } = problem;
  const inletEnd = shop.ends.get(inlet.end);
  const codes = [
    ...(supply.staticPsi > HIGHEST_STATIC_PSI ? ["static-above-80"] : []),
    ...(supply.stopHolds === false ? ["stop-does-not-hold"] : []),
    ...(supply.stopHolds === null ? ["stop-unproved"] : []),
    ...(inletEnd && isFactoryHose(inletEnd) ? ["tail-must-reach", "no-series-with-factory-hose"] : []),
    ...(facts.solenoid && !has(chain, "arrestor") ? ["suggest-arrestor"] : []),
    ...(facts.unattended && !has(chain, "auto-shutoff") ? ["suggest-auto-shutoff"] : []),
    ...(facts.suggestsBackflow && !has(chain, "backflow") ? ["suggest-backflow"] : []),
    ...(facts.fixture === "utility" || facts.fixture === "hydrant" ? ["suggest-vacuum-breaker"] : []),
    ...(relaxed.length > 0 ? ["school-relaxed"] : []),
  ];
  return codes.map((code) => finding(shop, code));
}

function schoolLine(shop: Shop, rules: HouseRules, key: SchoolKey): string | null {
  const school = shop.tables.schools.find((each) => each.key === key && each.choice === rules[key]);
  return school
    ? `House rule: ${school.label.charAt(0).toLowerCase()}${school.label.slice(1)}, because ${school.reason}.`
    : null;
}

interface WhyInput {
  readonly parts: readonly PlanPart[];
  readonly joints: readonly PlanJoint[];
  readonly facts: FixtureFacts;
  readonly relaxed: readonly string[];
}

/** Why the plan is what it is: what made it win, then each school it used with the school's reason. */
export function whyFor(
  shop: Shop,
  rules: HouseRules,
  { parts, joints, facts, relaxed }: WhyInput,
): readonly string[] {
  const kinds = parts.map((part) => part.kind);
  const types = joints.map((joint) => joint.type);
  const usesLine = kinds.some((kind) => kind === "line" || kind === "riser" || kind === "tube");
  const keys: readonly (SchoolKey | false)[] = [
    usesLine && facts.fixture === "toilet" && !relaxed.includes("school-toilet-line") && "toiletLine",
    usesLine &&
      facts.fixture === "refrigerator" &&
      !relaxed.includes("school-refrigerator-line") &&
      "refrigeratorLine",
    types.includes("taper-thread") && "taperSealant",
    (types.includes("riser-cone") || joints.some((joint) => joint.rule.startsWith("ferrule-copper"))) &&
      "ferruleFilm",
    kinds.includes("line") && "reuseLine",
    kinds.includes("arrestor") && "hammer",
    facts.fixture === "dishwasher" && "dishwasherBackflow",
  ];
  const made =
    joints.length === 1
      ? "One joint: the two ends meet directly."
      : `${joints.length} joints, every one matched in thread, size and seal.`;
  return [made, ...keys.flatMap((key) => (key ? (schoolLine(shop, rules, key) ?? []) : []))];
}

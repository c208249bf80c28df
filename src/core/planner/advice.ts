/** What a plan must say aloud: warnings for the job, reasons for the choice, schools that were used. */
import { isFactoryHose } from "../end/index.ts";
import type { Finding, FixtureFacts, HookupProblem, PlanJoint, PlanPart } from "../plan/index.ts";
import { completeHouseRules, HIGHEST_STATIC_PSI, type HouseRules, type SchoolKey } from "../plan/index.ts";
import { stopNeeded } from "./approach.ts";
import type { Found } from "./candidate.ts";
import type { Shop } from "./planner-index.ts";

/** The finding for a judgement's code, with what it is about after the message. */
export function finding(shop: Shop, code: string, about = ""): Finding {
  const judgement = shop.tables.judgements.find((each) => each.code === code);
  if (!judgement) throw new RangeError(`no judgement ${code} in the table of judgements`);
  return {
    code,
    message: about === "" ? judgement.message : `${judgement.message.replace(/[.:]$/, "")}: ${about}.`,
  };
}

function has({ chain }: Found, what: string): boolean {
  return chain.links.some(({ passage }) => passage.part.functions.some((each) => each === what));
}

/** Warnings that come with how the supply is taken up. */
function supplyCodes(
  shop: Shop,
  { supply, access }: HookupProblem,
  found: Found,
  rules: HouseRules,
): readonly string[] {
  const { kept, code } = found.approach;
  const material = shop.ends.get(supply.end)?.material;
  const isGalvanised = supply.material === "galvanised" || material === "steel";
  const isCut = supply.kind === "pipe" || supply.kind === "dead-stop" || supply.kind === "stub";
  const hidesPushFit =
    access === "closed-wall" &&
    rules.concealedPushFit === "warn" &&
    found.chain.links.some(({ passage }) => passage.into.end.startsWith("push-"));
  return [
    ...(isCut && (material === "copper" || material === "steel") ? ["ground-jumper"] : []),
    ...(isGalvanised ? ["galvanised-nipple"] : []),
    ...(isGalvanised && !has(found, "dielectric") ? ["suggest-dielectric"] : []),
    ...(has(found, "dielectric") ? ["dielectric-bond"] : []),
    ...(supply.kind === "dead-stop" && supply.keepsExistingLine ? ["kept-nut-assumed"] : []),
    ...(kept !== null && !kept.isCutPipe && !has(found, "shut-off") ? ["shared-stop"] : []),
    ...(code === "at-far-end" && kept?.end === "bc-7/8-m" ? ["tee-moves-shank"] : []),
    ...(hidesPushFit ? ["push-fit-hidden"] : []),
  ];
}

/** Warnings of one plan, the gravest first. */
export function warningsFor(
  shop: Shop,
  problem: HookupProblem,
  facts: FixtureFacts,
  found: Found,
  relaxed: readonly string[],
): readonly Finding[] {
  const { supply, inlet } = problem;
  const inletEnd = shop.ends.get(inlet.end);
  const rules = completeHouseRules(problem.houseRules);
  const codes = [
    ...(supply.staticPsi > HIGHEST_STATIC_PSI ? ["static-above-80"] : []),
    ...(stopNeeded(problem).length > 0 ? ["isolate-upstream"] : []),
    ...(supply.stopHolds === false && stopNeeded(problem).length === 0 ? ["stop-does-not-hold"] : []),
    ...(supply.stopHolds === null && stopNeeded(problem).length === 0 ? ["stop-unproved"] : []),
    ...supplyCodes(shop, problem, found, rules),
    ...(inletEnd && isFactoryHose(inletEnd) ? ["tail-must-reach", "no-series-with-factory-hose"] : []),
    ...(facts.solenoid && !has(found, "arrestor") ? ["suggest-arrestor"] : []),
    ...(facts.unattended && !has(found, "auto-shutoff") ? ["suggest-auto-shutoff"] : []),
    ...(facts.suggestsBackflow && !has(found, "backflow") ? ["suggest-backflow"] : []),
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
  readonly problem: HookupProblem;
}

/** Why the plan is what it is: what made it win, then each school it used with the school's reason. */
export function whyFor(
  shop: Shop,
  rules: HouseRules,
  { parts, joints, facts, relaxed, problem }: WhyInput,
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
    shop.ends.get(problem.supply.end)?.family === "pipe" &&
      !relaxed.includes("school-pipe-joint") &&
      "pipeJoint",
    problem.access === "closed-wall" && problem.supply.kind === "pipe" && "concealedPushFit",
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

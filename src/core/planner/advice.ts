/** What a plan must say aloud: warnings for the job, reasons for the choice, practices that were used. */

import { demandOf, type FixtureDemand } from "../demand/index.ts";
import type { JointType } from "../joint/index.ts";
import type { Part, PresentDevice } from "../part/index.ts";
import type { Advice, FixtureFacts, Plan, PlanJoint, PlanPart, PlanRequest } from "../plan/index.ts";
import { HIGHEST_STATIC_PSI } from "../plan/index.ts";
import { completeStandards, type PracticeKey, type Standards } from "../standard/index.ts";
import { hasAirChamber } from "./air-chamber.ts";
import { isOpenPipe, isSteel, isWholeInWall, leavesStopOut, stopNeeded } from "./approach.ts";
import { bringsFunction, type Candidate } from "./candidate.ts";
import { hangsHeavy } from "./hanging-devices.ts";
import { hasOwnHose, lacksRoom } from "./job.ts";
import { type KeptLineFit, keptLineWarnings } from "./kept-line-fit.ts";
import { bangInWords, withoutArrestorInWords } from "./plan-bang.ts";
import { outletLossPsi } from "./plan-flow.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { SEATED_FERRULE } from "./table-figures.ts";

/** Returns the finding for a advice's code, with what it is about after the message. */
export function advice(index: PlannerIndex, code: string, about = ""): Advice {
  const judgement = index.tables.judgements.find((each) => each.code === code);
  if (!judgement) throw new RangeError(`no judgement ${code} in the table of judgements`);
  return {
    code,
    message: about === "" ? judgement.message : `${judgement.message.replace(/[.:]$/, "")}: ${about}.`,
  };
}

/** Warnings that come with how the supply is taken up. */
function supplyCodes(
  index: PlannerIndex,
  { supply, access }: PlanRequest,
  candidate: Candidate,
  rules: Standards,
  keptLineCodes: readonly string[],
): readonly string[] {
  const { kept } = candidate.approach;
  const material = index.ends.get(supply.end)?.material;
  const isGalvanised = isSteel(index, { supply });
  const isCut = supply.kind === "pipe" || supply.kind === "dead-stop" || supply.kind === "stub";
  const hidesPushFit =
    access === "closed-wall" &&
    rules.concealedPushFit === "warn" &&
    candidate.chain.links.some(({ passage }) => passage.into.end.startsWith("push-"));
  return [
    ...(isCut && (material === "copper" || material === "steel") ? ["ground-jumper"] : []),
    ...(isGalvanised ? ["galvanised-nipple"] : []),
    ...(isGalvanised && !bringsFunction(candidate, "dielectric") ? ["suggest-dielectric"] : []),
    ...(bringsFunction(candidate, "dielectric") ? ["dielectric-bond"] : []),
    ...(supply.kind === "dead-stop" && supply.keepsExistingLine ? ["kept-nut-assumed"] : []),
    ...(kept !== null && !kept.isThroughPipe && !bringsFunction(candidate, "shut-off")
      ? ["shared-stop"]
      : []),
    ...keptLineCodes,
    ...(supply.pexType === undefined &&
    candidate.chain.links.some(({ passage }) => passage.into.end.startsWith("expand-"))
      ? ["pex-print-line"]
      : []),
    ...(hidesPushFit ? ["push-fit-hidden"] : []),
  ];
}

/** Warnings that come with where the branch lies, what shuts it, and which water feeds it. */
function placeCodes(request: PlanRequest, demand: FixtureDemand, candidate: Candidate): readonly string[] {
  const { supply, inlet } = request;
  const isWhole = isWholeInWall(request, demand);
  const hasValve = bringsFunction(candidate, "shut-off");
  return [
    ...(isWhole && demand.isStopExempt && isOpenPipe(supply.kind) && !hasValve ? ["stop-exempt"] : []),
    ...(isWhole && hasValve ? ["valve-needs-panel"] : []),
    ...(leavesStopOut(request) && !hasValve ? ["own-stop-left-out"] : []),
    ...(inlet.fixture === "toilet" && supply.water === "hot" ? ["tempered-toilet"] : []),
    ...(inlet.fixture === "dishwasher" && supply.water === "cold" ? ["dishwasher-cold"] : []),
    ...(inlet.fixture === "hydrant" ? ["hydrant-freeze"] : []),
  ];
}

/** What a stop that is there takes before the plan says so, psi. */
const NOTED_OUTLET_PSI = 5;

/** What is known of a plan beside its parts. */
interface PlanFindings {
  /** The line lies badly: no other does better. */
  readonly isStrained: boolean;
  readonly relaxed: readonly PracticeKey[];
  readonly residualPsi: number;
  readonly bang: NonNullable<Plan["bang"]> | null;
  readonly outlet: Part | null;
  /** How a line that stays lies; null: none is moved, or nobody measured. */
  readonly keptFit: KeptLineFit | null;
}

/** What makers of solenoid valves often ask while water runs, psi (typical; the maker's sheet wins). */
const MAKERS_WISH_PSI = 20;

/** Age from which a braided line is quoted anew, years (makers often say five to ten; the shop's figure wins). */
export const OLD_LINE_YEARS = 5;

/** Warnings that come with what runs to the fixture. */
function lineCodes({ line, lengthIn }: PlanRequest): readonly string[] {
  if (line?.by === "fixture-tail") return ["tail-cut-mark"];
  if (line?.by === "fixture-hose") return ["tail-must-reach", "no-series-with-factory-hose"];
  if (line?.by !== "kept") return [];
  return [
    "kept-line-look",
    ...((line.ageYears ?? 0) >= OLD_LINE_YEARS ? ["kept-line-old"] : []),
    ...((line.lengthIn ?? 0) > lengthIn.max ? ["kept-line-long"] : []),
  ];
}

/** Longest line to a faucet that nobody minds, inches: some codes end the supply pipe within that of the fixture. */
const FAUCET_LINE_IN = 30;

/** True for a faucet whose new line is longer than some codes like. A tub's body in the wall is fed by pipe. */
const isLongFaucetLine = (
  { chain }: Candidate,
  { mixing }: FixtureFacts,
  { isInWall }: FixtureDemand,
): boolean =>
  mixing &&
  !isInWall &&
  chain.links.some(({ passage: { part } }) => part.kind === "line" && (part.lengthIn ?? 0) > FAUCET_LINE_IN);

/** What the shop does about hammer at an inlet that closes fast. */
const HAMMER_CODES: Readonly<Record<Standards["hammer"], readonly string[]>> = {
  arrestor: ["suggest-arrestor"],
  "air-chamber": ["air-chamber"],
  "if-heard": [],
};

/** Warnings that come with backflow: what is asked for, and what a device in the plan brings with it. */
function backflowCodes(
  { supply, present = [] }: PlanRequest,
  facts: FixtureFacts,
  candidate: Candidate,
  outlet: Part | null,
): readonly string[] {
  const devices = [
    ...candidate.chain.links.map(({ passage }) => passage.part),
    ...(outlet === null ? [] : [outlet]),
  ];
  const fitted = devices.flatMap(({ backflow }) => backflow ?? []);
  // A device somebody saw may be a dual check, which does not answer a high hazard.
  const isAnswered = fitted.length > 0 || (facts.hazard === "low" && present.includes("backflow"));
  return [
    ...(facts.suggestsBackflow && !isAnswered ? ["suggest-backflow"] : []),
    ...(facts.hasHoseOutlet && outlet === null ? ["suggest-vacuum-breaker"] : []),
    ...(fitted.some(({ takesConstantPressure }) => !takesConstantPressure) ? ["breaker-hours"] : []),
    ...(fitted.some(({ hazard, isLast }) => hazard === "high" && !isLast) ? ["breaker-height"] : []),
    ...(supply.water === "hot" && fitted.some(({ isLast }) => !isLast) ? ["closed-branch"] : []),
  ];
}

/** Returns the warnings of one plan, the gravest first. */
export function warningsFor(
  index: PlannerIndex,
  request: PlanRequest,
  facts: FixtureFacts,
  candidate: Candidate,
  { relaxed, residualPsi, bang, outlet, isStrained, keptFit }: PlanFindings,
): readonly Advice[] {
  const { supply, inlet } = request;
  const rules = completeStandards(request.houseRules);
  const isThere = (device: PresentDevice) =>
    bringsFunction(candidate, device) || (request.present ?? []).includes(device);
  const demand = demandOf(index.tables.demands, inlet.fixture);
  const isPipe = isOpenPipe(supply.kind);
  const needsStop = stopNeeded(request, demand).length > 0;
  const hasStop = !isPipe && supply.kind !== "tube";
  const isCushioned = isThere("arrestor") || hasAirChamber(candidate);
  const isCapped = candidate.approach.cap !== undefined;
  const aboutKeptLine = new Map(keptLineWarnings(request, candidate, keptFit));
  const codes = [
    ...(supply.staticPsi > HIGHEST_STATIC_PSI ? ["static-above-80"] : []),
    ...(supply.isStaticAssumed ? ["static-unknown"] : []),
    ...((isPipe || supply.kind === "tube") && supply.behindValve !== "holds" ? ["isolate-upstream"] : []),
    ...(supply.behindValve === "holds"
      ? ["behind-valve", ...(supply.kind === "stub" ? ["dead-leg"] : [])]
      : []),
    ...(supply.behindValve === "fails" ? ["valve-before-fails"] : []),
    ...(supply.stopHolds === false && hasStop ? ["stop-does-not-hold"] : []),
    ...(supply.stopHolds === null && hasStop ? ["stop-unproved"] : []),
    ...(supply.looks === undefined && needsStop ? ["looks-unknown"] : []),
    ...placeCodes(request, demand, candidate),
    ...(outletLossPsi(index, request, facts) >= NOTED_OUTLET_PSI ? ["supply-bore-narrow"] : []),
    ...supplyCodes(index, request, candidate, rules, [...aboutKeptLine.keys()]),
    ...((request.line?.by ?? "new") === "new" && hasOwnHose(index.ends.get(inlet.end))
      ? ["tail-must-reach", "no-series-with-factory-hose"]
      : []),
    ...lineCodes(request),
    ...(hangsHeavy(candidate) ? ["devices-clip"] : []),
    ...(isLongFaucetLine(candidate, facts, demand) ? ["faucet-line-long"] : []),
    ...(isStrained ? ["no-good-length"] : []),
    ...(lacksRoom(index, request, facts) ? ["elbow-for-clearance"] : []),
    ...(hasAirChamber(candidate) ? ["air-chamber-planned"] : []),
    ...(isCapped
      ? ["capped"]
      : [
          ...(facts.solenoid && !isCushioned ? HAMMER_CODES[rules.hammer] : []),
          ...(facts.unattended && !isThere("auto-shutoff") ? ["suggest-auto-shutoff"] : []),
          ...backflowCodes(request, facts, candidate, outlet),
          ...(facts.solenoid && residualPsi < MAKERS_WISH_PSI ? ["below-makers-wish"] : []),
        ]),
  ];
  const gaveWay = relaxed.map((key) => schoolOf(index, rules, key)?.label ?? key);
  const aboutOf = (code: string) => {
    if (bang !== null && code === "air-chamber") return bangInWords(bang);
    if (bang !== null && code === "suggest-arrestor")
      return `${bangInWords(bang)}${withoutArrestorInWords(bang)}`;
    if (code === "supply-bore-narrow") return `about ${residualPsi} psi are left at ${facts.flowGpm} gpm`;
    return aboutKeptLine.get(code) ?? "";
  };
  return [
    ...codes.map((code) => advice(index, code, aboutOf(code))),
    ...(gaveWay.length === 0 ? [] : [advice(index, "school-relaxed", gaveWay.join(", "))]),
  ];
}

function schoolOf({ tables }: PlannerIndex, rules: Standards, key: PracticeKey) {
  return tables.schools.find((each) => each.key === key && each.choice === rules[key]);
}

function schoolLine(index: PlannerIndex, rules: Standards, key: PracticeKey): string | null {
  const school = schoolOf(index, rules, key);
  return school
    ? `Standard: ${school.label.charAt(0).toLowerCase()}${school.label.slice(1)}, because ${school.reason}.`
    : null;
}

interface WhyInput {
  readonly parts: readonly PlanPart[];
  readonly joints: readonly PlanJoint[];
  readonly facts: FixtureFacts;
  readonly relaxed: readonly PracticeKey[];
  readonly request: PlanRequest;
  readonly flow: NonNullable<Plan["flow"]>;
  readonly bang: NonNullable<Plan["bang"]> | null;
}

/** The joint each practice of joining pipe makes. */
const PIPE_JOINT_TYPES: Readonly<Record<Standards["pipeJoint"], JointType>> = {
  solder: "solder",
  press: "press",
  "push-fit": "push-fit",
  compression: "ferrule",
  crimp: "crimp",
  expansion: "expansion",
};

/** Returns why the plan is what it is: what made it win, then each practice it used with the practice's reason. */
export function whyFor(
  index: PlannerIndex,
  rules: Standards,
  { parts, joints, facts, relaxed, request, flow, bang }: WhyInput,
): readonly string[] {
  const kinds = parts.map((part) => part.kind);
  const types = joints.map((joint) => joint.type);
  const usesLine = kinds.some((kind) => kind === "line" || kind === "riser" || kind === "tube");
  const keys: readonly (PracticeKey | false)[] = [
    usesLine && facts.fixture === "toilet" && !relaxed.includes("toiletLine") && "toiletLine",
    usesLine &&
      facts.fixture === "refrigerator" &&
      !relaxed.includes("refrigeratorLine") &&
      "refrigeratorLine",
    kinds.includes("line") && facts.fixture === "washer" && !relaxed.includes("washerHose") && "washerHose",
    types.includes(PIPE_JOINT_TYPES[rules.pipeJoint]) &&
      index.ends.get(request.supply.end)?.family === "pipe" &&
      !relaxed.includes("pipeJoint") &&
      "pipeJoint",
    kinds.includes("line") && request.inlet.end === "bc-7/8-m" && !relaxed.includes("tankNut") && "tankNut",
    request.supply.kind === "tube" && !relaxed.includes("tubeJoint") && "tubeJoint",
    request.supply.keepsExistingLine &&
      rules.ownStop !== "never" &&
      !relaxed.includes("ownStop") &&
      "ownStop",
    request.access === "closed-wall" && request.supply.kind === "pipe" && "concealedPushFit",
    types.includes("taper-thread") && "taperSealant",
    (types.includes("riser-cone") || joints.some((joint) => joint.rule.startsWith("ferrule-copper"))) &&
      "ferruleFilm",
    joints.some((joint) => joint.rule === SEATED_FERRULE) && "seatedFerrule",
    kinds.includes("line") && "reuseLine",
    kinds.includes("arrestor") && "hammer",
    kinds.includes("arrestor") && !relaxed.includes("arrestorPlace") && "arrestorPlace",
    facts.fixture === "dishwasher" && "dishwasherBackflow",
  ];
  const benchJoints =
    joints.length === 1
      ? "One joint: the ends connect directly, no part is needed."
      : `${joints.length} joints, every one matched in thread, size and seal.`;
  const { usualGpm, leastPsi, residualPsi } = flow;
  const water = `About ${residualPsi} psi is left at ${usualGpm} gpm; ${leastPsi} psi is the least.`;
  const quiet =
    bang?.withArrestorPsi === undefined || bang.arrestor === "none"
      ? []
      : [
          `The arrestor ${bang.arrestor === "there" ? "that is there" : "in it"} takes the shock of the valve from about ${bang.psi} to ${bang.withArrestorPsi} psi for an instant.`,
        ];
  return [
    benchJoints,
    water,
    ...quiet,
    ...keys.flatMap((key) => (key ? (schoolLine(index, rules, key) ?? []) : [])),
  ];
}

/** Which parts a job may use at all: listing, rating and the shop's schools. Each reason to leave one out has a code. */
import type { EndCode } from "../end/index.ts";
import type { Part } from "../part/index.ts";
import { LENGTH_KINDS } from "../part/index.ts";
import type { FixtureFacts, HookupProblem, HouseRules } from "../plan/index.ts";

/** Hottest water a hot branch is planned for, F: a heater set to 140 F, the common upper setting. */
export const HOT_F = 140;
/** Warmest a cold branch gets standing in a summer cabinet, F. */
export const COLD_F = 80;

/** A reason to leave parts out; `code` names the judgement that is said aloud. */
export interface Admission {
  readonly code:
    | "not-lead-free"
    | "below-rating"
    | "school-toilet-line"
    | "school-refrigerator-line"
    | "copper-on-galvanised"
    | "no-copper-after-ro"
    | "school-pipe-joint"
    | "line-kind";
  readonly leavesOut: (part: Part) => boolean;
  /** A shop's preference gives way, with a warning, when nothing else joins the two ends. */
  readonly givesWay: boolean;
}

const isLength = (part: Part) => LENGTH_KINDS.includes(part.kind);
const isPlasticTube = (part: Part) => part.kind === "tube" && part.material !== "copper";
const isCopperTube = (part: Part) => part.kind === "tube" && part.material === "copper";

function lineSchool(problem: HookupProblem, rules: HouseRules): readonly Admission[] {
  if (problem.inlet.fixture === "toilet") {
    const wanted = rules.toiletLine === "braided" ? "line" : "riser";
    const leavesOut = (part: Part) => isLength(part) && part.kind !== wanted;
    return [{ code: "school-toilet-line", leavesOut, givesWay: true }];
  }
  if (problem.inlet.fixture === "refrigerator") {
    const follows = {
      braided: (part: Part) => part.kind === "line",
      copper: isCopperTube,
      plastic: isPlasticTube,
    }[rules.refrigeratorLine];
    const leavesOut = (part: Part) => isLength(part) && !follows(part);
    return [{ code: "school-refrigerator-line", leavesOut, givesWay: true }];
  }
  return [];
}

/** Families that go on pipe, and the joint each makes. */
const PIPE_SOCKETS: Readonly<Record<string, HouseRules["pipeJoint"] | "cement">> = {
  push: "push-fit",
  cup: "solder",
  press: "press",
  crimp: "crimp",
  expand: "expansion",
  cement: "cement",
};
/** Compression bodies that take pipe, by its outside diameter; the smaller ones take tube. */
const PIPE_COMPRESSION: readonly EndCode[] = ["comp-5/8-m", "comp-7/8-m"];

function pipeJointOf(end: EndCode): HouseRules["pipeJoint"] | "cement" | null {
  if (PIPE_COMPRESSION.includes(end)) return "compression";
  return PIPE_SOCKETS[end.split("-")[0] ?? ""] ?? null;
}

/** The shop's one way to join pipe. Cement stays: nothing else is usual on CPVC. */
function pipeSchool(rules: HouseRules): Admission {
  const isOther = (end: EndCode) => {
    const joint = pipeJointOf(end);
    return joint !== null && joint !== "cement" && joint !== rules.pipeJoint;
  };
  return {
    code: "school-pipe-joint",
    leavesOut: (part) => part.ports.some((port) => isOther(port.end)),
    givesWay: true,
  };
}

/** Copper screwed straight on galvanised steel eats it: brass or a dielectric union goes between. */
const isCopperThread = (part: Part) =>
  part.material === "copper" && part.ports.some((port) => port.end.startsWith("npt-"));

const AFTER_TREATMENT: readonly string[] = ["copper", "brass"];
/** Water without minerals takes up copper and zinc: nothing of either may touch it. */
const isCopperOrBrass = (part: Part) => AFTER_TREATMENT.includes(part.material);

/** Every reason that applies to the job, listing and rating first. */
export function admissionsFor(
  problem: HookupProblem,
  rules: HouseRules,
  facts: FixtureFacts,
  isFromPipe: boolean,
): readonly Admission[] {
  const neededF = problem.supply.water === "hot" ? HOT_F : COLD_F;
  const { lineKind } = problem;
  const belowRating = (part: Part) => part.ratedPsi < problem.supply.staticPsi || part.ratedF < neededF;
  return [
    ...(facts.drinking
      ? [{ code: "not-lead-free" as const, leavesOut: (part: Part) => !part.leadFree, givesWay: false }]
      : []),
    { code: "below-rating", leavesOut: belowRating, givesWay: false },
    ...(problem.supply.material === "galvanised"
      ? [{ code: "copper-on-galvanised" as const, leavesOut: isCopperThread, givesWay: false }]
      : []),
    ...(problem.supply.treated === undefined
      ? []
      : [{ code: "no-copper-after-ro" as const, leavesOut: isCopperOrBrass, givesWay: false }]),
    ...lineSchool(problem, rules),
    ...(isFromPipe ? [pipeSchool(rules)] : []),
    ...(lineKind === undefined
      ? []
      : [
          {
            code: "line-kind" as const,
            leavesOut: (part: Part) => isLength(part) && part.kind !== lineKind,
            givesWay: false,
          },
        ]),
  ];
}

/** The predicate a search takes: true for parts that no reason leaves out. */
export function admitsUnder(admissions: readonly Admission[]): (part: Part) => boolean {
  const known = new Map<Part, boolean>();
  return (part) => {
    const held = known.get(part);
    if (held !== undefined) return held;
    const isAdmitted = !admissions.some((admission) => admission.leavesOut(part));
    known.set(part, isAdmitted);
    return isAdmitted;
  };
}

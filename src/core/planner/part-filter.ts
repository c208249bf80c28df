/** Which parts a job may use at all: listing, rating and the shop's practices. Each reason to leave one out has a code. */
import type { EndCode } from "../end/index.ts";
import type { Part, PartKind } from "../part/index.ts";
import { LENGTH_KINDS } from "../part/index.ts";
import type { Fixture, FixtureFacts, PlanRequest, PracticeKey, Standards } from "../plan/index.ts";

/** Hottest water a hot branch is planned for, F: a heater set to 140 F, the common upper setting. */
export const HOT_F = 140;
/** Warmest a cold branch gets standing in a summer cabinet, F. */
export const COLD_F = 80;

/** A rule that excludes parts from a search; `code` names the advice shown to the plumber (data/judgements.csv). */
export interface PartFilter {
  readonly code:
    | "not-lead-free"
    | "below-rating"
    | "bore-too-small"
    | "wrong-service"
    | "wrong-pipe-material"
    | "not-for-hot"
    | "pex-not-expandable"
    | "school-washer-hose"
    | "school-arrestor-place"
    | "school-toilet-line"
    | "school-refrigerator-line"
    | "copper-on-galvanised"
    | "no-copper-after-ro"
    | "school-pipe-joint"
    | "line-kind";
  readonly excludes: (part: Part) => boolean;
  /** A shop's preference gives way, with a warning, when nothing else joins the two ends. */
  readonly isSoft: boolean;
  /** The standard behind a soft rule. */
  readonly rule?: PracticeKey;
  /** The figure a part fails by, in words; absent: the part's name says enough. */
  readonly figureOf?: (part: Part) => string;
}

/** Kinds whose bore is judged; a short fitting is judged by the pressure it takes alone. */
const BORE_KINDS: readonly PartKind[] = [...LENGTH_KINDS, "valve", "stop"];
/** A listed bore counts when it is within this share of the least. */
const BORE_SHARE = 0.9;

/** Narrowest way through a part, inches. */
const narrowestIn = ({ ports }: Part) => Math.min(...ports.map(({ boreIn }) => boreIn));

function boreRule({ leastBoreIn }: FixtureFacts): PartFilter {
  return {
    code: "bore-too-small",
    excludes: (part) =>
      (BORE_KINDS.includes(part.kind) || part.functions.includes("shut-off")) &&
      narrowestIn(part) < BORE_SHARE * leastBoreIn,
    figureOf: (part) => `${narrowestIn(part)} in`,
    isSoft: false,
  };
}

/** Fixtures whose supply is a hose thread: a stop with one is made for them. */
const HOSE_FIXTURES: readonly Fixture[] = ["washer", "utility", "hydrant"];
const isHoseStop = ({ kind, ports }: Part) =>
  (kind === "stop" || kind === "valve") && ports.some(({ end }) => end.startsWith("hose-"));
const isRubberLine = ({ kind, material }: Part) => kind === "line" && material === "rubber";

/** A laundry stop and a washer hose of rubber are made for washers. */
function serviceRules({ inlet, supply }: PlanRequest, { washerHose }: Standards): readonly PartFilter[] {
  const isAtHose = HOSE_FIXTURES.includes(inlet.fixture) || supply.end.startsWith("hose-");
  const excludes = (part: Part) =>
    (!isAtHose && isHoseStop(part)) || (inlet.fixture !== "washer" && isRubberLine(part));
  return [
    { code: "wrong-service", excludes, isSoft: false },
    ...(inlet.fixture === "washer"
      ? [
          {
            code: "school-washer-hose" as const,
            rule: "washerHose" as const,
            excludes: (part: Part) =>
              part.kind === "line" && isRubberLine(part) !== (washerHose === "rubber"),
            isSoft: true,
          },
        ]
      : []),
  ];
}

/** Materials pipe is made of. */
const PIPE_OF: readonly string[] = ["copper", "pex", "cpvc"];

/** CPVC goes on with CPVC; a stub or coupling is of the pipe's own material: in another branch a short piece is the weak place. */
function pipeMaterialRule(supplyMaterial: string | null): PartFilter {
  return {
    code: "wrong-pipe-material",
    excludes: ({ material, kind }) =>
      material !== supplyMaterial &&
      (material === "cpvc" ||
        (kind === "coupling" && PIPE_OF.includes(material) && PIPE_OF.includes(supplyMaterial ?? ""))),
    isSoft: false,
  };
}

/** Expansion fittings are listed for PEX-a, which shrinks back; the others split later. */
const isExpansion = ({ ports }: Part) => ports.some(({ end }) => end.startsWith("expand-"));

/** Margin a part keeps to its temperature rating, F. */
const HOT_MARGIN_F = 20;
const NEVER_HOT: readonly string[] = ["polyethylene", "nylon"];

function ratingRules({ supply, hotF = HOT_F }: PlanRequest): readonly PartFilter[] {
  const neededF = (supply.water === "hot" ? hotF : COLD_F) + HOT_MARGIN_F;
  return [
    {
      code: "below-rating",
      excludes: (part) => part.ratedPsi < supply.staticPsi || part.ratedF < neededF,
      figureOf: (part) => `rated ${part.ratedPsi} psi and ${part.ratedF} F; ${neededF} F wanted`,
      isSoft: false,
    },
    ...(supply.water === "hot"
      ? [
          {
            code: "not-for-hot" as const,
            excludes: (part: Part) => NEVER_HOT.includes(part.material) || part.kind === "filter",
            isSoft: false,
          },
        ]
      : []),
  ];
}

const isLength = (part: Part) => LENGTH_KINDS.includes(part.kind);
const isPlasticTube = (part: Part) => part.kind === "tube" && part.material !== "copper";
const isCopperTube = (part: Part) => part.kind === "tube" && part.material === "copper";

function lineSchool(request: PlanRequest, rules: Standards): readonly PartFilter[] {
  if (request.inlet.fixture === "toilet") {
    const wantedKind = rules.toiletLine === "braided" ? "line" : "riser";
    const excludes = (part: Part) => isLength(part) && part.kind !== wantedKind;
    return [{ code: "school-toilet-line", rule: "toiletLine", excludes, isSoft: true }];
  }
  if (request.inlet.fixture === "refrigerator") {
    const follows = {
      braided: (part: Part) => part.kind === "line",
      copper: isCopperTube,
      plastic: isPlasticTube,
    }[rules.refrigeratorLine];
    const excludes = (part: Part) => isLength(part) && !follows(part);
    return [{ code: "school-refrigerator-line", rule: "refrigeratorLine", excludes, isSoft: true }];
  }
  return [];
}

/** Families that go on pipe, and the joint each makes. */
const PIPE_SOCKETS: Readonly<Record<string, Standards["pipeJoint"] | "cement">> = {
  push: "push-fit",
  cup: "solder",
  press: "press",
  crimp: "crimp",
  expand: "expansion",
  cement: "cement",
};
/** Compression bodies that take pipe, by its outside diameter; the smaller ones take tube. */
const PIPE_COMPRESSION: readonly EndCode[] = ["comp-5/8-m", "comp-7/8-m"];

function pipeJointOf(end: EndCode): Standards["pipeJoint"] | "cement" | null {
  if (PIPE_COMPRESSION.includes(end)) return "compression";
  return PIPE_SOCKETS[end.split("-")[0] ?? ""] ?? null;
}

/** The shop's one way to join pipe. Cement stays: nothing else is usual on CPVC. */
function pipeSchool(rules: Standards): PartFilter {
  const isOther = (end: EndCode) => {
    const joint = pipeJointOf(end);
    return joint !== null && joint !== "cement" && joint !== rules.pipeJoint;
  };
  return {
    code: "school-pipe-joint",
    rule: "pipeJoint",
    excludes: (part) => part.ports.some((port) => isOther(port.end)),
    isSoft: true,
  };
}

/** Copper screwed straight on galvanised steel eats it: brass or a dielectric union goes between. */
const isCopperThread = (part: Part) =>
  part.material === "copper" && part.ports.some((port) => port.end.startsWith("npt-"));

const AFTER_TREATMENT: readonly string[] = ["copper", "brass"];
/** Water without minerals takes up copper and zinc: nothing of either may touch it. */
const isCopperOrBrass = (part: Part) => AFTER_TREATMENT.includes(part.material);

/** True where an arrestor is asked for, or the shop's own rule brings one. */
export function wantsArrestor({ needs, houseRules }: PlanRequest, { solenoid }: FixtureFacts): boolean {
  return needs.includes("arrestor") || (houseRules.hammer === "arrestor" && solenoid);
}

/** Returns every reason that applies to the job, listing and rating first. */
export function partFiltersFor(
  request: PlanRequest,
  rules: Standards,
  facts: FixtureFacts,
  isFromPipe: boolean,
  supplyMaterial: string | null,
): readonly PartFilter[] {
  const { lineKind } = request;
  return [
    ...(facts.drinking
      ? [{ code: "not-lead-free" as const, excludes: (part: Part) => !part.leadFree, isSoft: false }]
      : []),
    ...ratingRules(request),
    boreRule(facts),
    ...serviceRules(request, rules),
    pipeMaterialRule(supplyMaterial),
    ...(request.supply.pexType === "b" || request.supply.pexType === "c"
      ? [{ code: "pex-not-expandable" as const, excludes: isExpansion, isSoft: false }]
      : []),
    ...(request.supply.material === "galvanised"
      ? [{ code: "copper-on-galvanised" as const, excludes: isCopperThread, isSoft: false }]
      : []),
    ...(request.supply.treated === undefined
      ? []
      : [{ code: "no-copper-after-ro" as const, excludes: isCopperOrBrass, isSoft: false }]),
    ...lineSchool(request, rules),
    ...(isFromPipe ? [pipeSchool(rules)] : []),
    // A standard about places leaves out no part: the search itself keeps to it.
    ...(request.arrestorAt === undefined && wantsArrestor(request, facts)
      ? [
          {
            code: "school-arrestor-place" as const,
            rule: "arrestorPlace" as const,
            excludes: () => false,
            isSoft: true,
          },
        ]
      : []),
    ...(lineKind === undefined
      ? []
      : [
          {
            code: "line-kind" as const,
            excludes: (part: Part) => isLength(part) && part.kind !== lineKind,
            isSoft: false,
          },
        ]),
  ];
}

/** Returns the predicate a search takes: true for parts that no reason leaves out. */
export function admittedBy(admissions: readonly PartFilter[]): (part: Part) => boolean {
  const cache = new Map<Part, boolean>();
  return (part) => {
    const cached = cache.get(part);
    if (cached !== undefined) return cached;
    const isAdmitted = !admissions.some((admission) => admission.excludes(part));
    cache.set(part, isAdmitted);
    return isAdmitted;
  };
}

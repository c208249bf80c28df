/** Which parts a job may use at all: listing, rating and the shop's practices. Each reason to leave one out has a code. */

import type { FixtureDemand } from "../demand/index.ts";
import type { End, EndCode } from "../end/index.ts";
import type { Part, PartKind } from "../part/index.ts";
import { LENGTH_KINDS, ratedPsiAt } from "../part/index.ts";
import type { Fixture, FixtureFacts, PlanRequest } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import { isWholeInWall } from "./approach.ts";
import { lineFitRule } from "./line-fit.ts";
import type { PartFilter } from "./part-rules.ts";
import { lineSchool, pipeSchool, placeSchool, tankNutSchool, tubeSchool } from "./school-filter.ts";

/** Hottest water a hot branch is planned for, F: a heater set to 140 F, the common upper setting. */
export const HOT_F = 140;
/** Warmest a cold branch gets standing in a summer cabinet, F. */
export const COLD_F = 80;

/** Kinds whose bore is judged; a short fitting is judged by the pressure it takes alone. */
const BORE_KINDS: readonly PartKind[] = [...LENGTH_KINDS, "valve", "stop"];
/** A listed bore counts when it is within this share of the least. */
export const BORE_SHARE = 0.9;

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

const isRubberLine = ({ kind, material }: Part) => kind === "line" && material === "rubber";

/** A laundry stop and a washer hose of rubber are made for washers. */
function serviceRules({ inlet, supply }: PlanRequest, { washerHose }: Standards): readonly PartFilter[] {
  const isAtHose = inlet.fixture === "washer" || supply.end.startsWith("hose-");
  const excludes = (part: Part) =>
    (!isAtHose && part.service === "laundry") ||
    (inlet.fixture !== "washer" && isRubberLine(part)) ||
    (inlet.fixture === "washer" &&
      part.kind === "line" &&
      part.service !== null &&
      part.service !== "laundry");
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

const isFlexible = (part: Part) => isLength(part) && part.kind !== "pipe";
const isLength = (part: Part) => LENGTH_KINDS.includes(part.kind);

/** What may run to a fixture by where that is: a machine that shakes takes hoses, a closed wall takes no flexible line. */
function placeRules(request: PlanRequest, demand: FixtureDemand, isFromPipe: boolean): readonly PartFilter[] {
  // From an open pipe the branch to the laundry valve is pipe.
  const isRigid = ({ kind }: Part) =>
    kind === "tube" || kind === "riser" || (!isFromPipe && (kind === "pipe" || kind === "coupling"));
  return [
    ...(demand.isHoseOnly
      ? [
          {
            code: "hose-only" as const,
            excludes: isRigid,
            isSoft: false,
          },
        ]
      : []),
    ...(isWholeInWall(request, demand)
      ? [
          {
            code: "concealed-flexible" as const,
            excludes: isFlexible,
            isSoft: false,
          },
        ]
      : []),
  ];
}

/** Materials pipe is made of. */
const PIPE_OF: readonly string[] = ["copper", "pex", "cpvc"];

const isMetric = (end: EndCode) => /mm/.test(end);

/** CPVC goes on with CPVC; a stub, coupling or pipe is of the supply's own material and measure: in another branch a short piece is the weak place. */
function pipeMaterialRule(supply: End | undefined): PartFilter {
  const supplyMaterial = supply?.material ?? null;
  const isPipeOf = (material: string | null) => PIPE_OF.includes(material ?? "");
  const isOtherMeasure = ({ ports }: Part) =>
    supply?.form === "plain" && ports.some(({ end }) => isMetric(end) !== isMetric(supply.code));
  return {
    code: "wrong-pipe-material",
    excludes: (part) =>
      (part.material !== supplyMaterial &&
        (part.material === "cpvc" ||
          ((part.kind === "coupling" || part.kind === "pipe") &&
            isPipeOf(part.material) &&
            isPipeOf(supplyMaterial)))) ||
      (part.kind === "pipe" && isOtherMeasure(part)),
    isSoft: false,
  };
}

/** Expansion fittings are listed for PEX-a, which shrinks back; the others split later. */
const isExpansion = ({ ports }: Part) => ports.some(({ end }) => end.startsWith("expand-"));

/** Margin a part keeps to its temperature rating, F. */
const HOT_MARGIN_F = 20;
const NEVER_HOT: readonly string[] = ["polyethylene", "nylon"];

function ratingInWords({ ratedPsi, ratedF, ratedHot }: Part): string {
  const first = `${ratedPsi} psi at ${ratedF} F`;
  return ratedHot === null ? first : `${first} and ${ratedHot.psi} psi at ${ratedHot.f} F`;
}

function ratingRules({ supply, hotF = HOT_F }: PlanRequest): readonly PartFilter[] {
  const neededF = (supply.water === "hot" ? hotF : COLD_F) + HOT_MARGIN_F;
  return [
    {
      code: "below-rating",
      excludes: (part) => ratedPsiAt(part, neededF) < supply.staticPsi,
      figureOf: (part) => `rated ${ratingInWords(part)}; ${supply.staticPsi} psi at ${neededF} F wanted`,
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

/** A fixture that is fed by pipe alone. */
function pipeOnlyRule({ lengthKinds }: FixtureFacts): readonly PartFilter[] {
  return lengthKinds.every((kind) => kind === "pipe")
    ? [{ code: "no-flexible-line", excludes: isFlexible, isSoft: false }]
    : [];
}

/** Fixtures whose backflow device has a valve before it that is shut after each use. */
const SHUT_AFTER_USE: readonly Fixture[] = ["bidet-sprayer"];

/** The class of a backflow device: against this fixture's hazard, and for a place with a valve behind it. */
function hazardRule({ fixture, hazard }: FixtureFacts): PartFilter {
  const isShutAfterUse = SHUT_AFTER_USE.includes(fixture);
  return {
    code: "wrong-hazard",
    excludes: ({ backflow }) =>
      backflow !== null &&
      ((hazard === "high" && backflow.hazard === "low") ||
        backflow.isLast ||
        (!backflow.takesConstantPressure && !isShutAfterUse)),
    figureOf: ({ backflow }) =>
      backflow === null
        ? ""
        : `${backflow.hazard} hazard; ${backflow.isLast ? "only last before the outlet" : backflow.takesConstantPressure ? "takes constant pressure" : "no constant pressure"}; ${hazard} hazard here`,
    isSoft: false,
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
  demand: FixtureDemand,
  isFromPipe: boolean,
  supplyEnd: End | undefined,
  wantsOwnStop: boolean,
): readonly PartFilter[] {
  const { lineKind } = request;
  const isAtTank = request.inlet.end === "bc-7/8-m" && request.line?.by !== "kept";
  return [
    ...(facts.drinking
      ? [{ code: "not-lead-free" as const, excludes: (part: Part) => !part.leadFree, isSoft: false }]
      : []),
    ...ratingRules(request),
    boreRule(facts),
    ...serviceRules(request, rules),
    pipeMaterialRule(supplyEnd),
    ...pipeOnlyRule(facts),
    ...placeRules(request, demand, isFromPipe),
    hazardRule(facts),
    ...(request.supply.pexType === "b" || request.supply.pexType === "c"
      ? [{ code: "pex-not-expandable" as const, excludes: isExpansion, isSoft: false }]
      : []),
    ...(request.supply.material === "galvanised"
      ? [{ code: "copper-on-galvanised" as const, excludes: isCopperThread, isSoft: false }]
      : []),
    ...(request.supply.treated === undefined
      ? []
      : [{ code: "no-copper-after-ro" as const, excludes: isCopperOrBrass, isSoft: false }]),
    ...lineFitRule(request, rules),
    ...lineSchool(request, rules),
    ...tankNutSchool(rules, isAtTank),
    ...tubeSchool(rules, supplyEnd?.family === "tube"),
    ...(isFromPipe ? [pipeSchool(rules, request.supply)] : []),
    ...(wantsOwnStop ? [placeSchool("school-own-stop", "ownStop")] : []),
    ...(request.arrestorAt === undefined && wantsArrestor(request, facts)
      ? [placeSchool("school-arrestor-place", "arrestorPlace")]
      : []),
    // The kind wanted is that of a new line.
    ...(lineKind === undefined || (request.line?.by ?? "new") !== "new"
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

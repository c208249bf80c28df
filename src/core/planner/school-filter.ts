/** The shop's schools as rules about parts: each gives way, with its name, when nothing else joins the two ends. */
import type { EndCode } from "../end/index.ts";
import { LENGTH_KINDS, type Part } from "../part/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import type { PartFilter } from "./part-rules.ts";

const isLength = (part: Part) => LENGTH_KINDS.includes(part.kind);

const isTankEnd = ({ end }: Part["ports"][number]) => end === "bc-7/8-f";

/** Returns the rule about plastic or metal nuts at the fill valve, where the line is a new one. */
export function tankNutSchool({ tankNut }: Standards, isAtTank: boolean): readonly PartFilter[] {
  if (!isAtTank) return [];
  const excludes = (part: Part) =>
    part.kind === "line" &&
    part.ports.some((port) => isTankEnd(port) && port.plastic !== (tankNut === "plastic"));
  return [{ code: "school-tank-nut", rule: "tankNut", excludes, isSoft: true }];
}

const isQuick = ({ end }: Part["ports"][number]) => end.startsWith("quick-");
const isCompressionBody = ({ end }: Part["ports"][number]) => /^comp-.*-m$/.test(end);

/** Returns the rule about how two tubes are joined: fittings that take tube at every port, of the other school, are left out. */
export function tubeSchool({ tubeJoint }: Standards, isFromTube: boolean): readonly PartFilter[] {
  if (!isFromTube) return [];
  // A part with both takes the tube in its quick-connect, and the nut of a line on its outlet.
  const isTubeJoint = ({ ports }: Part) =>
    ports.length > 0 && ports.every((port) => isQuick(port) || isCompressionBody(port));
  const excludes = (part: Part) =>
    isTubeJoint(part) &&
    (tubeJoint === "push" ? part.ports.every(isCompressionBody) : part.ports.some(isQuick));
  return [{ code: "school-tube-joint", rule: "tubeJoint", excludes, isSoft: true }];
}
const isPlasticTube = (part: Part) => part.kind === "tube" && part.material !== "copper";
const isCopperTube = (part: Part) => part.kind === "tube" && part.material === "copper";

/** Returns the rule about the kind of line to a toilet or a refrigerator; none elsewhere. */
export function lineSchool(request: PlanRequest, rules: Standards): readonly PartFilter[] {
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
  olive: "compression",
};
/** Compression bodies that take pipe, by its outside diameter; the smaller ones take tube. */
const PIPE_COMPRESSION: readonly EndCode[] = ["comp-5/8-m", "comp-7/8-m"];

function pipeJointOf(end: EndCode): Standards["pipeJoint"] | "cement" | null {
  if (PIPE_COMPRESSION.includes(end)) return "compression";
  return PIPE_SOCKETS[end.split("-")[0] ?? ""] ?? null;
}

/** Returns the rule about the shop's one way to join pipe. Cement stays, the usual way on CPVC: a plan that takes it says that the rule gave way. */
export function pipeSchool(rules: Standards, { leftOn }: PlanRequest["supply"]): PartFilter {
  // The ferrule an old stop left is the joint that is there: a new body on it needs no bare pipe.
  const isThere = (joint: string) => joint === "compression" && leftOn === "nut-and-ferrule";
  const isOther = (end: EndCode) => {
    const joint = pipeJointOf(end);
    return joint !== null && joint !== "cement" && joint !== rules.pipeJoint && !isThere(joint);
  };
  return {
    code: "school-pipe-joint",
    rule: "pipeJoint",
    excludes: (part) => part.ports.some((port) => isOther(port.end)),
    isSoft: true,
  };
}

/** Returns a standard about places: it leaves out no part, the search itself keeps to it, and it may give way. */
export function placeSchool(
  code: "school-own-stop" | "school-arrestor-place",
  rule: "ownStop" | "arrestorPlace",
): PartFilter {
  return { code, rule, excludes: () => false, isSoft: true };
}

/** What is wrong with a plan as an answer to its job: the line, the needs, what is there already, the standards. */
import type { PartFunction } from "../part/index.ts";
import type { Need } from "../plan/index.ts";
import { completeStandards } from "../standard/index.ts";
import { type Case, grave, isPipedRoughIn, isWhole, OPEN_SUPPLIES, type PlanFault } from "./case.ts";

/** What runs to the fixture may run there, and reaches. */
export function lineFindings(each: Case): readonly PlanFault[] {
  const { request, way, demand } = each;
  const { line, lengthIn, inlet } = request;
  const isOwn = line?.by === "fixture-hose" || line?.by === "fixture-tail";
  const ownIn = isOwn ? (line.lengthIn ?? inlet.tailIn) : undefined;
  const pipedIn = each.plan.parts.reduce(
    (sum, { kind, lengthIn: pipeIn = 0 }) => sum + (kind === "pipe" ? pipeIn : 0),
    0,
  );
  const rigid = way.elements.filter(
    ({ part }) =>
      part.kind === "tube" || part.kind === "riser" || (part.kind === "pipe" && line?.by !== "none"),
  );
  return [
    ...(demand.isHoseOnly && isWhole(each) && !OPEN_SUPPLIES.includes(request.supply.kind)
      ? rigid.map(({ part }) => grave("not-a-hose", part.name))
      : []),
    ...(isWhole(each) && ownIn !== undefined && ownIn < lengthIn.min
      ? [grave("hose-does-not-reach", "", { is: ownIn, wanted: lengthIn.min })]
      : []),
    ...(isPipedRoughIn(each) && pipedIn < lengthIn.min
      ? [grave("pipe-too-short", "", { is: pipedIn, wanted: lengthIn.min })]
      : []),
    // A line that stays is no part of the plan: the way ends where it begins.
    ...(isWhole(each) &&
    line?.by !== "kept" &&
    way.last === null &&
    way.elements.every(({ part }) => part.kind !== "cap")
      ? [grave("does-not-reach-inlet")]
      : []),
  ];
}

/** What answers a need, by the function of a part. */
const ANSWERS: Readonly<Record<Need, PartFunction>> = {
  arrestor: "arrestor",
  "auto-shutoff": "auto-shutoff",
  backflow: "backflow",
  union: "union",
  filter: "filter",
  dielectric: "dielectric",
  "own-stop": "shut-off",
  elbow: "elbow",
};

/** Needs that a rough-in of pipe answers; devices are the finish's. */
const OF_PIPE: readonly Need[] = ["elbow", "dielectric"];

/** A need is met by a part of the plan, wherever it stands, or the plan is not offered. */
export function needFindings(each: Case): readonly PlanFault[] {
  const { plan, request, listed } = each;
  if (!isWhole(each) && !isPipedRoughIn(each)) return [];
  const has = (what: PartFunction) => plan.parts.some(({ sku }) => listed(sku)?.functions.includes(what));
  const isOwnAlready = (need: Need) =>
    need === "own-stop" && !OPEN_SUPPLIES.includes(request.supply.kind) && !request.supply.keepsExistingLine;
  return request.needs
    .filter((need) => isWhole(each) || OF_PIPE.includes(need))
    .filter((need) => !has(ANSWERS[need]) && !isOwnAlready(need))
    .map((need) => grave("need-unmet", need));
}

/** On steel the first part is the dielectric one: further on the two metals have met already. */
export function dielectricFindings({ plan, request, way, listed }: Case): readonly PlanFault[] {
  const { supply, needs } = request;
  const isSteel = supply.material === "galvanised" || /-steel$/.test(supply.end);
  const is = (sku: string) => listed(sku)?.functions.includes("dielectric") === true;
  const isPlanned = needs.includes("dielectric") && plan.parts.some(({ sku }) => is(sku));
  const [first] = way.elements;
  const isFork = supply.kind === "pipe" || supply.keepsExistingLine;
  return isSteel && isPlanned && !isFork && first !== undefined && !is(first.part.sku)
    ? [grave("dielectric-away", first.part.name)]
    : [];
}

/** What hung on the supply goes on being fed. */
export function keptFindings({ plan, request }: Case): readonly PlanFault[] {
  const { supply } = request;
  const isFed = plan.joints.some(({ between }) => between.includes("kept"));
  const isKept = supply.keepsExistingLine || supply.kind === "pipe";
  return isKept && !isFed ? [grave("kept-side-dry")] : [];
}

/** True where water that stops short meets neither an arrestor nor a capped pipe beside the way. */
const isUncushioned = ({ plan, request, way, listed }: Case): boolean =>
  !(request.present ?? []).includes("arrestor") &&
  plan.parts.every(
    (part) =>
      listed(part.sku)?.functions.includes("arrestor") !== true &&
      (part.kind !== "cap" || way.elements.some((each) => each.part === part)),
  );

/** What the shop's standards ask for is there, or the plan says that it gave way: a new line, an air chamber. */
export function standardFindings(each: Case): readonly PlanFault[] {
  const { plan, request, facts } = each;
  const { reuseLine, hammer } = completeStandards(request.houseRules);
  const isKept = request.line?.by === "kept" && request.phase !== "rough-in";
  const dropped = [
    ...(isKept && reuseLine === "never" ? (["reuseLine"] as const) : []),
    ...(hammer === "air-chamber" && facts.solenoid && isWhole(each) && isUncushioned(each)
      ? (["hammer"] as const)
      : []),
  ];
  return dropped.filter((key) => !plan.gaveWay?.includes(key)).map((key) => grave("standard-dropped", key));
}

/**
 * A judge of plans: walks a finished plan from the supply to the fixture with the facts of the job, and lists what a good plumber would not
 * build. It shares nothing with the search but types and tables.
 * Source: judging a plan (docs/data-sources.md, "Trade practice").
 */

import type { FixtureDemand, Outlet } from "../demand/index.ts";
import type { JointType } from "../joint/index.ts";
import type { Part, PartFunction } from "../part/index.ts";
import type { FixtureFacts, Need, Plan, PlanRequest } from "../plan/index.ts";
import { completeStandards } from "../standard/index.ts";
import { type Element, type Way, wayOf } from "./way.ts";

const PLAN_FAULT_CODES = [
  "no-stop",
  "line-before-stop",
  "stop-turned-round",
  "hidden-joint",
  "hidden-line",
  "outlet-too-small",
  "hot-to-cold-only",
  "not-a-hose",
  "hose-does-not-reach",
  "pipe-too-short",
  "need-unmet",
  "dielectric-away",
  "kept-side-dry",
  "below-rating",
  "bore-too-small",
  "starved",
  "not-lead-free",
  "metal-after-treatment",
  "does-not-reach-inlet",
  "standard-dropped",
] as const;
export type PlanFaultCode = (typeof PLAN_FAULT_CODES)[number];

/** What is wrong with a plan: the element it is about, and the figures. */
export interface PlanFault {
  readonly code: PlanFaultCode;
  /** Grave: the plan is not shown. */
  readonly isGrave: boolean;
  /** Name of the part, need or joint it is about; empty: the plan. */
  readonly about: string;
  readonly is?: number;
  readonly wanted?: number;
}

/** The tables the judge reads. */
export interface JudgeTables {
  readonly parts: readonly Part[];
  readonly fixtures: readonly FixtureFacts[];
  readonly demands: readonly FixtureDemand[];
  readonly outlets: readonly Outlet[];
}

interface Case {
  readonly plan: Plan;
  readonly request: PlanRequest;
  readonly way: Way;
  readonly facts: FixtureFacts;
  readonly demand: FixtureDemand;
  readonly listed: (sku: string) => Part | undefined;
  readonly outlet: Outlet | null;
}

/** Pipe comes out of the building, and no stop stands on it that stays. */
const OPEN_SUPPLIES: readonly string[] = ["pipe", "stub", "dead-stop"];
const FLEXIBLE: readonly string[] = ["line", "tube", "riser"];
/** Joints that may be closed in for good. */
const FOR_GOOD: readonly JointType[] = ["solder", "press", "crimp", "expansion", "solvent", "taper-thread"];
const METALS_AFTER_TREATMENT: readonly string[] = ["copper", "brass"];
/** Warmest a branch stands at, F, with the margin a part keeps to its rating. */
const STANDS_AT_F = { cold: 100, hot: 160 } as const;
const LEAST_SHARE_OF_BORE = 0.9;

const grave = (
  code: PlanFaultCode,
  about = "",
  figures: Pick<PlanFault, "is" | "wanted"> = {},
): PlanFault => ({
  code,
  isGrave: true,
  about,
  ...figures,
});

/** A valve on the way: by its kind, its function, or the pieces in it; a tee's own valve shuts its branch alone. */
function shuts({ part, out }: Element, listed: Case["listed"]): boolean {
  const does = listed(part.sku)?.functions.includes("shut-off") === true || part.shutsOff === true;
  const is = part.kind === "stop" || part.kind === "valve" || does;
  return is && (part.kind !== "tee" || out?.id === "c");
}

/** A rough-in of pipe in the wall: as long as asked, with the elbows that were asked for. */
const isPipedRoughIn = ({ request: { phase, lengthIn }, demand }: Case): boolean =>
  phase === "rough-in" && demand.isInWall && lengthIn.max > 0;

const isWhole = ({ request: { phase = "whole" } }: Case): boolean => phase !== "rough-in";

function stopFindings(each: Case): readonly PlanFault[] {
  const { request, way, demand, listed } = each;
  const { supply, needs, houseRules, access } = request;
  if (!OPEN_SUPPLIES.includes(supply.kind)) return [];
  const isExempt = demand.isStopExempt && access === "closed-wall";
  const hasValveBefore = supply.behindValve === "holds" && supply.kind !== "dead-stop";
  const isLeftOut =
    hasValveBefore && (!isWhole(each) || (houseRules.ownStop === "never" && !needs.includes("own-stop")));
  const at = way.elements.findIndex((element) => shuts(element, listed));
  if (at < 0) return isExempt || isLeftOut ? [] : [grave("no-stop")];
  const before = way.elements.slice(0, at);
  return before
    .filter(({ part }) => FLEXIBLE.includes(part.kind) || (demand.isInWall && part.kind === "pipe"))
    .map(({ part }) => grave("line-before-stop", part.name));
}

/** A stop is fed at its inlet, port a. */
const turnedStops = ({ way }: Case): readonly PlanFault[] =>
  way.elements
    .filter(({ part, into }) => part.kind === "stop" && into.id !== "a")
    .map(({ part }) => grave("stop-turned-round", part.name));

function wallFindings(each: Case): readonly PlanFault[] {
  const { request, way, demand, listed } = each;
  const { supply, access } = request;
  if (access !== "closed-wall") return [];
  const { concealedPushFit } = completeStandards(request.houseRules);
  const mayStay = (type: JointType) =>
    FOR_GOOD.includes(type) || (type === "push-fit" && concealedPushFit !== "refuse");
  const stop = way.elements.findIndex((element) => shuts(element, listed));
  const isCut = supply.kind === "pipe";
  // Hidden: up to the joint that holds the stop at the wall's face; a tee in a cut pipe is in the wall itself.
  const isInReach = !OPEN_SUPPLIES.includes(supply.kind);
  const hidden = demand.isInWall
    ? way.elements.slice(isInReach ? 1 : 0)
    : OPEN_SUPPLIES.includes(supply.kind)
      ? way.elements.slice(0, Math.max(stop, isCut ? 1 : 0))
      : [];
  const joints = hidden.map(({ joint }) => joint);
  const last = demand.isInWall && way.last !== null ? [way.last] : [];
  return [
    ...[...joints, ...last]
      .filter(({ type }) => !mayStay(type))
      .map(({ number }) => grave("hidden-joint", `joint ${number}`)),
    ...hidden
      .filter(({ part }) => FLEXIBLE.includes(part.kind))
      .map(({ part }) => grave("hidden-line", part.name)),
  ];
}

function waterFindings({ request, way, facts, demand, listed, outlet, plan }: Case): readonly PlanFault[] {
  const { supply } = request;
  const bore = supply.boreIn ?? outlet?.boreIn.high;
  const needed = facts.leastBoreIn;
  const parts = way.elements.map(({ part }) => part);
  const narrow = way.elements.filter(
    ({ part, into, out }) =>
      (FLEXIBLE.includes(part.kind) || ["pipe", "stop", "valve"].includes(part.kind)) &&
      Math.min(into.boreIn, out?.boreIn ?? into.boreIn) < LEAST_SHARE_OF_BORE * needed,
  );
  const weak = parts.flatMap((part) => {
    const found = listed(part.sku);
    if (found === undefined) return [];
    const { ratedPsi, ratedF, ratedHot } = found;
    const at = STANDS_AT_F[supply.water];
    const rated = at <= ratedF ? ratedPsi : ratedHot !== null && at <= ratedHot.f ? ratedHot.psi : 0;
    return rated < supply.staticPsi ? [{ part, rated }] : [];
  });
  const isHot = supply.water === "hot" && (request.hotF ?? 140) >= 140;
  return [
    ...(outlet !== null && bore !== undefined && bore < needed
      ? [grave("outlet-too-small", "", { is: bore, wanted: needed })]
      : []),
    ...(supply.water === "hot" && demand.waters === "cold" ? [grave("hot-to-cold-only")] : []),
    ...narrow.map(({ part }) => grave("bore-too-small", part.name, { wanted: needed })),
    ...(isHot || supply.water === "cold"
      ? weak.map(({ part, rated }) =>
          grave("below-rating", part.name, { is: rated, wanted: supply.staticPsi }),
        )
      : []),
    ...(request.phase !== "rough-in" &&
    plan.flow !== undefined &&
    plan.flow.residualPsi < facts.leastPsi - 0.05
      ? [grave("starved", "", { is: plan.flow.residualPsi, wanted: facts.leastPsi })]
      : []),
    ...(facts.drinking
      ? parts
          .filter(({ sku }) => listed(sku)?.leadFree === false)
          .map(({ name }) => grave("not-lead-free", name))
      : []),
    ...(supply.treated === undefined
      ? []
      : parts
          .filter(({ material }) => METALS_AFTER_TREATMENT.includes(material))
          .map(({ name }) => grave("metal-after-treatment", name))),
  ];
}

function lineFindings(each: Case): readonly PlanFault[] {
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
function needFindings(each: Case): readonly PlanFault[] {
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
function dielectricFindings({ plan, request, way, listed }: Case): readonly PlanFault[] {
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
function keptFindings({ plan, request }: Case): readonly PlanFault[] {
  const { supply } = request;
  const isFed = plan.joints.some(({ between }) => between.includes("kept"));
  const isKept = supply.keepsExistingLine || supply.kind === "pipe";
  return isKept && !isFed ? [grave("kept-side-dry")] : [];
}

/** A line past the shop's standard is kept only with a word. */
function standardFindings({ plan, request }: Case): readonly PlanFault[] {
  const { reuseLine } = completeStandards(request.houseRules);
  const isKept = request.line?.by === "kept" && request.phase !== "rough-in";
  return isKept && reuseLine === "never" && plan.gaveWay?.includes("reuseLine") !== true
    ? [grave("standard-dropped", "reuseLine")]
    : [];
}

/**
 * Returns what is wrong with a plan, in the order water meets it; empty: nothing. Units: inches, psi gauge.
 * Errors: none; a fixture the tables do not hold gives no finding.
 */
export function judgePlan(plan: Plan, request: PlanRequest, tables: JudgeTables): readonly PlanFault[] {
  const { fixture } = request.inlet;
  const facts = tables.fixtures.find((each) => each.fixture === fixture);
  const demand = tables.demands.find((each) => each.fixture === fixture);
  if (facts === undefined || demand === undefined) return [];
  const { end, kind } = request.supply;
  const each: Case = {
    plan,
    request,
    way: wayOf(plan),
    facts,
    demand,
    listed: (sku) => tables.parts.find((part) => part.sku === sku),
    outlet: tables.outlets.find((outlet) => outlet.end === end && outlet.kinds.includes(kind)) ?? null,
  };
  return [
    ...stopFindings(each),
    ...turnedStops(each),
    ...wallFindings(each),
    ...waterFindings(each),
    ...lineFindings(each),
    ...needFindings(each),
    ...dielectricFindings(each),
    ...keptFindings(each),
    ...standardFindings(each),
  ];
}

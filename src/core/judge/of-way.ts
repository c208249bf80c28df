/** What is wrong along the way from the supply to the inlet: stops, walls, water. */
import type { JointType } from "../joint/index.ts";
import { completeStandards } from "../standard/index.ts";
import { type Case, FLEXIBLE, grave, isWhole, OPEN_SUPPLIES, type PlanFault } from "./case.ts";
import type { Element } from "./way.ts";

/** Joints that may be closed in for good. */
const FOR_GOOD: readonly JointType[] = ["solder", "press", "crimp", "expansion", "solvent", "taper-thread"];
const METALS_AFTER_TREATMENT: readonly string[] = ["copper", "brass"];
/** Warmest a branch stands at, F, with the margin a part keeps to its rating. */
const STANDS_AT_F = { cold: 100, hot: 160 } as const;
const LEAST_SHARE_OF_BORE = 0.9;

/** A valve on the way: by its kind, its function, or the pieces in it; a tee's own valve shuts its branch alone. */
function shuts({ part, out }: Element, listed: Case["listed"]): boolean {
  const does = listed(part.sku)?.functions.includes("shut-off") === true || part.shutsOff === true;
  const is = part.kind === "stop" || part.kind === "valve" || does;
  return is && (part.kind !== "tee" || out?.id === "c");
}

/** A stop in reach, before anything flexible. */
export function stopFindings(each: Case): readonly PlanFault[] {
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
export const turnedStops = ({ way }: Case): readonly PlanFault[] =>
  way.elements
    .filter(({ part, into }) => part.kind === "stop" && into.id !== "a")
    .map(({ part }) => grave("stop-turned-round", part.name));

/** What a closed wall hides is made for good. */
export function wallFindings(each: Case): readonly PlanFault[] {
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

/** The right water, enough of it, through what stands it. */
export function waterFindings({
  request,
  way,
  facts,
  demand,
  listed,
  outlet,
  plan,
}: Case): readonly PlanFault[] {
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

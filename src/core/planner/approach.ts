/** The ways a job can be taken up: at the supply, at the far end of the kept line, or with that line renewed. */

import type { FixtureDemand } from "../demand/index.ts";
import { type EndCode, matingEnd } from "../end/index.ts";
import type { JointType } from "../joint/index.ts";
import { LENGTH_KINDS, type Part, type PartFunction, type PartKind } from "../part/index.ts";
import type { Fixture, PlanRequest, SupplyKind } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { ExistingBranch, SearchTask } from "./search-task.ts";

export const APPROACH_CODES = ["at-supply", "at-far-end", "line-renewed", "line-stays", "capped"] as const;
export type ApproachCode = (typeof APPROACH_CODES)[number];

export interface Approach {
  readonly code: ApproachCode;
  readonly from: EndCode;
  readonly to: EndCode;
  readonly kept: ExistingBranch | null;
  readonly takesLine: boolean;
  /** What may run from the supply to the inlet, where the job says so itself; absent: what is usual for the fixture. */
  readonly lengthKinds?: readonly PartKind[];
  /** The line that stays for this fixture: the only length of the way. */
  readonly keptLine?: Part;
  /** What the branch ends in, where it does not reach a fixture yet. */
  readonly cap?: Part;
}

/** Supplies that have no stop yet, or none that works: the plan brings one. */
const NEEDS_STOP: readonly SupplyKind[] = ["pipe", "stub", "dead-stop"];
/** A stop that was replaced nearly always fed a line with this nut. */
export const USUAL_LINE_NUT: EndCode = "comp-3/8-f";
/** Fixtures fed by a tee at the tank unless somebody says otherwise: their hose is made to reach just there. */
const AT_THE_TANK: readonly Fixture[] = ["bidet-seat", "bidet-sprayer"];
/** Joints that may be closed in for good: nothing in them works loose and no rubber ages. */
const CLOSED_IN: readonly JointType[] = ["solder", "press", "crimp", "expansion", "solvent", "taper-thread"];

/** Returns the code of the end that is screwed on a threaded end; null where the table has none. */
export function mateOf({ ends }: PlannerIndex, code: EndCode): EndCode | null {
  const end = ends.get(code);
  return end === undefined ? null : (matingEnd(end, ends)?.code ?? null);
}

/** Returns true for a supply that starts at pipe: what joins it is a joint to the pipe. */
export function startsAtPipe(index: PlannerIndex, request: PlanRequest): boolean {
  return index.ends.get(request.supply.end)?.family === "pipe";
}

/** Returns what hangs on the supply and goes on being fed; null: nothing, or its nut is not known. */
export function keptAtSupply(index: PlannerIndex, { supply }: PlanRequest): ExistingBranch | null {
  if (supply.kind === "pipe") return { end: supply.end, isThroughPipe: true, fork: "before-line" };
  if (!supply.keepsExistingLine) return null;
  const nut = supply.kind === "dead-stop" ? USUAL_LINE_NUT : mateOf(index, supply.end);
  return nut === null ? null : { end: nut, isThroughPipe: false, fork: "before-line" };
}

/** True where a fixture stands so close to its open pipe that hard pipe runs to it. */
export const isCloseToPipe = (
  { supply, lengthIn }: PlanRequest,
  { hardPipeWithinIn }: FixtureDemand,
): boolean => hardPipeWithinIn !== null && isOpenPipe(supply.kind) && lengthIn.max <= hardPipeWithinIn;

/** True for a supply of galvanized steel: it is eaten where another metal meets it. */
export const isSteel = ({ ends }: PlannerIndex, { supply }: Pick<PlanRequest, "supply">): boolean =>
  supply.material === "galvanised" || ends.get(supply.end)?.material === "steel";

/** Supplies where pipe or tube comes open out of the building: a branch begins there with a joint to it. */
export const isOpenPipe = (kind: SupplyKind) => kind === "pipe" || kind === "stub" || kind === "dead-stop";

/** Ways where the job says who brings the line; null: a new line, or nothing said. */
function waysOfFoundLine(
  index: PlannerIndex,
  request: PlanRequest,
  keptLine: Part | null,
): readonly Approach[] | null {
  const { supply, inlet, line, lengthIn } = request;
  const kept = keptAtSupply(index, request);
  const direct = { code: "at-supply", from: supply.end, to: inlet.end, kept, takesLine: false } as const;
  switch (line?.by) {
    case "kept":
      return keptLine === null ? [] : [{ ...direct, code: "line-stays", takesLine: true, keptLine }];
    case "fixture-hose":
    case "fixture-tail":
      return [{ ...direct, to: line.end ?? inlet.end }];
    case "none": {
      const piped: Approach = { ...direct, takesLine: true, lengthKinds: ["pipe"] };
      if (lengthIn.min === 0) return [direct];
      return isOpenPipe(supply.kind) ? [piped] : [direct, piped];
    }
    default:
      return null;
  }
}

/** Returns every way to take the job up. Empty where the present line's nut is not known. */
export function approachesOf(
  index: PlannerIndex,
  request: PlanRequest,
  hasOwnHose: boolean,
  keptLine: Part | null = null,
): readonly Approach[] {
  const { supply, inlet } = request;
  const found = waysOfFoundLine(index, request, keptLine);
  if (found !== null) return found;
  const takesLine = !hasOwnHose;
  const farEnd = supply.keptLine?.inlet ?? null;
  const farNut = farEnd === null ? null : mateOf(index, farEnd);
  if (supply.kind === "faucet-riser") {
    const nut = mateOf(index, supply.end);
    const existing: ExistingBranch = { end: supply.end, isThroughPipe: false, fork: "before-line" };
    return nut === null ? [] : [{ code: "at-far-end", from: nut, to: inlet.end, kept: existing, takesLine }];
  }
  if (farEnd !== null && !supply.keepsExistingLine && supply.kind !== "pipe") {
    const existing: ExistingBranch = { end: inlet.end, isThroughPipe: false, fork: "after-line" };
    return [{ code: "line-renewed", from: supply.end, to: farEnd, kept: existing, takesLine: true }];
  }
  const existing = keptAtSupply(index, request);
  const atSupply: readonly Approach[] =
    existing === null && supply.keepsExistingLine
      ? []
      : [{ code: "at-supply", from: supply.end, to: inlet.end, kept: existing, takesLine }];
  if (farEnd === null || farNut === null || supply.kind === "pipe" || supply.kind === "dead-stop")
    return atSupply;
  const atFarEnd: ExistingBranch = { end: farEnd, isThroughPipe: false, fork: "before-line" };
  const farther: Approach = { code: "at-far-end", from: farNut, to: inlet.end, kept: atFarEnd, takesLine };
  const teeAt = supply.teeAt ?? (AT_THE_TANK.includes(inlet.fixture) ? "far-end" : null);
  if (teeAt === "far-end") return [farther];
  return teeAt === "supply" ? atSupply : [...atSupply, farther];
}

/** True where a valve before the open pipe shuts the water. */
export function isBehindValve({ supply }: Pick<PlanRequest, "supply">): boolean {
  return supply.behindValve === "holds" && (supply.kind === "pipe" || supply.kind === "stub");
}

/** True where the job itself leaves a stop of its own out: a valve before it holds, and the job says that no stop is wanted, or leaves it to the finish. */
export function leavesStopOut({ supply, needs, houseRules, phase }: PlanRequest): boolean {
  const isLeft = phase === "rough-in" || (houseRules.ownStop === "never" && !needs.includes("own-stop"));
  return isBehindValve({ supply }) && isLeft;
}

/** True where the branch and its fixture lie in a closed wall, from the pipe to the fixture's body. */
export const isWholeInWall = ({ access }: PlanRequest, { isInWall }: FixtureDemand): boolean =>
  access === "closed-wall" && isInWall;

/** Hoses and small tube; PEX pipe counts as pipe. */
const FLEXIBLE_KINDS: readonly PartKind[] = LENGTH_KINDS.filter((kind) => kind !== "pipe");

/** Returns what comes only after a shut-off: what is flexible, and the pipe to what lies in the wall, whose valve is where it is warm and in reach. */
export const kindsAfterStop = ({ isInWall }: FixtureDemand): readonly PartKind[] =>
  isInWall ? LENGTH_KINDS : FLEXIBLE_KINDS;

/** Returns a stop the plan must bring: codes ask for one at each fixture, accessible, but at a tub's or shower's body in the wall. */
export function stopNeeded(request: PlanRequest, demand: FixtureDemand): readonly PartFunction[] {
  const isExempt = isWholeInWall(request, demand) && demand.isStopExempt;
  return NEEDS_STOP.includes(request.supply.kind) && !leavesStopOut(request) && !isExempt ? ["shut-off"] : [];
}

/** Returns which joints may be closed in behind the wall, by the standard; null where nothing is. */
export function hiddenRule(
  request: PlanRequest,
  rules: Standards,
  demand: FixtureDemand,
): SearchTask["hidden"] {
  const isHidden = NEEDS_STOP.includes(request.supply.kind) || isWholeInWall(request, demand);
  if (request.access === "open" || !isHidden) return null;
  return (type) => CLOSED_IN.includes(type) || (type === "push-fit" && rules.concealedPushFit !== "refuse");
}

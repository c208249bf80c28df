/** What one job asks of the search: the needs of each way it can be taken up, what may run there, what every plan takes besides. */

import { demandOf, type FixtureDemand } from "../demand/index.ts";
import { type End, type EndTable, isFactoryHose } from "../end/index.ts";
import { LENGTH_KINDS, type Part, type PartFunction, type PartKind } from "../part/index.ts";
import type { FixtureFacts, PlanRequest } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import { type Approach, isCloseToPipe, leavesStopOut, stopNeeded } from "./approach.ts";
import { BORE_SHARE, wantsArrestor } from "./part-filter.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { lengthServes } from "./search-label.ts";
import type { SearchTask } from "./search-task.ts";

/** End a hose outlet shows. */
export const HOSE_OUTLET = "hose-3/4-m";

/** True where the job or the standards ask for a stop that shuts this fixture alone. */
export function wantsOwnStop({ needs, inlet, supply }: PlanRequest, { ownStop }: Standards): boolean {
  // A sprayer's breaker stands at most twelve hours under pressure: the valve before it is shut after each use.
  const isShutAfterUse = inlet.fixture === "bidet-sprayer" && needs.includes("backflow");
  return (
    needs.includes("own-stop") ||
    isShutAfterUse ||
    ownStop === "always" ||
    (ownStop === "when-shared" && supply.keepsExistingLine)
  );
}

/** Room a straight line takes before an inlet, inches: its cuff, then its bend. */
const roomOf = ({ cuffIn, minBendRadiusIn }: Part) => (cuffIn ?? 0) + (minBendRadiusIn ?? 0);

/** True where the room before the inlet is too small for every line that would serve. */
export function lacksRoom(
  { tables }: PlannerIndex,
  { clearanceIn, lengthIn }: PlanRequest,
  { leastBoreIn }: FixtureFacts,
): boolean {
  if (clearanceIn === undefined) return false;
  const lines = tables.parts.filter(
    (part) =>
      part.kind === "line" &&
      part.minBendRadiusIn !== null &&
      lengthServes(part, lengthIn) &&
      part.ports.every(({ boreIn }) => boreIn >= BORE_SHARE * leastBoreIn),
  );
  return lines.length > 0 && lines.every((part) => roomOf(part) > clearanceIn);
}

/** True where backflow is answered on the outlet, behind the last valve. */
const isAnsweredOnOutlet = ({ needs }: PlanRequest, { hasHoseOutlet }: FixtureFacts) =>
  hasHoseOutlet && needs.includes("backflow");

/** Returns the breaker that goes on the fixture's hose outlet; null where none is asked for, or none is listed. */
export function outletBreaker(index: PlannerIndex, request: PlanRequest, facts: FixtureFacts): Part | null {
  if (!isAnsweredOnOutlet(request, facts)) return null;
  const [cheapest = null] = index.tables.parts
    .filter(
      ({ backflow, ports }) =>
        backflow?.isLast &&
        (backflow.hazard === "high" || facts.hazard === "low") &&
        ports[0] !== undefined &&
        index.meet(HOSE_OUTLET, ports[0]) !== null,
    )
    .sort((a, b) => a.priceCents - b.priceCents);
  return cheapest;
}

/** Returns what every way must do: what is asked for, the stop where there is none, the arrestor where the shop has set that rule itself. */
export function needsOf(
  index: PlannerIndex,
  request: PlanRequest,
  facts: FixtureFacts,
  rules: Standards,
): readonly PartFunction[] {
  const stop = stopNeeded(request, demandOf(index.tables.demands, request.inlet.fixture));
  // What a rough-in leaves to the finish is not asked of it.
  if (request.phase === "rough-in") return [...stop, ...request.needs.filter((need) => need !== "own-stop")];
  const onOutlet = isAnsweredOnOutlet(request, facts);
  return [
    ...new Set<PartFunction>([
      ...stop,
      ...request.needs.filter((need) => need !== "own-stop" && !(onOutlet && need === "backflow")),
      ...(wantsArrestor(request, facts) ? ["arrestor" as const] : []),
      ...(wantsOwnStop(request, rules) ? ["own-stop" as const] : []),
      ...(lacksRoom(index, request, facts) ? ["elbow" as const] : []),
    ]),
  ];
}

/** Returns the needs of one way: a fixture that shares its supply with nothing has a stop of its own already. */
export function needsOfWay(needs: readonly PartFunction[], { kept }: Approach): readonly PartFunction[] {
  return kept === null || kept.isThroughPipe ? needs.filter((need) => need !== "own-stop") : needs;
}

/** Returns which parts may be the length of a way: what runs to this fixture, or what the job says. */
export function lengthAdmission(
  { keptLine, lengthKinds }: Approach,
  request: PlanRequest,
  facts: FixtureFacts,
  demand: FixtureDemand,
): (part: Part) => boolean {
  const usual: readonly PartKind[] = isCloseToPipe(request, demand)
    ? [...facts.lengthKinds, "pipe"]
    : facts.lengthKinds;
  const kinds = lengthKinds ?? (request.lineKind === undefined ? usual : [...usual, request.lineKind]);
  return (part) =>
    !LENGTH_KINDS.includes(part.kind) ||
    (keptLine === undefined ? kinds.some((kind) => kind === part.kind) : part === keptLine);
}

/** Returns the length of a way: any for a line that is there, none where nothing runs. */
export function lengthOfWay(
  { keptLine, takesLine }: Approach,
  { lengthIn }: PlanRequest,
): SearchTask["lengthIn"] {
  if (!takesLine) return null;
  return keptLine === undefined ? lengthIn : { min: 0, max: keptLine.lengthIn ?? lengthIn.max };
}

/** Returns what a part may be taken for though nobody needs it. */
export function optionalOf(request: PlanRequest): readonly PartFunction[] {
  return leavesStopOut(request) ? ["shut-off"] : [];
}

/** True where what runs to the fixture comes with it. */
export function hasOwnHose(inletEnd: End | undefined): boolean {
  return inletEnd !== undefined && isFactoryHose(inletEnd);
}

/** Every end a request names. */
function endsNamed({ supply, inlet, line }: PlanRequest): readonly string[] {
  return [
    supply.end,
    inlet.end,
    ...(supply.keptLine ? [supply.keptLine.inlet] : []),
    ...(line?.end === undefined ? [] : [line.end]),
  ];
}

/** Returns the ends of a request that no table holds. */
export function unknownEnds(ends: EndTable, request: PlanRequest): readonly string[] {
  return endsNamed(request).filter((code) => !ends.has(code));
}

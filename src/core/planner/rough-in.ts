/** A branch that is made as far as its stop and capped: rough-in, or a fixture taken out. */
import type { FixtureDemand } from "../demand/index.ts";
import type { JointType } from "../joint/index.ts";
import type { Part } from "../part/index.ts";
import type { Need, PlanRequest } from "../plan/index.ts";
import type { Approach } from "./approach.ts";
import { EMPTY_BILL } from "./bill.ts";
import type { Candidate, SearchSetup } from "./candidate.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { Chain, ExistingBranch, SearchTask } from "./search-task.ts";
import { billOf } from "./swap.ts";

/** Length no line is looked for by: the branch ends before any. */
const ANY_LENGTH = { min: 0, max: 1200 } as const;
/** Needs that pipe answers: a rough-in of pipe brings them. */
const OF_PIPE: readonly Need[] = ["elbow", "dielectric"];

/** True for a rough-in of pipe as far as the fixture: in the wall, or where the job takes hard pipe. Others end behind their stop. */
export function isPiped({ phase, line, lengthIn }: PlanRequest, { isInWall }: FixtureDemand): boolean {
  return phase === "rough-in" && (isInWall || line?.by === "none") && lengthIn.max > 0;
}

/** Returns the whole job a rough-in is the first part of: what the finish adds is not asked of it. */
export function wholeOf(request: PlanRequest, demand: FixtureDemand): PlanRequest {
  const { inletLooks: _, clearanceIn: __, line: ___, lineKind: ____, ...rest } = request;
  return isPiped(request, demand)
    ? { ...rest, needs: rest.needs.filter((need) => OF_PIPE.includes(need)) }
    : { ...rest, needs: [], lengthIn: ANY_LENGTH };
}

/** Returns the ways of a rough-in of pipe: from the supply to each cap that goes on such pipe, the cheapest first. */
export function pipedApproaches(
  { ends, tables, meet }: PlannerIndex,
  { supply }: PlanRequest,
  kept: ExistingBranch | null,
): readonly Approach[] {
  const pipes = tables.parts
    .filter(({ kind }) => kind === "pipe")
    .flatMap(({ ports: [end] }) => end?.end ?? []);
  // Pipe goes on as it comes out of the building.
  const same = pipes.filter((end) => end === supply.end);
  const wanted = ends.get(supply.end)?.family === "pipe" ? same : pipes;
  return tables.parts
    .filter(({ kind }) => kind === "cap")
    .sort((one, other) => one.priceCents - other.priceCents)
    .flatMap((cap): readonly Approach[] => {
      const to = cap.ports[0]?.end;
      return to !== undefined && wanted.some((end) => meet(end, to) !== null)
        ? [{ code: "capped", from: supply.end, to, kept, takesLine: true, lengthKinds: ["pipe"], cap }]
        : [];
    });
}

/** A cap and the piece its joint takes besides: a ring, a stiffener; null: none. */
interface CapWithPiece {
  readonly cap: Part;
  readonly piece: Part | null;
}

const priceOf = ({ cap, piece }: CapWithPiece) => cap.priceCents + (piece?.priceCents ?? 0);

/** Returns the cheapest cap that goes on an end, its piece counted; null where none is listed. */
export function capFor(
  index: PlannerIndex,
  end: string,
  admits: (part: Part) => boolean,
  mayBe: (type: JointType) => boolean,
): CapWithPiece | null {
  const fitting = index.tables.parts.flatMap((cap): readonly CapWithPiece[] => {
    const [port] = cap.ports;
    if (cap.kind !== "cap" || port === undefined || !admits(cap)) return [];
    const meeting = index.meet(end, port);
    if (meeting === null || !mayBe(meeting.mating.type)) return [];
    if (meeting.pieces === null) return [{ cap, piece: null }];
    return meeting.pieces.filter(admits).map((piece) => ({ cap, piece }));
  });
  const [cheapest = null] = fitting.sort((one, other) => priceOf(one) - priceOf(other));
  return cheapest;
}

/** A way on which nothing is built before the cap. */
const NOTHING_BUILT: Chain = { links: [], lastPiece: null, bill: EMPTY_BILL, faults: 0 };

/** Returns the ways on which a stop stands already: they are capped where they begin, so no line has to be looked for. */
export function waysWithStop(
  { approaches, taskFor }: SearchSetup,
  admits: SearchTask["admits"],
): readonly Candidate[] {
  return approaches
    .filter((approach) => taskFor(approach, admits).needs.length === 0 && approach.kept === null)
    .map((approach) => ({ approach, chain: NOTHING_BUILT }));
}

/** How a chain may end for a cap: behind its stop, else behind the pipe that comes next. Nothing where the supply has its stop. */
function upToStop({ links }: Chain): readonly Chain["links"][] {
  const shut = links.findIndex(({ passage }) => passage.part.functions.includes("shut-off"));
  // What hung on the supply goes on being fed: the branch is capped behind its tee at the soonest.
  const stop = Math.max(
    shut,
    links.findIndex(({ branch }) => branch !== null),
  );
  const ends = [links.slice(0, stop + 1)];
  return links[stop + 1]?.passage.part.kind === "pipe" ? [...ends, links.slice(0, stop + 2)] : ends;
}

/** Returns a way cut off behind its stop and capped; null where no cap is listed for what is open there. */
export function capped(
  index: PlannerIndex,
  { approach, chain }: Candidate,
  taskFor: SearchSetup["taskFor"],
  admits: SearchTask["admits"],
): Candidate | null {
  for (const links of upToStop(chain)) {
    const open = links.at(-1)?.passage.out.end ?? approach.from;
    const { hidden, isAllHidden = false } = taskFor(approach, admits);
    const isSeen = hidden === null || (!isAllHidden && links.length > 0);
    const found = capFor(index, open, admits, (type) => isSeen || hidden(type));
    const to = found?.cap.ports[0]?.end;
    if (found === null || to === undefined) continue;
    const { cap, piece } = found;
    const ending = { ...approach, code: "capped", to, takesLine: false, cap } as const;
    const task = taskFor(ending, admits);
    const faults = links.reduce((sum, { passage }) => sum + task.faultsOf(passage.part), 0);
    return { approach: ending, chain: { links, lastPiece: piece, bill: billOf(links, piece, task), faults } };
  }
  return null;
}

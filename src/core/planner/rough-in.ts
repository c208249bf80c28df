/** A branch that is made as far as its stop and capped: rough-in, or a fixture taken out. */
import type { Part } from "../part/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import type { Candidate, SearchSetup } from "./candidate.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { Chain, SearchTask } from "./search-task.ts";
import { billOf } from "./swap.ts";

/** Length no line is looked for by: the branch ends before any. */
const ANY_LENGTH = { min: 0, max: 1200 } as const;

/** Returns the whole job a rough-in is the first part of: what the finish adds is not asked of it. */
export function wholeOf(request: PlanRequest): PlanRequest {
  const { inletLooks: _, clearanceIn: __, line: ___, ...rest } = request;
  return { ...rest, needs: [], lengthIn: ANY_LENGTH };
}

/** The cheapest cap that goes on an end; null where none is listed. */
function capFor(index: PlannerIndex, end: string, admits: (part: Part) => boolean): Part | null {
  const [cheapest = null] = index.tables.parts
    .filter(
      (part) =>
        part.kind === "cap" &&
        admits(part) &&
        part.ports[0] !== undefined &&
        index.meet(end, part.ports[0]) !== null,
    )
    .sort((a, b) => a.priceCents - b.priceCents);
  return cheapest;
}

/** The links of a chain up to its stop; none where the supply has one. */
function upToStop({ links }: Chain): Chain["links"] {
  const stop = links.findIndex(({ passage }) => passage.part.functions.includes("shut-off"));
  return links.slice(0, stop + 1);
}

/** Returns a way cut off behind its stop and capped; null where no cap is listed for what is open there. */
export function capped(
  index: PlannerIndex,
  { approach, chain }: Candidate,
  taskFor: SearchSetup["taskFor"],
  admits: SearchTask["admits"],
): Candidate | null {
  const links = upToStop(chain);
  const open = links.at(-1)?.passage.out.end ?? approach.from;
  const cap = capFor(index, open, admits);
  const capEnd = cap?.ports[0]?.end;
  if (cap === null || capEnd === undefined) return null;
  const ending = { ...approach, code: "capped", to: capEnd, takesLine: false, cap } as const;
  const task = taskFor(ending, admits);
  return {
    approach: ending,
    chain: {
      links,
      lastPiece: null,
      bill: billOf(links, null, task),
      faults: links.reduce((sum, { passage }) => sum + task.faultsOf(passage.part), 0),
    },
  };
}

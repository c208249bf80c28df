/** What stands before any new part: the pipe before the supply, the rise, the stop that is there, each with what it takes. */
import { likelyReach, pipeBefore } from "../branch/index.ts";
import type { FixtureFacts, PlanRequest } from "../plan/index.ts";
import { elevationPsi, lossPsi, type Reach } from "../water/index.ts";
import { WATER_F } from "./branch.ts";
import { outletReach } from "./outlet-reach.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { outletBore } from "./supply-fault.ts";

/** One thing that stands there, and what it takes at the fixture's usual flow, psi. */
export type StandingElement = { readonly psi: number } & (
  | { readonly kind: "pipe"; readonly lengthFt: number; readonly boreIn: number }
  | { readonly kind: "rise"; readonly riseFt: number }
  | {
      readonly kind: "stop";
      /** As measured, else as such stops have. */
      readonly boreIn: { readonly low: number; readonly high: number };
      readonly isTooSmall: boolean;
    }
);

/** The way as it stands, before anything is bought. */
export interface StandingWay {
  readonly staticPsi: number;
  readonly isStaticAssumed: boolean;
  readonly flowGpm: number;
  readonly leastPsi: number;
  readonly leastBoreIn: number;
  /** Left behind what stands there, at the usual flow: below 0 where that flow cannot be had. */
  readonly leftPsi: number;
  readonly elements: readonly StandingElement[];
}

type StandingJob = Pick<PlanRequest, "supply">;

/** Returns what stands before the plan's parts, from the street on. Units: psi, ft, inches. */
export function elementsBefore(
  index: PlannerIndex,
  job: StandingJob,
  { flowGpm, leastBoreIn }: Pick<FixtureFacts, "flowGpm" | "leastBoreIn">,
): readonly StandingElement[] {
  const { upstream, water } = job.supply;
  const takes = (reaches: readonly Reach[]) => lossPsi(reaches, flowGpm, WATER_F[water]);
  const pipe: readonly StandingElement[] =
    upstream === undefined
      ? []
      : [
          {
            kind: "pipe",
            lengthFt: upstream.lengthFt,
            boreIn: upstream.idIn,
            psi: takes([likelyReach(pipeBefore(index.tables, upstream))]),
          },
          { kind: "rise", riseFt: upstream.riseFt, psi: elevationPsi(upstream.riseFt, WATER_F[water]) },
        ];
  const bore = outletBore(index, job);
  return bore === null
    ? pipe
    : [
        ...pipe,
        {
          kind: "stop",
          boreIn: { low: bore.low, high: bore.high },
          isTooSmall: bore.high < leastBoreIn,
          psi: takes(outletReach(index, job)),
        },
      ];
}

/** Returns the way as it stands, for a job that has no plan. Errors: RangeError for a fixture the table does not hold. */
export function standingWay(index: PlannerIndex, request: PlanRequest): StandingWay {
  const { supply, inlet } = request;
  const facts = index.tables.fixtures.find(({ fixture }) => fixture === inlet.fixture);
  if (facts === undefined) throw new RangeError(`no fixture ${inlet.fixture} in the table of fixtures`);
  const elements = elementsBefore(index, request, facts);
  return {
    staticPsi: supply.staticPsi,
    isStaticAssumed: supply.isStaticAssumed === true,
    flowGpm: facts.flowGpm,
    leastPsi: facts.leastPsi,
    leastBoreIn: facts.leastBoreIn,
    leftPsi: supply.staticPsi - elements.reduce((sum, { psi }) => sum + psi, 0),
    elements,
  };
}

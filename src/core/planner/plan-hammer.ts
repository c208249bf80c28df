/** The bang of a plan, for its words: at the likely corner only, with few reaches. */
import { hammerBranchOf, weakestRating } from "../branch/index.ts";
import { flowingPsi, type HammerBranch, hammerAt, USUAL_SURGE_LIMIT_PSI } from "../hammer/index.ts";
import { runToEnd } from "../numerics/index.ts";
import type { FixtureFacts, Plan, PlanRequest } from "../plan/index.ts";
import { plannedBranch } from "./branch.ts";
import type { PlannerIndex } from "./planner-index.ts";

const rounded = (psi: number) => Math.round(psi);

/** Bangs already computed for one request: plans with the same line bang alike. */
export type KnownBangs = Map<string, number | null>;

function highestOf(branch: HammerBranch, known: KnownBangs): number | null {
  const key = JSON.stringify(branch);
  const before = known.get(key);
  if (before !== undefined) return before;
  const highest = flowingPsi(branch) > 0 ? rounded(runToEnd(hammerAt(branch)).highestPsi) : null;
  known.set(key, highest);
  return highest;
}

/** Returns the bang at a fixture whose valve shuts fast, as it is planned and without the plan's arrestor; null for any other. */
export function planHammer(
  { tables }: PlannerIndex,
  request: PlanRequest,
  facts: FixtureFacts,
  plan: Pick<Plan, "parts" | "joints">,
  known: KnownBangs,
): NonNullable<Plan["hammer"]> | null {
  const valve = tables.inletValves.find(({ fixture }) => fixture === facts.fixture);
  if (!facts.solenoid || valve === undefined) return null;
  const branch = plannedBranch(tables, request, plan);
  const { closureMs } = valve;
  const asks = { flowGpm: facts.flowGpm, closureMs };
  const highest = (withDevice: boolean) => highestOf(hammerBranchOf(tables, branch, asks, withDevice), known);
  return {
    closureMs: closureMs.likely,
    highestPsi: highest(true),
    barePsi: branch.arrestorAt === null ? null : highest(false),
    ratedPsi: weakestRating(branch) ?? USUAL_SURGE_LIMIT_PSI,
    isUpstreamAssumed: branch.isBeforeAssumed,
  };
}

/** Returns the bang in words, for the end of a sentence of advice; empty where nothing could be computed. */
export function hammerInWords({
  highestPsi,
  ratedPsi,
  closureMs,
  isUpstreamAssumed,
}: NonNullable<Plan["hammer"]>): string {
  if (highestPsi === null) return "";
  const before = isUpstreamAssumed ? ", on 30 ft of 1/2 in copper, which nobody has looked at" : "";
  return `about ${highestPsi} psi when it shuts in ${closureMs} ms${before}; the weakest part is rated for ${ratedPsi} psi`;
}

/** The bang of a plan, for its words: without an arrestor and with one, and between what on usual pipe. */
import { type Branch, hammerBranchOf, type UpstreamPipe } from "../branch/index.ts";
import { flowingPsi, type HammerBranch, hammerAt } from "../hammer/index.ts";
import { runToEnd } from "../numerics/index.ts";
import type { FixtureFacts, Plan, PlanRequest } from "../plan/index.ts";
import { plannedBranch } from "./branch.ts";
import type { PlannerIndex } from "./planner-index.ts";

/**
 * Usual pipes at their softest and hardest: a short run of plastic, a long run of copper. Water in a half-inch bore runs fastest of the
 * usual ones; a wave is slowest in PEX and fastest in copper (data/wave-speeds.csv), and a long run hands back its relief too late.
 */
const USUAL_EXTREMES: readonly UpstreamPipe[] = [
  { lengthFt: 15, idIn: 0.485, riseFt: 0, material: "pex" },
  { lengthFt: 60, idIn: 0.545, riseFt: 0, material: "copper" },
];
/** Pressure in usual houses, psi, where nobody measured it. */
const USUAL_STATIC_PSI = [40, 80] as const;

type PlanBang = NonNullable<Plan["bang"]>;
type Corner = Parameters<typeof hammerAt>[1];

/** Bangs already computed for one request: plans with the same line bang alike. */
export type KnownBangs = Map<string, number | null>;

function highestOf(branch: HammerBranch, known: KnownBangs, corner: Corner): number | null {
  const key = JSON.stringify([branch, corner]);
  const before = known.get(key);
  if (before !== undefined) return before;
  const highest = flowingPsi(branch) > 0 ? Math.round(runToEnd(hammerAt(branch, corner)).highestPsi) : null;
  known.set(key, highest);
  return highest;
}

/** The job with what nobody measured at one end of what is usual. */
function atExtreme(request: PlanRequest, at: 0 | 1): PlanRequest {
  const { supply } = request;
  const usual = USUAL_EXTREMES[at];
  const pipe = supply.upstream === undefined && usual !== undefined ? { upstream: usual } : {};
  const staticPsi = supply.isStaticAssumed ? USUAL_STATIC_PSI[at] : supply.staticPsi;
  return { ...request, supply: { ...supply, ...pipe, staticPsi } };
}

/**
 * Returns the bang at a fixture whose valve shuts fast, as it is planned, psi gauge; null for any other, and where that flow cannot be
 * had. On pipe that is known the range is that of the wave speed and of the time of closing; else that of usual pipe.
 */
export function planBang(
  { tables }: PlannerIndex,
  request: PlanRequest,
  facts: FixtureFacts,
  plan: Pick<Plan, "parts" | "joints">,
  known: KnownBangs,
): PlanBang | null {
  const valve = tables.inletValves.find(({ fixture }) => fixture === facts.fixture);
  if (!facts.solenoid || valve === undefined) return null;
  const { closureMs } = valve;
  const asks = { flowGpm: facts.flowGpm, closureMs };
  const highest = (branch: Branch, withDevice: boolean, corner: Corner = "likely") =>
    highestOf(hammerBranchOf(tables, branch, asks, withDevice), known, corner);
  const planned = plannedBranch(tables, request, plan);
  const psi = highest(planned, false);
  if (psi === null) return null;
  const { supply, present = [] } = request;
  const isKnown = supply.upstream !== undefined;
  const bareAt = (at: 0 | 1, corner: Corner) =>
    highest(plannedBranch(tables, atExtreme(request, at), plan), false, isKnown ? corner : "likely") ?? psi;
  const ends = [psi, bareAt(0, "mild"), bareAt(1, "harsh")];
  const { arrestorAt } = planned;
  const withArrestorPsi = highest({ ...planned, arrestorAt: arrestorAt ?? "valve" }, true);
  const assumed: readonly (PlanBang["assumed"][number] | false)[] = [
    !isKnown && "pipe-before",
    supply.isStaticAssumed === true && "static-pressure",
  ];
  return {
    closureMs: closureMs.likely,
    psi,
    rangePsi: [Math.min(...ends), Math.max(...ends)],
    ...(withArrestorPsi === null ? {} : { withArrestorPsi }),
    arrestor: arrestorAt !== null ? "planned" : present.includes("arrestor") ? "there" : "none",
    assumed: assumed.flatMap((each) => (each === false ? [] : [each])),
  };
}

/** Returns the bang in words, for the end of a sentence of advice. */
export function bangInWords({ psi, rangePsi: [low, high], assumed }: PlanBang): string {
  const where = assumed.includes("pipe-before") ? " on usual pipe" : "";
  const range = low < high ? ` (${low} to ${high} psi${where})` : "";
  return `it shuts hard, about ${psi} psi for an instant${range}`;
}

/** Returns what an arrestor would do, and why the plan has none, for the end of that sentence. */
export function withoutArrestorInWords({ psi, withArrestorPsi = psi }: PlanBang): string {
  const cure =
    withArrestorPsi < psi ? `; an arrestor at the valve brings that to about ${withArrestorPsi} psi` : "";
  return `${cure}; none is in this plan, because the job does not ask for one`;
}

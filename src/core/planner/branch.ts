/** The branch of a plan as the water sees it: stretches from the supply end to the inlet, and the pipe that comes before. */
import { IN_PER_FT } from "../constants/index.ts";
import { norm, subtract } from "../geometry/index.ts";
import { arrestorOf, type HammerBranch, type HammerPipe, waveSpeedRange } from "../hammer/index.ts";
import { type Part, ratedPsiAt } from "../part/index.ts";
import type { Plan, PlanPart, PlanRequest, UpstreamPipe } from "../plan/index.ts";
import { type BranchElement, type Estimate, elevationPsi, lossPsi, type Reach } from "../water/index.ts";
import type { PlannerTables } from "./planner-index.ts";

/** Water is taken this warm where nobody measures, F. */
export const WATER_F = { cold: 55, hot: 120 } as const;

/** One part on the way, or the pipe before the supply end. */
export interface BranchStretch extends BranchElement {
  readonly name: string;
  readonly kind: string;
  readonly material: string;
  /** Null: not known. */
  readonly wallIn: number | null;
  /** At the temperature of the water; null: nobody states it. */
  readonly ratedPsi: number | null;
}

export interface PlannedBranch {
  /** With nothing running, at the supply end where no pipe before it is known. */
  readonly staticPsi: number;
  readonly isStaticAssumed: boolean;
  readonly waterTempF: number;
  readonly elevationFt: number;
  /** Pipe before the supply end. */
  readonly before: BranchStretch;
  /** Nobody has said what pipe comes before: a usual one, which the flow is not charged with. */
  readonly isBeforeAssumed: boolean;
  readonly stretches: readonly BranchStretch[];
  readonly arrestorAt: "valve" | "junction" | null;
  /** A check before the line. */
  readonly hasCheck: boolean;
}

type BranchTables = Pick<
  PlannerTables,
  "parts" | "losses" | "roughness" | "waveSpeeds" | "pipeSizes" | "arrestorSizes"
>;

/** Pipe that a branch is taken to hang on where nobody has said: a usual run of half-inch copper. */
export const USUAL_UPSTREAM: UpstreamPipe = { lengthFt: 30, idIn: 0.545, riseFt: 0, material: "copper" };

const LINE_KINDS: readonly Part["kind"][] = ["line", "tube", "riser", "pipe"];

function estimateOf(
  tables: BranchTables,
  kind: string,
  material: string,
): Pick<BranchStretch, "k" | "roughnessMm"> {
  const loss = tables.losses.find((each) => each.kind === kind);
  const roughness = tables.roughness.find((each) => each.material === material);
  if (loss === undefined || roughness === undefined)
    throw new RangeError(`no loss of ${kind} or no roughness of ${material} in the tables`);
  return { k: loss.k, roughnessMm: roughness.mm };
}

/** Ports of the plan's i-th part that its joints on the way use, as the water passes them. */
function wayThrough(part: PlanPart, at: number, joints: Plan["joints"]) {
  const used = joints
    .filter(({ aside }) => aside === undefined)
    .flatMap(({ between }) => between)
    .filter((ref) => ref.startsWith(`p${at}.`))
    .map((ref) => ref.slice(ref.indexOf(".") + 1));
  const [into, out] = part.ports.filter(({ id }) => used.includes(id));
  return into && out ? { into, out } : null;
}

function stretchOf(
  tables: BranchTables,
  request: Pick<PlanRequest, "lengthIn">,
  { parts, joints }: Pick<Plan, "parts" | "joints">,
  at: number,
  waterTempF: number,
): BranchStretch | null {
  const part = parts[at];
  const way = part === undefined ? null : wayThrough(part, at, joints);
  if (part === undefined || way === null) return null;
  const { into, out } = way;
  const isStraight = part.kind === "tee" && into.id !== "c" && out.id !== "c";
  const listed = tables.parts.find(({ sku }) => sku === part.sku);
  const lengthIn =
    listed?.cutToLength === true
      ? (request.lengthIn.min + request.lengthIn.max) / 2
      : norm(subtract(out.at, into.at));
  const material = tables.roughness.some((each) => each.material === part.material) ? part.material : "brass";
  const rated = listed === undefined ? null : ratedPsiAt(listed, waterTempF);
  return {
    name: part.name,
    kind: part.kind,
    material,
    lengthFt: part.quantity === 0 ? 0 : lengthIn / IN_PER_FT,
    boreIn: Math.min(into.boreIn, out.boreIn),
    wallIn: null,
    ...estimateOf(tables, isStraight ? "tee-through" : part.kind, material),
    ratedPsi: rated !== null && Number.isFinite(rated) ? rated : null,
  };
}

/** Returns a pipe of a size or of a bare bore as the stretch before the supply end. */
export function pipeBefore(tables: BranchTables, upstream: UpstreamPipe): BranchStretch {
  const material = upstream.material ?? "copper";
  const size = tables.pipeSizes.find(
    (each) => each.material === material && Math.abs(each.boreIn - upstream.idIn) < 1e-6,
  );
  return {
    name: size?.label ?? "Pipe",
    kind: "pipe",
    material,
    lengthFt: upstream.lengthFt,
    boreIn: upstream.idIn,
    wallIn: size?.wallIn ?? null,
    ...estimateOf(tables, "pipe", material),
    ratedPsi: null,
  };
}

/**
 * Returns a plan as the branch it builds. Parts that a later catalogue does not list keep their bores; their rating is not known.
 * Errors: RangeError for a kind or material the tables do not hold (a bug in the tables).
 */
export function plannedBranch(
  tables: BranchTables,
  request: Pick<PlanRequest, "supply" | "lengthIn">,
  plan: Pick<Plan, "parts" | "joints">,
): PlannedBranch {
  const { supply } = request;
  const waterTempF = WATER_F[supply.water];
  const main = plan.parts.flatMap((part, at) => {
    const stretch = part.branch === "main" ? stretchOf(tables, request, plan, at, waterTempF) : null;
    const functions = tables.parts.find(({ sku }) => sku === part.sku)?.functions ?? [];
    return stretch === null ? [] : [{ stretch, functions, isLine: LINE_KINDS.includes(part.kind) }];
  });
  const lastLine = main.findLastIndex(({ isLine }) => isLine);
  const placed = (what: string) =>
    main.findLastIndex(
      ({ stretch, functions }) => stretch.kind === what || functions.some((each) => each === what),
    );
  const [arrestor, check] = [placed("arrestor"), placed("backflow")];
  return {
    staticPsi: supply.staticPsi,
    isStaticAssumed: supply.isStaticAssumed === true,
    waterTempF,
    elevationFt: supply.upstream?.riseFt ?? 0,
    before: pipeBefore(tables, supply.upstream ?? USUAL_UPSTREAM),
    isBeforeAssumed: supply.upstream === undefined,
    stretches: main.map(({ stretch }) => stretch),
    arrestorAt: arrestor < 0 ? null : arrestor > lastLine ? "valve" : "junction",
    hasCheck: check >= 0 && check < lastLine,
  };
}

/** Returns what the weakest part of a branch is rated for, psi; null: nobody states any rating. */
export function weakestRating({ stretches }: Pick<PlannedBranch, "stretches">): number | null {
  const ratings = stretches.flatMap(({ ratedPsi }) => ratedPsi ?? []);
  return ratings.length === 0 ? null : Math.min(...ratings);
}

const likely = ({ lengthFt, boreIn, roughnessMm, k }: BranchElement): Reach => ({
  lengthFt,
  boreIn,
  roughnessMm: roughnessMm.likely,
  k: k.likely,
});

function waveOf(
  tables: BranchTables,
  { material, boreIn, wallIn }: BranchStretch,
  waterTempF: number,
): Estimate {
  const row =
    tables.waveSpeeds.find((each) => each.material === material) ??
    tables.waveSpeeds.find((each) => each.material === "copper");
  if (row === undefined) throw new RangeError("no wave speed of copper in the tables");
  return waveSpeedRange(row, { boreIn, wallIn }, waterTempF);
}

/** Length over the way below which a branch is one pipe with fittings, ft. */
const LEAST_LENGTH_FT = 0.25;

/**
 * The parts in a row as one pipe: as long as they are together, with the mass and the travel time of the row, and a K that
 * makes it lose what they lose at this flow.
 */
function mergedPipe(
  tables: BranchTables,
  { stretches, waterTempF }: PlannedBranch,
  flowGpm: number,
): HammerPipe | null {
  const lengthFt = stretches.reduce((sum, each) => sum + each.lengthFt, 0);
  const longest = [...stretches].sort((a, b) => b.lengthFt - a.lengthFt)[0];
  if (longest === undefined || lengthFt < LEAST_LENGTH_FT) return null;
  const boreIn = Math.sqrt(
    lengthFt / stretches.reduce((sum, each) => sum + each.lengthFt / each.boreIn ** 2, 0),
  );
  const waves = stretches.map((each) => ({
    lengthFt: each.lengthFt,
    wave: waveOf(tables, each, waterTempF),
  }));
  const speed = (side: keyof Estimate) =>
    lengthFt / waves.reduce((sum, each) => sum + each.lengthFt / each.wave[side], 0);
  const pipe = { lengthFt, boreIn, roughnessMm: longest.roughnessMm.likely };
  const loss = lossPsi(stretches.map(likely), flowGpm, waterTempF);
  const friction = lossPsi([{ ...pipe, k: 0 }], flowGpm, waterTempF);
  const perK = lossPsi([{ ...pipe, lengthFt: 0, k: 1 }], flowGpm, waterTempF);
  return {
    ...pipe,
    k: perK > 0 ? Math.max(0, loss - friction) / perK : 0,
    waveSpeedFtS: { low: speed("low"), likely: speed("likely"), high: speed("high") },
  };
}

/**
 * Returns a planned branch as the hammer is computed on it: the pipe before, then the parts as one pipe. `withDevice` false
 * leaves the plan's arrestor out.
 */
export function hammerBranchOf(
  tables: BranchTables,
  branch: PlannedBranch,
  { flowGpm, closureMs }: { readonly flowGpm: number; readonly closureMs: Estimate },
  withDevice: boolean,
): HammerBranch {
  const { before, waterTempF, arrestorAt, hasCheck } = branch;
  const line = mergedPipe(tables, branch, flowGpm);
  const [smallest] = tables.arrestorSizes;
  return {
    staticPsi: branch.staticPsi - elevationPsi(branch.elevationFt, waterTempF),
    flowGpm,
    waterTempF,
    pipes: [
      { ...likely(before), waveSpeedFtS: waveOf(tables, before, waterTempF) },
      ...(line === null ? [] : [line]),
    ],
    closureMs,
    cushion:
      withDevice && arrestorAt !== null && smallest !== undefined
        ? arrestorOf(smallest, line === null ? "valve" : arrestorAt)
        : null,
    check: hasCheck && line !== null ? "junction" : null,
  };
}

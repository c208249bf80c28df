/** A plan as the branch it builds. */
import {
  type Branch,
  type BranchStretch,
  estimateOf,
  pipeBefore,
  type UpstreamPipe,
} from "../branch/index.ts";
import { IN_PER_FT } from "../constants/index.ts";
import { norm, subtract } from "../geometry/index.ts";
import { type Part, type Port, ratedPsiAt } from "../part/index.ts";
import type { Plan, PlanPart, PlanRequest } from "../plan/index.ts";
import type { PlannerTables } from "./planner-index.ts";
import { outletBore } from "./supply-fault.ts";

/** Water is taken this warm where nobody measures, F. */
export const WATER_F = { cold: 55, hot: 120 } as const;

type BranchTables = Pick<PlannerTables, "parts" | "losses" | "roughness" | "pipeSizes" | "outlets">;

/** Pipe that a branch is taken to hang on where nobody has said: a usual run of half-inch copper. */
export const USUAL_UPSTREAM: UpstreamPipe = { lengthFt: 30, idIn: 0.545, riseFt: 0, material: "copper" };

const LINE_KINDS: readonly Part["kind"][] = ["line", "tube", "riser", "pipe"];

/** Returns the row of data/losses.csv for a way through a part: a tee counts less straight on than by its branch. */
export function lossKindOf({ kind }: Pick<Part, "kind">, into: Port, out: Port): string {
  return kind === "tee" && into.id !== "c" && out.id !== "c" ? "tee-through" : kind;
}

/** Ports of the plan's i-th part that its joints on the way use, as the water passes them. */
function wayThrough(
  part: PlanPart,
  at: number,
  joints: Plan["joints"],
): { readonly into: Port; readonly out: Port } | null {
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
  /** The part as the catalogue lists it today. */
  listed: Part | undefined,
  waterTempF: number,
): BranchStretch | null {
  const part = parts[at];
  const way = part === undefined ? null : wayThrough(part, at, joints);
  if (part === undefined || way === null) return null;
  const { into, out } = way;
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
    // The rest of a pipe that was cut has no length of its own: its figure stands at the first piece.
    lengthFt: listed?.cutToLength === true && part.lengthIn === undefined ? 0 : lengthIn / IN_PER_FT,
    boreIn: Math.min(into.boreIn, out.boreIn),
    wallIn: null,
    ...estimateOf(tables, lossKindOf(part, into, out), material),
    ratedPsi: rated !== null && Number.isFinite(rated) ? rated : null,
  };
}

/** The stop or valve that is there already, as a stretch of the branch: its way through, and nothing of its length. */
function stopThere(tables: BranchTables, request: Pick<PlanRequest, "supply">): readonly BranchStretch[] {
  const bore = outletBore({ tables }, request);
  if (bore === null) return [];
  const material = "brass";
  return [
    {
      name: "the stop that is there",
      kind: "stop",
      material,
      lengthFt: 0,
      boreIn: bore.likely,
      wallIn: null,
      ...estimateOf(tables, "stop", material),
      ratedPsi: null,
    },
  ];
}

/**
 * Returns a plan as the branch it builds. Parts that a later catalogue does not list keep their bores; their rating is not known.
 * Errors: RangeError for a kind or material the tables do not hold (a bug in the tables).
 */
export function plannedBranch(
  tables: BranchTables,
  request: Pick<PlanRequest, "supply" | "lengthIn">,
  plan: Pick<Plan, "parts" | "joints">,
): Branch {
  const { supply } = request;
  const waterTempF = WATER_F[supply.water];
  const main = plan.parts.flatMap((part, at) => {
    if (part.branch !== "main") return [];
    const listed = tables.parts.find(({ sku }) => sku === part.sku);
    const stretch = stretchOf(tables, request, plan, at, listed, waterTempF);
    const functions = listed?.functions ?? [];
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
    stretches: [...stopThere(tables, request), ...main.map(({ stretch }) => stretch)],
    arrestorAt: arrestor < 0 ? null : arrestor > lastLine ? "valve" : "junction",
    hasCheck: check >= 0 && check < lastLine,
  };
}

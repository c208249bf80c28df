/** A branch as the water sees it: the pipe before the supply end, then stretch after stretch to the inlet. */
import type { PipeSize } from "../hammer/index.ts";
import type { BranchElement, KindLoss, MaterialRoughness } from "../water/index.ts";

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

export interface Branch {
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

/** Tables that tell what a kind and a material do to the water. */
export interface LossTables {
  readonly losses: readonly KindLoss[];
  readonly roughness: readonly MaterialRoughness[];
}

/** Returns what a part of a kind and a material takes. Errors: RangeError for one the tables do not hold (a bug in the tables). */
export function estimateOf(
  tables: LossTables,
  kind: string,
  material: string,
): Pick<BranchStretch, "k" | "roughnessMm"> {
  const loss = tables.losses.find((each) => each.kind === kind);
  const roughness = tables.roughness.find((each) => each.material === material);
  if (loss === undefined || roughness === undefined)
    throw new RangeError(`no loss of ${kind} or no roughness of ${material} in the tables`);
  return { k: loss.k, roughnessMm: roughness.mm };
}

/** What a house is piped with. */
export const UPSTREAM_MATERIALS = ["copper", "pex", "cpvc", "galvanised"] as const;
export type UpstreamMaterial = (typeof UPSTREAM_MATERIALS)[number];

/** The pipe that comes before the supply end. */
export interface UpstreamPipe {
  readonly lengthFt: number;
  readonly idIn: number;
  readonly riseFt: number;
  /** Absent: nobody has said. */
  readonly material?: UpstreamMaterial;
}

/** Two bores nearer than this are the same, inches. */
const SAME_IN = 1e-6;

/** Returns a pipe of a size or of a bare bore as the stretch before the supply end. */
export function pipeBefore(
  tables: LossTables & { readonly pipeSizes: readonly PipeSize[] },
  upstream: Pick<UpstreamPipe, "lengthFt" | "idIn"> & { readonly material?: string },
): BranchStretch {
  const material = upstream.material ?? "copper";
  const size = tables.pipeSizes.find(
    (each) => each.material === material && Math.abs(each.boreIn - upstream.idIn) < SAME_IN,
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

/** Returns what the weakest part of a branch is rated for, psi; null: nobody states any rating. */
export function weakestRating({ stretches }: Pick<Branch, "stretches">): number | null {
  const ratings = stretches.flatMap(({ ratedPsi }) => ratedPsi ?? []);
  return ratings.length === 0 ? null : Math.min(...ratings);
}

/** The reach of a truck as it comes in, a few cells at a time. */
import type { Answered, Asked } from "../../client/call.ts";

export type Demand = NonNullable<Asked<"POST /api/v1/truck/reach">["demand"]>[number];
export type ReachAnswer = Answered<"POST /api/v1/truck/reach">;

export interface ReachSoFar {
  readonly cells: ReachAnswer["cells"];
  /** Weight of the demand that was gone through, and of what of it can be made. */
  readonly weighed: number;
  readonly covered: number;
  /** Gains as weights, so that parts told by several answers add up. */
  readonly adds: readonly {
    readonly sku: string;
    readonly name: string;
    readonly weight: number;
    readonly priceCents: number;
  }[];
  readonly complete: boolean;
}

export const NOTHING_YET: ReachSoFar = { cells: [], weighed: 0, covered: 0, adds: [], complete: true };

/** Lines of the demand asked for at once: each answer comes within a second or so. */
export const AT_ONCE = 3;

/** Returns the demand in the portions it is asked for. */
export function portionsOf(demand: readonly Demand[]): readonly (readonly Demand[])[] {
  return Array.from({ length: Math.ceil(demand.length / AT_ONCE) }, (_, at) =>
    demand.slice(at * AT_ONCE, (at + 1) * AT_ONCE),
  );
}

/** Returns what is known once the answer to one more portion has come. */
export function withAnswer(
  now: ReachSoFar,
  portion: readonly Demand[],
  { cells, coverage, adds, complete }: ReachAnswer,
): ReachSoFar {
  const weight = portion.reduce((sum, each) => sum + each.weight, 0);
  const sums = new Map(now.adds.map((add) => [add.sku, add]));
  for (const { sku, name, gain, priceCents } of adds)
    sums.set(sku, { sku, name, priceCents, weight: (sums.get(sku)?.weight ?? 0) + gain * weight });
  return {
    cells: [...now.cells, ...cells],
    weighed: now.weighed + weight,
    covered: now.covered + coverage * weight,
    adds: [...sums.values()].toSorted((a, b) => b.weight / b.priceCents - a.weight / a.priceCents),
    complete: now.complete && complete,
  };
}

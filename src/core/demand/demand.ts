/** What fixtures demand of their branch, and what a stop that is there lets through: rows of data/demands.csv and data/outlets.csv. */
import type { EndCode } from "../end/index.ts";
import type { Fixture, SupplyKind } from "../plan/index.ts";

/** What a fixture demands of its branch. Each row of the table says why. */
export interface FixtureDemand {
  readonly fixture: Fixture;
  /** Which waters may feed it. */
  readonly waters: "cold" | "any";
  /** Its branch and its body lie in the wall. */
  readonly isInWall: boolean;
  /** Codes ask for no stop of its own in a dwelling. */
  readonly isStopExempt: boolean;
  /** Only a hose may run to it. */
  readonly isHoseOnly: boolean;
  /** Hard pipe runs to it where it stands no farther from its pipe than this, inches; null: pipe is no matter of distance. */
  readonly hardPipeWithinIn: number | null;
  readonly reason: string;
}

/** The way through a stop or valve that is there, told by its outlet. */
export interface Outlet {
  readonly end: EndCode;
  readonly kinds: readonly SupplyKind[];
  /** Inches: as such valves differ by maker. */
  readonly boreIn: { readonly low: number; readonly likely: number; readonly high: number };
  readonly reason: string;
}

/** Returns the demands of a fixture. Errors: RangeError for a fixture the table does not hold (a bug in the table). */
export function demandOf(demands: readonly FixtureDemand[], fixture: Fixture): FixtureDemand {
  const found = demands.find((each) => each.fixture === fixture);
  if (found === undefined) throw new RangeError(`no fixture ${fixture} in the table of demands`);
  return found;
}

/** Returns the outlet of a supply that is a stop or valve already; null: the supply is none, or nobody listed its kind. */
export function outletOf(
  outlets: readonly Outlet[],
  { end, kind }: { readonly end: EndCode; readonly kind: SupplyKind },
): Outlet | null {
  return outlets.find((each) => each.end === end && each.kinds.includes(kind)) ?? null;
}

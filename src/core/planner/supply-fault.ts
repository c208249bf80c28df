/** What is wrong with a supply for a fixture before anything is searched: its water, its bore, a hose that does not reach. */

import { demandOf, outletOf } from "../demand/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import { formatInches } from "../units/index.ts";
import type { PlannerIndex, PlannerTables } from "./planner-index.ts";

/** A reason why no part could help, with its figures. */
export type SupplyFault = readonly [code: string, about: string];

/** Returns the bores of the stop or valve that is there: as measured, else as its kind has; null: the supply is none. */
export function outletBore(
  { tables }: { readonly tables: Pick<PlannerTables, "outlets"> },
  { supply }: Pick<PlanRequest, "supply">,
): { readonly low: number; readonly likely: number; readonly high: number } | null {
  const outlet = outletOf(tables.outlets, supply);
  if (outlet === null) return null;
  const { boreIn } = supply;
  return boreIn === undefined ? outlet.boreIn : { low: boreIn, likely: boreIn, high: boreIn };
}

/** Returns how long the hose or tail is that the fixture brings, inches; undefined: it brings none, or nobody has measured. */
export function ownHoseIn({ line, inlet }: Pick<PlanRequest, "line" | "inlet">): number | undefined {
  const isOwn = line?.by === "fixture-hose" || line?.by === "fixture-tail";
  return isOwn ? (line.lengthIn ?? inlet.tailIn) : undefined;
}

/** Returns why no plan can be made from this supply, whatever parts there are; null: nothing speaks against it. Inches. */
export function supplyFault(index: PlannerIndex, request: PlanRequest): SupplyFault | null {
  const { supply, inlet, lengthIn, phase } = request;
  const { tables } = index;
  const demand = demandOf(tables.demands, inlet.fixture);
  const facts = tables.fixtures.find(({ fixture }) => fixture === inlet.fixture);
  if (supply.water === "hot" && demand.waters === "cold") return ["cold-only", demand.reason];
  const bore = outletBore(index, request);
  // The best such stop must do: what is known of this one is measured.
  if (facts !== undefined && bore !== null && bore.high < facts.leastBoreIn)
    return [
      "supply-bore",
      `${bore.low === bore.high ? bore.high : `${bore.low} to ${bore.high}`} in where ${facts.leastBoreIn} in are needed`,
    ];
  const ownIn = ownHoseIn(request);
  if (ownIn !== undefined && phase !== "rough-in" && ownIn < lengthIn.min)
    return ["hose-too-short", `${formatInches(ownIn)} in where ${formatInches(lengthIn.min)} in are needed`];
  return null;
}
